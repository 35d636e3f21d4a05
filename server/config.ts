/** What the process is told from outside, read once and checked. */
export interface Config {
  databaseUrl: string
  cookieSecret: string
  rehearsal: number
  poolSize: number
}

let config: Config | null = null

/** @throws Error naming the variable that is missing or wrong; the server does not start half configured. */
export function getConfig(): Config {
  config ??= readConfig(process.env)
  return config
}

export function readConfig(env: Record<string, string | undefined>): Config {
  const databaseUrl = env.ZONARIS_APP_DATABASE_URL
  if (!databaseUrl)
    throw new Error(
      'ZONARIS_APP_DATABASE_URL is not set. Start with "npm run demo" or "npm start".',
    )
  const cookieSecret = env.ZONARIS_SECRET ?? ''
  if (cookieSecret.length < 32) throw new Error('ZONARIS_SECRET must hold at least 32 characters.')
  const rehearsal = env.ZONARIS_REHEARSAL ? Number(env.ZONARIS_REHEARSAL) : 1
  if (!(rehearsal >= 1 && rehearsal <= 3600))
    throw new Error('ZONARIS_REHEARSAL must be a number from 1 to 3600.')
  return { databaseUrl, cookieSecret, rehearsal, poolSize: Number(env.ZONARIS_POOL ?? 10) }
}
