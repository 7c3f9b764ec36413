// The page opens without a line too: the last that was seen, the newest first where there is one.
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
          .then((found) => found || Response.error()),
      ),
  )
})
