import { keepPages } from './pages'
import { showPushes } from './push'

declare const self: ServiceWorkerGlobalScope

self.addEventListener('install', () => void self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
keepPages()
showPushes()
