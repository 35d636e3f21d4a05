import { run } from './lib/process.mjs'
import { ROOT } from './lib/install.mjs'
import { join } from 'node:path'

// npm run test:abuse              10,000 broken requests and the scenarios of trust, in throwaway instances
// npm run test:abuse -- 2000 7    2,000 of them by seed 7
const [count = '10000', seed = '1'] = process.argv.slice(2)
const { code } = await run(
  process.execPath,
  [join(ROOT, 'scripts', 'test.mjs'), 'server', 'tests/server/trust'],
  {
    cwd: ROOT,
    allowFailure: true,
    env: { ...process.env, ZONARIS_ABUSE: count, ZONARIS_ABUSE_SEED: seed },
  },
)
process.exitCode = code
