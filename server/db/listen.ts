import pg from 'pg'
import { getConfig } from '../config'
import { atPrimary } from './primary'

export interface Listening {
  signal: AbortSignal
  onBegin: () => void
  onMessage: (text: string) => void
}

/** How often a connection on which nothing is said is tried, ms. */
const TRIED_MS = 30_000

/**
 * Hear what is told on a channel, on a connection of its own, until it is lost or the signal ends it.
 * @throws where the connection fails
 */
export async function listenTo(
  channel: string,
  { signal, onBegin, onMessage }: Listening,
): Promise<void> {
  const client = new pg.Client({
    connectionString: atPrimary(getConfig().listenUrl),
    connectionTimeoutMillis: 5_000,
    query_timeout: 10_000,
    keepAlive: true,
  })
  const lost = new Promise<never>((_, reject) => {
    client.on('error', reject)
    client.on('end', () => reject(new Error('The connection ended.')))
  })
  let end = (): void => undefined
  const ended = new Promise<void>((resolve) => {
    end = resolve
  })
  signal.addEventListener('abort', end)
  client.on('notification', ({ payload }) => {
    if (payload) onMessage(payload)
  })
  const trying = setInterval(() => client.query('SELECT 1').catch(() => client.end()), TRIED_MS)
  trying.unref()
  try {
    await Promise.race([client.connect(), lost])
    await client.query(`LISTEN ${pg.escapeIdentifier(channel)}`)
    onBegin()
    await Promise.race([ended, lost])
  } finally {
    clearInterval(trying)
    signal.removeEventListener('abort', end)
    // Its end is expected from here on.
    lost.catch(() => null)
    await client.end().catch(() => null)
  }
}
