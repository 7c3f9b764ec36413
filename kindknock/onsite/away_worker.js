// The page opens without a line too: the last that was seen, the newest first where there is one.
// Marked, so that the page says so and asks for the newest once the line is back.
const asLastSeen = async (found) => {
  const html = await found.text()
  const headers = new Headers(found.headers)
  headers.delete('content-length')
  return new Response(html.replace('<body ', '<body data-seen '), { headers })
}
self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
self.addEventListener('fetch', (event) => {
  if (event.request.method !== 'GET') return
  event.respondWith(
    fetch(event.request)
      .then((answer) => {
        if (answer.ok) {
          const copy = answer.clone()
          event.waitUntil(caches.open('kk-in').then((held) => held.put(event.request, copy)))
        }
        return answer
      })
      .catch(() =>
        caches
          .match(event.request, { ignoreSearch: false })
          .then((found) => found || caches.match(event.request, { ignoreSearch: true }))
          .then((found) => (found ? asLastSeen(found) : Response.error())),
      ),
  )
})
