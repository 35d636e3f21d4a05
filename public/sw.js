// Shows what the server pushes, and opens the page it is about.
self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

self.addEventListener('push', (event) => {
  const { id, title, body, link } = event.data.json()
  event.waitUntil(
    self.registration.showNotification(title, {
      body,
      // The same over every try: one that comes twice takes the place of the one before.
      tag: id,
      data: { link },
      icon: '/icon.svg',
      requireInteraction: true,
      vibrate: [400, 150, 400],
    }),
  )
})

self.addEventListener('notificationclick', (event) => {
  event.notification.close()
  const { link } = event.notification.data
  event.waitUntil(
    self.clients.matchAll({ type: 'window', includeUncontrolled: true }).then(async ([open]) => {
      if (!open) return self.clients.openWindow(link)
      await open.focus()
      return open.navigate(link)
    }),
  )
})
