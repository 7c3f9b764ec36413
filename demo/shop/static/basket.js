// The basket lives in the browser, as small shops do it.
const KEY = 'averil.basket'
const read = () => {
  try {
    return JSON.parse(localStorage.getItem(KEY)) || {}
  } catch {
    return {}
  }
}
const count = () => Object.values(read()).reduce((sum, n) => sum + n, 0)
const show = () =>
  document.querySelectorAll('[data-count]').forEach((e) => {
    e.textContent = String(count())
  })
const put = (slug, n) => {
  const b = read()
  if (n > 0) b[slug] = n
  else delete b[slug]
  localStorage.setItem(KEY, JSON.stringify(b))
  show()
  draw()
}
function draw() {
  const table = document.querySelector('[data-basket]')
  if (!table) return
  const goods = JSON.parse(document.getElementById('goods').textContent)
  const rows = Object.entries(read()).filter(([slug]) => goods[slug])
  table.innerHTML = ''
  document.querySelector('[data-empty]').hidden = rows.length > 0
  let sum = 0
  for (const [slug, n] of rows) {
    sum += n * goods[slug].price
    const row = table.insertRow()
    row.insertCell().textContent = goods[slug].name
    row.insertCell().textContent = String(n)
    const less = document.createElement('button')
    less.textContent = 'Remove'
    less.onclick = () => put(slug, 0)
    row.insertCell().append(less)
    row.insertCell().textContent = '£' + (n * goods[slug].price).toFixed(2)
  }
  document.querySelector('[data-sum]').textContent = rows.length ? 'Together £' + sum.toFixed(2) : ''
}
document.addEventListener('click', (e) => {
  const b = e.target.closest('[data-add]')
  if (b) {
    put(b.dataset.add, (read()[b.dataset.add] || 0) + 1)
    b.textContent = 'In your basket'
  }
})
show()
draw()
