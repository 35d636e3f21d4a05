import pg from 'pg'
import { TYPES } from '#server/db/types'
import { verifyAudit } from '#server/services/audit/verify'

const client = new pg.Client({ connectionString: process.env.ZONARIS_OWNER_URL, types: TYPES })
await client.connect()
const { checked, broken } = await verifyAudit(client)
await client.end()
console.log(`${checked} audit rows hold.`)
for (const row of broken)
  console.log(`BROKEN: organisation ${row.organisation}, row ${row.seq}: ${row.because}.`)
process.exitCode = broken.length > 0 ? 1 : 0
