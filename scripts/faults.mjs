import { run } from './lib/process.mjs'
import { ROOT } from './lib/install.mjs'
import { join } from 'node:path'

// npm run test:faults             1,000 lives of permits while servers are killed and connections cut, in a throwaway instance
// npm run test:faults -- 100 7    100 of them by seed 7
const [lives = '1000', seed = '1'] = process.argv.slice(2)
const { code } = await run(
  process.execPath,
  [join(ROOT, 'scripts', 'test.mjs'), 'server', 'tests/server/faults.test.ts'],
  {
    cwd: ROOT,
    allowFailure: true,
    env: { ...process.env, ZONARIS_FAULTS: lives, ZONARIS_FAULTS_SEED: seed },
  },
)
process.exitCode = code
