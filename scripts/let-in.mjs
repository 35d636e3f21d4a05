import { ensurePackages, requireNode, ROOT } from './lib/install.mjs'
import { run, stopAll, stopOnSignal } from './lib/process.mjs'
import { runningOwnerUrl } from './lib/running.mjs'
import { main, Refusal } from './lib/say.mjs'
import { migrate, secret } from './lib/serve.mjs'

// npm run let-in -- email [database]: for the one safety lead who cannot get in and whom nobody else can help. A new password is
// printed here, the second factor comes off, and the audit says so. Whoever can run this has the machine.
stopOnSignal(stopAll)
main(async () => {
  requireNode()
  await ensurePackages()
  const [email, database = 'zonaris'] = process.argv.slice(2)
  if (!email) throw new Refusal('Whom? npm run let-in -- email')
  const sealed = secret()
  const appUrl = await migrate(await runningOwnerUrl(database), sealed)
  const { code } = await run('npx', ['tsx', 'scripts/tasks/let-in.ts', email], {
    cwd: ROOT,
    allowFailure: true,
    env: { ...process.env, ZONARIS_APP_DATABASE_URL: appUrl, ZONARIS_SECRET: sealed },
  })
  return code
}, stopAll)
