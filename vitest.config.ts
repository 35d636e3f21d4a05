import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const at = (folder: string): string => fileURLToPath(new URL(`./${folder}`, import.meta.url))

export default defineConfig({
  resolve: { alias: { '#core': at('core'), '#shared': at('shared'), '#server': at('server') } },
  test: {
    include: ['tests/{core,shared,interface,server}/**/*.test.ts'],
    setupFiles: ['tests/bounded.ts'],
    testTimeout: 30_000,
    hookTimeout: 60_000,
    // Every file of tests/server has a database and a server of its own.
  },
})
