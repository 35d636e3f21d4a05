import { fileURLToPath } from 'node:url'
import { migrate, NewerSchema } from '#server/db/migrate'

const folder = fileURLToPath(new URL('../../server/db/migrations', import.meta.url))
try {
  const { appUrl } = await migrate(
    process.env.ZONARIS_OWNER_URL!,
    process.env.ZONARIS_SECRET!,
    folder,
    console.log,
  )
  console.log(`app-url ${appUrl}`)
} catch (error) {
  if (!(error instanceof NewerSchema)) throw error
  console.log(`refused ${error.message}`)
  process.exitCode = 2
}
