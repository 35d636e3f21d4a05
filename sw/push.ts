declare const self: ServiceWorkerGlobalScope

interface Pushed {
  id: string
  title: string
  body: string
  link: string
}

/** Shows what the server pushes, and opens the page it is about. */
export function showPushes(): void {
  self.addEventListener('push', (event) => {
    const { id, title, body, link } = event.data!.json() as Pushed
    const options = {
      body,
      // The same over every try: one that comes twice takes the place of the one before.
      tag: id,
      data: { link },
      icon: '/icon-192.png',
      requireInteraction: true,
      vibrate: [400, 150, 400],
    }
    event.waitUntil(self.registration.showNotification(title, options))
  })

  self.addEventListener('notificationclick', (event) => {
    event.notification.close()
    const { link } = event.notification.data as Pushed
    event.waitUntil(openPage(link))
  })
}

async function openPage(link: string): Promise<unknown> {
  const [open] = await self.clients.matchAll({ type: 'window', includeUncontrolled: true })
  if (!open) return self.clients.openWindow(link)
  await open.focus()
  return open.navigate(link)
}
