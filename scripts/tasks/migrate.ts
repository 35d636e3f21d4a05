import { fileURLToPath } from 'node:url'
import { migrate, NewerSchema, OtherSecret } from '#server/db/migrate'

const folder = fileURLToPath(new URL('../../server/db/migrations', import.meta.url))
try {
  const { appUrl } = await migrate(
    process.env.ZONARIS_OWNER_URL!,
    process.env.ZONARIS_SECRET!,
    folder,
    console.log,
    { adopt: process.env.ZONARIS_ADOPT === '1' },
  )
  console.log(`app-url ${appUrl}`)
} catch (error) {
  if (!(error instanceof NewerSchema || error instanceof OtherSecret)) throw error
  console.log(`refused ${error.message}`)
  process.exitCode = 2
}
