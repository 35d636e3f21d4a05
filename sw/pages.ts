import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'

/** Every file of the application, and its one page. Put here by the build. */
declare const PRECACHE: { url: string; revision: string | null }[]

/** The server is given so long for a page; after that the kept one opens, ms. */
const PATIENCE_MS = 3_000
/** The page from which every other is drawn in the browser. */
const SHELL = '/'
/** What the server answers by itself. */
const NOT_PAGES = [/^\/api\//]

/** Every page opens without a signal: what it needs is kept from the first visit on. What is on the pages is kept by them. */
export function keepPages(): void {
  registerRoute(new NavigationRoute(({ request }) => openPage(request), { denylist: NOT_PAGES }))
  precacheAndRoute(PRECACHE)
  cleanupOutdatedCaches()
}

async function openPage(request: Request): Promise<Response> {
  const fresh = await fetch(request, { signal: AbortSignal.timeout(PATIENCE_MS) }).catch(() => null)
  // A gateway that stands before a server that is away says so by 502 to 504.
  if (fresh && fresh.status < 500) return fresh
  return (await matchPrecache(SHELL)) ?? fresh ?? Response.error()
}
