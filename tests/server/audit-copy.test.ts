import { createHash } from 'node:crypto'
import { once } from 'node:events'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startApp, withOwner, type App } from '../app'
import { makeShop, type Shop } from './shop.fixture'

interface Line {
  organisation: string
  seq: number
  text: string
  prevHash: string
  hash: string
}

/** Another machine that keeps the audit; it can refuse. */
let keeper: Server
let refuses = true
let tokens: (string | undefined)[] = []
const kept: Line[] = []
let app: App
let shop: Shop

beforeAll(async () => {
  keeper = createServer((request, answer) => {
    let text = ''
    request.on('data', (part) => (text += part))
    request.on('end', () => {
      tokens.push(request.headers.authorization)
      if (!refuses) for (const line of text.trim().split('\n')) kept.push(JSON.parse(line) as Line)
      answer.writeHead(refuses ? 503 : 204).end()
    })
  }).listen(0, '127.0.0.1')
  await once(keeper, 'listening')
  const { port } = keeper.address() as AddressInfo
  app = await startApp({
    env: { ZONARIS_AUDIT_URL: `http://127.0.0.1:${port}/audit`, ZONARIS_AUDIT_TOKEN: 'kept' },
  })
  shop = await makeShop(app, 'copy')
})
afterAll(async () => {
  await app.end()
  keeper.close()
})

const until = async (holds: () => boolean): Promise<void> => {
  for (let i = 0; i < 300 && !holds(); i++) await new Promise((next) => setTimeout(next, 100))
}

it('sends the audit to another machine, again where it was refused, each row once it is kept', async () => {
  await until(() => tokens.length > 0)
  refuses = false
  tokens = []
  await app.stop()
  await app.start()
  const rows = await withOwner(
    app.ownerUrl,
    async (db) => (await db.query<Line>('SELECT seq, hash FROM audit ORDER BY seq')).rows,
  )
  await until(() => kept.length >= rows.length)
  expect(kept.map(({ seq, hash }) => ({ seq, hash }))).toEqual(rows)
  expect(new Set(tokens)).toEqual(new Set(['Bearer kept']))
  // Whoever keeps it can check the chain with nothing but a digest.
  kept.forEach(({ text, prevHash, hash }, i) => {
    expect(createHash('sha256').update(text).digest('hex')).toBe(hash)
    expect(prevHash).toBe(i === 0 ? '0'.repeat(64) : kept[i - 1]!.hash)
    expect(text.endsWith(prevHash)).toBe(true)
  })
  await shop.people.lead.send('PUT', '/account/pin', { password: 'wrong', pin: '1234' })
  await until(() => kept.length > rows.length)
  expect(kept.at(-1)!.text).toContain('password_refused')
})
