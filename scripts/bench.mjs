import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './lib/install.mjs'
import { run, stopAll, stopOnSignal } from './lib/process.mjs'
import { main, say } from './lib/say.mjs'
import { throwawayDemo } from './lib/throwaway.mjs'

// npm run bench: ratios against something bare, measured side by side with the demo data.
let demo = null
const cleanUp = async () => {
  await stopAll()
  await demo?.database.close()
}
stopOnSignal(cleanUp)
main(async () => {
  demo = await throwawayDemo(5670)
  if (!existsSync(join(ROOT, 'bench/empty/.output/server/index.mjs'))) {
    say('Building the empty page to weigh against.')
    await run('npx', ['nuxt', 'build', 'bench/empty'], {
      cwd: ROOT,
      capture: true,
      env: { ...process.env, NODE_ENV: 'production' },
    })
  }
  say('Measuring.')
  await run('npx', ['tsx', 'bench/run.ts', ...process.argv.slice(2)], { cwd: ROOT, env: demo.env })
}, cleanUp)
