import { loadDemo } from '../../demo/load'
import { closePool } from '#server/db/pool'

try {
  if (!(await loadDemo(console.log))) console.log('  there is data already; left as it is')
} finally {
  await closePool()
}
