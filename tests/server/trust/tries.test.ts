import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startApp, withOwner, type App } from '../../app'
import { Person, type Answer } from '../client'
import {
  act,
  fillPermit,
  made,
  makeShop,
  PASSWORD,
  PIN,
  sign as signAs,
  type Shop,
} from '../shop.fixture'

let app: App
let shop: Shop
const LEAD = 'lead@tries.example'

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'tries')
  await shop.people.lead.send('POST', `/sessions/${shop.session}/changes`, {
    change: {
      kind: 'assign',
      people: [shop.ids.worker, shop.ids.watch],
      set: { stationId: shop.station },
    },
  })
})
afterAll(() => app.end())

type Said = Answer<{ error?: { code: string; message: string } }>
const wrong = (email: string, person = new Person(app)): Promise<Said> =>
  person.send('POST', '/sign-in', { email, password: 'surely not this one' })
async function untilClosed(send: () => Promise<Said>, most = 60): Promise<number> {
  for (let i = 1; i <= most; i++) if ((await send()).status === 429) return i
  return Infinity
}
const audit = async (action: string): Promise<number> =>
  (
    await withOwner(app.ownerUrl, (owner) =>
      owner.query('SELECT count(*)::int AS n FROM audit WHERE action = $1', [action]),
    )
  ).rows[0].n

describe('many at the same moment', () => {
  it('are each looked at: nobody waits because others sign in too', async () => {
    for (let wave = 0; wave < 3; wave++) {
      const answers = await Promise.all(
        Array.from({ length: 20 }, (_, i) => wrong(`nobody-${wave}-${i}@tries.example`)),
      )
      expect(new Set(answers.map((answer) => answer.status))).toEqual(new Set([401]))
    }
  })
})

describe('many wrong passwords', () => {
  it('make strangers wait, twice as long each time, and leave the known device of the lead open', async () => {
    const known = await new Person(app).signIn(LEAD, PASSWORD)
    expect(await untilClosed(() => wrong(LEAD))).toBeLessThan(14)
    const stranger = await new Person(app).send<{ error: { code: string } }>('POST', '/sign-in', {
      email: LEAD,
      password: PASSWORD,
    })
    expect([stranger.status, stranger.body.error.code]).toEqual([429, 'too_many'])
    // The same lead on the device that is known.
    await known.send('DELETE', '/sign-in')
    const again = await known.send('POST', '/sign-in', { email: LEAD, password: PASSWORD })
    expect(again.status).toBe(200)
  })

  it('wait longer and longer', async () => {
    const waits: number[] = []
    for (let i = 0; i < 4; i++) {
      const answer = await wrong(LEAD)
      waits.push(Number(answer.headers.get('retry-after')))
      // As if the wait had passed.
      await withOwner(app.ownerUrl, (owner) => owner.query('UPDATE attempt SET open_at = now()'))
      await wrong(LEAD)
    }
    expect(waits[0]).toBeGreaterThan(0)
    for (let i = 1; i < waits.length; i++) expect(waits[i]).toBeGreaterThan(waits[i - 1]! * 1.5)
  })

  it('are told in the audit, each that was looked at', async () => {
    expect(await audit('sign_in_refused')).toBeGreaterThan(8)
  })

  it('are forgotten when staff let the person in again', async () => {
    const path = `/people/${shop.ids.lead}`
    const waits = async () =>
      (await shop.people.instructor.send<{ waitsUntil: string | null }>('GET', path)).body
        .waitsUntil
    await wrong(LEAD)
    expect(await waits()).not.toBeNull()
    expect((await shop.people.worker.send('POST', `${path}/release`)).status).toBe(403)
    expect((await shop.people.instructor.send('POST', `${path}/release`)).status).toBe(200)
    expect(await waits()).toBeNull()
    expect((await new Person(app).signIn(LEAD, PASSWORD)).cookie).not.toBe('')
    expect(await audit('person_released')).toBe(1)
  })
})

describe('wrong PINs', () => {
  const sign = (person: Person, pin: string): Promise<Said> =>
    signAs(shop, 'fire_watch', pin, person) as Promise<Said>
  /** With the operator's signature, so that the watch is next. */
  async function fillForWatch(): Promise<void> {
    await fillPermit(shop)
    await signAs(shop, 'operator', PIN.worker)
  }

  it('of one person do not keep another from having the same watch sign', async () => {
    await fillForWatch()
    expect(await untilClosed(() => sign(shop.people.worker, '0000'))).toBeLessThan(14)
    expect((await sign(shop.people.worker, PIN.watch)).status).toBe(429)
    expect((await sign(shop.people.lead, PIN.watch)).status).toBe(200)
    expect(await audit('pin_refused')).toBeGreaterThan(7)
  })

  it('at a booth do not keep the person from signing, nor those at the booth from their cards', async () => {
    const booth = (personId: string, pin: string, person = new Person(app)): Promise<Said> =>
      person.send('POST', `/booths/${shop.code}/sign-in`, { personId, pin })
    expect(await untilClosed(() => booth(shop.ids.watch, '0000'))).toBeLessThan(14)
    expect((await booth(shop.ids.watch, PIN.watch)).status).toBe(429)
    expect((await booth(shop.ids.worker, PIN.worker)).status).toBe(200)
    const closed = await act(shop, 'revoke', undefined, 'not needed any more')
    expect(closed.status).toBe(200)
    const relief = await made(shop.people.lead, '/permits', { jobId: shop.job })
    shop.permit = relief
    await fillForWatch()
    expect((await sign(shop.people.lead, PIN.watch)).status).toBe(200)
  })

  it('a hundred at once are counted as a hundred', async () => {
    const statuses = await Promise.all(
      Array.from({ length: 40 }, async () => (await sign(shop.people.instructor, '1234')).status),
    )
    expect(statuses.filter((status) => status === 400).length).toBeLessThanOrEqual(9)
  })
})

describe('a right secret', () => {
  it('hashed by weaker settings is hashed anew at the next sign-in, which ends nothing', async () => {
    const person = await new Person(app).signIn('viewer@tries.example', PASSWORD)
    const hash = async (): Promise<string> =>
      (
        await withOwner(app.ownerUrl, (owner) =>
          owner.query('SELECT password_hash FROM person WHERE id = $1', [shop.ids.viewer]),
        )
      ).rows[0].password_hash
    // The same password as the application hashed it before: N 16384, p 1.
    const { Hash } = await import('@adonisjs/hash')
    const { Scrypt } = await import('@adonisjs/hash/drivers/scrypt')
    const old = await new Hash(
      new Scrypt({ cost: 16_384, blockSize: 8, parallelization: 1, maxMemory: 33_554_432 }),
    ).make(PASSWORD)
    await withOwner(app.ownerUrl, async (owner) => {
      await owner.query('BEGIN')
      await owner.query("SELECT set_config('zonaris.rehash', 'on', true)")
      await owner.query('UPDATE person SET password_hash = $1 WHERE id = $2', [
        old,
        shop.ids.viewer,
      ])
      await owner.query('COMMIT')
    })
    await new Person(app).signIn('viewer@tries.example', PASSWORD)
    expect(await hash()).not.toBe(old)
    expect(await hash()).toMatch(/p=3/)
    expect((await person.send('GET', '/sign-in')).status).toBe(200)
  })
})
