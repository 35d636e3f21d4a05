import { ensurePackages, requireNode, ROOT } from './lib/install.mjs'
import { run, stopAll, stopOnSignal } from './lib/process.mjs'
import { main } from './lib/say.mjs'
import { runningOwnerUrl } from './lib/running.mjs'

// npm run audit:verify [-- database], zonaris_demo by default; DATABASE_URL names another server.
stopOnSignal(stopAll)
main(async () => {
  requireNode()
  await ensurePackages()
  const url = await runningOwnerUrl(process.argv[2] ?? 'zonaris_demo')
  const { code, output } = await run('npx', ['tsx', 'scripts/tasks/audit-verify.ts'], {
    cwd: ROOT,
    capture: true,
    allowFailure: true,
    env: { ...process.env, ZONARIS_OWNER_URL: url },
  })
  console.log(output.trim())
  return code
}, stopAll)
