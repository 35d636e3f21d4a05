import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { buildServiceWorker } from './scripts/lib/service-worker.mjs'

const developing = process.env.NODE_ENV !== 'production'

// The whole application is behind a sign-in and must keep working in a phone with a poor signal,
// so pages render in the browser; the server answers the API and one small page.
export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  // The development server of this Nuxt needs a server entry, so there every route is marked instead.
  ssr: developing,
  routeRules: developing ? { '/**': { ssr: false } } : {},
  devtools: { enabled: false },
  telemetry: false,
  modules: ['@nuxt/ui', '@pinia/nuxt', 'nuxt-security'],
  css: ['~/assets/main.css'],
  imports: { scan: false },
  components: [{ path: '~/components', pathPrefix: false }],
  ui: { fonts: false },
  icon: {
    provider: 'none',
    serverBundle: { collections: ['lucide'] },
    clientBundle: { scan: true, includeCustomCollections: true },
  },
  colorMode: { preference: 'system', fallback: 'dark' },
  app: {
    head: {
      title: 'Zonaris',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: 'Welding shop safety, worked out and recorded.' },
      ],
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' },
        { rel: 'apple-touch-icon', href: '/icon-192.png' },
        { rel: 'manifest', href: '/manifest.webmanifest' },
      ],
    },
  },
  alias: {
    '#core': fileURLToPath(new URL('./core', import.meta.url)),
    '#server': fileURLToPath(new URL('./server', import.meta.url)),
  },
  // Known from the start, so that the development server need not stop to find them.
  vite: {
    optimizeDeps: {
      include: ['convert', 'zod', 'pinia', '@vueuse/core', 'date-fns', '@date-fns/tz'],
    },
  },
  typescript: {
    strict: true,
    typeCheck: false,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } },
  },
  nitro: {
    typescript: { strict: true },
  },
  hooks: {
    // With all public files there, and before the server learns which there are.
    'nitro:build:public-assets': (nitro) => buildServiceWorker(nitro.options.output.publicDir),
    // What runs in threads beside the server is built beside it, each task into a file that is read when it is asked for.
    'nitro:init'(nitro) {
      if (nitro.options.dev) return
      nitro.hooks.hook('compiled', async () => {
        await build({
          entryPoints: {
            heavy: fileURLToPath(new URL('./server/heavy/worker.ts', import.meta.url)),
          },
          outdir: nitro.options.output.serverDir,
          outExtension: { '.js': '.mjs' },
          chunkNames: 'heavy/[name]-[hash]',
          bundle: true,
          splitting: true,
          minify: true,
          platform: 'node',
          format: 'esm',
          target: 'node20',
          // Its binary stays in a package of its own.
          external: ['sharp'],
          // Some of what is bundled asks for Node's own modules the old way.
          banner: {
            js: "import { createRequire } from 'node:module'; import { dirname as dirnameOf } from 'node:path'; import { fileURLToPath as pathOf } from 'node:url'; const require = createRequire(import.meta.url); const __filename = pathOf(import.meta.url); const __dirname = dirnameOf(__filename);",
          },
        })
      })
    },
    // The page of parts is for people who build Zonaris, not for those who use it.
    'pages:extend'(pages) {
      if (process.env.NODE_ENV === 'production' && !process.env.ZONARIS_PARTS) {
        const index = pages.findIndex((page) => page.path === '/dev/parts')
        if (index >= 0) pages.splice(index, 1)
      }
    },
  },
  security: {
    rateLimiter: false,
    xssValidator: false,
    // Bodies are capped where they are read, with an answer in our own shape.
    requestSizeLimiter: false,
    csrf: false,
    corsHandler: false,
    headers: {
      contentSecurityPolicy: {
        'default-src': ["'self'"],
        'script-src': ["'self'", "'nonce-{{nonce}}'", "'strict-dynamic'"],
        'script-src-attr': ["'none'"],
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'font-src': ["'self'"],
        'connect-src': ["'self'"],
        'base-uri': ["'none'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        'object-src': ["'none'"],
        'worker-src': ["'self'"],
        'upgrade-insecure-requests': false,
      },
      crossOriginEmbedderPolicy: false,
      // Set by the server where whoever runs it asks for it: it would shut out plain http for half a year.
      strictTransportSecurity: false,
      referrerPolicy: 'same-origin',
      // The camera reads labels; nothing else of the device is asked for.
      permissionsPolicy: {
        camera: ['self'],
        microphone: [],
        geolocation: [],
        'display-capture': [],
        fullscreen: [],
      },
    },
  },
})
