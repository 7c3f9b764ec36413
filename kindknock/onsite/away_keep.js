// Says it even on a bad line: what can't be sent is kept here with the moment it was said, and sent when the line is back.
;(() => {
  const KEY = 'kk.said.' + location.pathname
  const note = document.querySelector('.kept')
  const tell = (words) => {
    if (note) {
      note.hidden = false
      note.textContent = words
    }
  }
  const send = (body) =>
    fetch(location.pathname, {
      method: 'POST',
      body: new URLSearchParams(body),
      headers: { 'X-Kept': '1' },
    }).then((answer) => {
      if (!answer.ok) throw answer
    })
  let isSending = false
  const flush = () => {
    const kept = localStorage.getItem(KEY)
    if (!kept || isSending) return
    isSending = true
    tell('Kept on this phone. Sending as soon as there is a line.')
    send(JSON.parse(kept))
      .then(() => {
        localStorage.removeItem(KEY)
        location.replace(location.pathname)
      })
      .catch(() => undefined)
      .finally(() => {
        isSending = false
      })
  }
  for (const form of document.querySelectorAll('form.keep')) {
    form.addEventListener('submit', (event) => {
      event.preventDefault()
      localStorage.setItem(
        KEY,
        JSON.stringify({
          ...Object.fromEntries(new FormData(form)),
          at: String(Math.floor(Date.now() / 1000)),
        }),
      )
      flush()
    })
  }
  // What is being typed is never thrown away for something newer.
  const isTyped = () =>
    [...document.querySelectorAll('input:not([type=hidden])')].some((box) =>
      box.type === 'checkbox' ? box.checked !== box.defaultChecked : box.value !== box.defaultValue,
    )
  // An absence that ends turns the page to “back in, or longer?” by itself.
  const turns = Number(document.body.dataset.turns) * 1000
  if (turns)
    setInterval(() => {
      if (Date.now() > turns + 1000 && navigator.onLine && !isTyped()) location.replace(location.pathname)
    }, 15000)
  // Shown from what this phone saw last: the line may be back before the page knows.
  const isOld = 'seen' in document.body.dataset
  const refresh = () =>
    fetch(location.pathname, { method: 'HEAD', cache: 'no-store' })
      .then(() =>
        isTyped()
          ? tell('There is a line again. What stands here may be older.')
          : location.replace(location.pathname + location.search),
      )
      .catch(() => tell('No line just now. This is what this phone saw last.'))
  const goOn = () => {
    if (localStorage.getItem(KEY)) flush()
    else if (isOld) refresh()
  }
  addEventListener('online', goOn)
  setInterval(goOn, 5000)
  goOn()
  if ('serviceWorker' in navigator)
    navigator.serviceWorker.register('/in/worker.js', { scope: '/in/' }).catch(() => undefined)
})()
