import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Contract } from '#shared/api/contract'
import { allRoutes } from '#shared/api/all'
import { startApp, type App } from '../../app'
import { Person } from '../client'
import { bodiesOf } from '../fuzz'
import { numbersFrom } from '../numbers'
import { makeAir, makeShop, PASSWORD, type Shop } from '../shop.fixture'
import { ask } from '../ask'

/** `npm run test:abuse` sends 10,000; here a short form. */
const REQUESTS = Number(process.env.ZONARIS_ABUSE ?? 1_000)
const SEED = Number(process.env.ZONARIS_ABUSE_SEED ?? 1)
const AT_ONCE = 12
const HUNG_MS = 90_000
/** People sign in anew after so many, for some of what is sent ends their sign-in. */
const ANEW = 400

let app: App
let shop: Shop
let ids: string[]

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'abuse')
  const air = await makeAir(app, shop)
  ids = [
    ...Object.values(shop.ids),
    ...Object.values(air),
    shop.station,
    shop.open,
    shop.machine,
    shop.cylinder,
    shop.helmet,
    shop.job,
    shop.permit,
    shop.course,
    shop.stock,
    shop.session,
  ]
})
afterAll(() => app.end())

const random = numbersFrom(SEED)
const oneOf = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!

const NASTY: unknown[] = [
  null,
  true,
  0,
  -1,
  1e308,
  -1e308,
  5e-324,
  9_007_199_254_740_993,
  '',
  ' ',
  'a\u0000b',
  '\ud800',
  '\u202eabc',
  "'; DROP TABLE person; --",
  '${7*7}',
  '<script>alert(1)</script>',
  '../../../etc/passwd',
  '%00',
  'x'.repeat(20_000),
  '0000-00-00',
  '9999-12-31',
  '-infinity',
  'NaN',
  '2026-01-01T00:00:00Z',
  '275760-09-13T00:00:00.000Z',
  [],
  {},
  [[[[[[[[]]]]]]]],
  { __proto__: { role: 'lead' }, constructor: 1 },
]

/** Put something wrong, or something of ours, in one place of a lawful body. */
function spoilt(value: unknown): unknown {
  if (random() < 0.04) return oneOf(NASTY)
  if (Array.isArray(value)) return value.map((part) => (random() < 0.3 ? spoilt(part) : part))
  if (value !== null && typeof value === 'object') {
    const parts = Object.entries(value).map(([key, part]): [string, unknown] => {
      if (/id$|Id$/.test(key) && random() < 0.8) return [key, oneOf(ids)]
      const deeper = part !== null && typeof part === 'object'
      return [key, deeper || random() < 0.08 ? spoilt(part) : part]
    })
    if (random() < 0.1) parts.splice(Math.floor(random() * parts.length), 1)
    if (random() < 0.05) parts.push(['sneaked', oneOf(NASTY)])
    return Object.fromEntries(parts)
  }
  if (typeof value === 'string' && random() < 0.4) return oneOf(ids)
  return random() < 0.5 ? oneOf(NASTY) : value
}

/** Half a character cannot be written in an address. */
const plain = (value: unknown): string => String(value).replace(/[\ud800-\udfff]/g, '?')

/** Ends the sign-in of whoever sends it. */
const LEFT_OUT = ['signOut']
const ROUTES = (Object.values(allRoutes) as Contract[]).filter(
  // A stream answers as long as somebody listens.
  ({ id, streams }) => !streams && !LEFT_OUT.includes(id),
)

interface Sent {
  method: string
  path: string
  body: unknown
  headers: Record<string, string>
}

function broken(route: Contract, body: unknown): Sent {
  const path = route.path
    .replace('{kind}', () => oneOf(['machine', 'helmet', 'cylinder', 'rocket', '%00']))
    .replace('{code}', () => oneOf([shop.code, 'BNOTACODE1', "x'--"]))
    .replace(/\{\w+\}/g, () =>
      random() < 0.8 ? oneOf(ids) : encodeURIComponent(plain(oneOf(NASTY)).slice(0, 200)),
    )
  const query =
    random() < 0.3
      ? `?${oneOf(['q', 'page', 'sort', 'show', 'of', 'paper', 'code', 'group', 'station', 'all'])}=${encodeURIComponent(
          plain(oneOf(NASTY)).slice(0, 300),
        )}`
      : ''
  const raw = ['{', '[1,', 'null', '"text"', '{"a":1e999}', '\u0000', '']
  return {
    method: random() < 0.03 ? oneOf(['GET', 'POST', 'PUT', 'DELETE', 'PATCH']) : route.method,
    path: path + query,
    body: route.body && (random() < 0.06 ? oneOf(raw) : spoilt(body)),
    headers: {
      ...(random() < 0.03 && { 'content-type': oneOf(['text/plain', 'multipart/form-data', '']) }),
      ...(random() < 0.03 && { authorization: oneOf(['Bearer zon_x', 'Basic eDp5', 'Bearer ']) }),
      ...(random() < 0.03 && { origin: 'https://elsewhere.example' }),
    },
  }
}

describe('broken requests', () => {
  it(
    `${REQUESTS.toLocaleString('en-US')} over all routes: none is answered by 500, none hangs`,
    async () => {
      const bodies = new Map(
        ROUTES.filter(({ body }) => body).map((route) => [
          route.id,
          fc.sample(bodiesOf(route.body!), { seed: SEED, numRuns: 40 }),
        ]),
      )
      const counts = new Map<number, number>()
      const wrong: string[] = []
      let people = Object.values(shop.people)
      const signInAnew = async (): Promise<void> => {
        const roles = ['lead', 'instructor', 'worker', 'viewer'] as const
        people = await Promise.all(
          roles.map((role) =>
            new Person(app)
              .signIn(`${role}@abuse.example`, PASSWORD)
              .catch(() => shop.people[role]),
          ),
        )
      }
      const sendOne = async (): Promise<void> => {
        const route = oneOf(ROUTES)
        const sent = broken(route, bodies.get(route.id)?.[Math.floor(random() * 40)])
        const person = random() < 0.1 ? new Person(app) : oneOf(people)
        const asked = performance.now()
        const { status, body } = await person.attempt(sent, HUNG_MS)
        counts.set(status, (counts.get(status) ?? 0) + 1)
        const code = (body as { error?: { code?: string } } | null)?.error?.code
        if (status === 0 || (status >= 500 && code !== 'busy'))
          wrong.push(
            `${status} after ${Math.round(performance.now() - asked)} ms: ${sent.method} ${sent.path} ${JSON.stringify(sent.body)?.slice(0, 600)}`,
          )
      }
      let left = REQUESTS
      let sinceSignIn = 0
      const lane = async (): Promise<void> => {
        while (left-- > 0) {
          if (++sinceSignIn >= ANEW) {
            sinceSignIn = 0
            await signInAnew()
          }
          await sendOne()
        }
      }
      await Promise.all(Array.from({ length: AT_ONCE }, lane))
      console.log(
        `abuse: ${[...counts]
          .sort(([a], [b]) => a - b)
          .map(([status, n]) => `${status} x ${n}`)
          .join(', ')}`,
      )
      expect(wrong).toEqual([])
      expect((await ask(`${app.url}/api/v1/health/ready`)).status).toBe(200)
    },
    REQUESTS * 200 + 60_000,
  )
})
