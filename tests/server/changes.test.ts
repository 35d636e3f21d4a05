import { randomUUID } from 'node:crypto'
import { setTimeout as sleep } from 'node:timers/promises'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { ChangeHub, type Change } from '#server/services/changes/hub'
import { TOPICS } from '#shared/changes/topics'
import { startApp, withOwner, type App } from '../app'
import { Person } from './client'
import { Listener } from './listener'
import { deskDrawn } from './plan.fixture'
import { made, makeShop, PASSWORD, type Shop } from './shop.fixture'
import { ask } from './ask'

let app: App
let shop: Shop
let other: Shop
const open: Listener[] = []
const listen = async (person: Person, last?: string): Promise<Listener> => {
  const listener = await Listener.open(person, last)
  open.push(listener)
  return listener
}

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'here')
  other = await makeShop(app, 'there')
})
afterEach(() => {
  for (const listener of open.splice(0)) listener.close()
})
afterAll(() => app.end())

const draw = (at = shop) => at.people.lead.send('POST', '/plan/draft/changes', deskDrawn())

describe('what others change', () => {
  it('is told within two seconds, by topic alone, to every role of the site', async () => {
    const all = await Promise.all(
      (['lead', 'instructor', 'worker', 'viewer'] as const).map((role) =>
        listen(shop.people[role]),
      ),
    )
    expect(all.map(({ status }) => status)).toEqual([200, 200, 200, 200])
    expect((await draw()).status).toBe(200)
    for (const listener of all) {
      expect(await listener.hears('draft')).toBeLessThan(2_000)
      for (const { data } of listener.events)
        for (const told of data) expect(TOPICS).toContain(told)
    }
  })

  it('is not told to another organisation, nor to another site of the same one', async () => {
    const stranger = await listen(other.people.lead)
    const mine = await listen(shop.people.lead)
    const site = await secondSite()
    expect((await draw()).status).toBe(200)
    await mine.hears('draft')
    await sleep(400)
    expect(stranger.events).toEqual([])
    expect(site.events).toEqual([])
  })

  /** Somebody of the same organisation at another site. */
  async function secondSite(): Promise<Listener> {
    const email = 'far@here.example'
    const person = await made(shop.people.lead, '/people', {
      name: 'Far away',
      email,
      role: 'viewer',
      fireWatchTrainedOn: null,
      active: true,
      password: PASSWORD,
      pin: '7391',
    })
    await withOwner(app.ownerUrl, async (owner) => {
      const { rows } = await owner.query<{ id: string }>(
        `INSERT INTO site SELECT (json_populate_record(s, json_build_object('id', gen_random_uuid(), 'name', 'Far yard'))).* FROM site s
         WHERE id = (SELECT site_id FROM station WHERE id = $1) RETURNING id`,
        [shop.station],
      )
      await owner.query('UPDATE person SET site_id = $1 WHERE id = $2', [rows[0]!.id, person])
    })
    return listen(await new Person(app).signIn(email, PASSWORD))
  }

  it('is not told before it stands: what fails tells nothing', async () => {
    const listener = await listen(shop.people.lead)
    const desk = deskDrawn() as { changes: { version: number | null }[] }
    desk.changes[0]!.version = 7
    expect((await shop.people.lead.send('POST', '/plan/draft/changes', desk)).status).toBe(409)
    await sleep(600)
    expect(listener.topics).not.toContain('draft')
  })
})

describe('a stream that is cut', () => {
  it('goes on where it was, told what was missed', async () => {
    const first = await listen(shop.people.lead)
    await draw()
    await first.hears('draft')
    const { id } = first.events.at(-1)!
    first.close()
    await shop.people.lead.send('POST', '/stations', {
      name: 'Meanwhile',
      designated: true,
      air: (await station()).air,
      burns: null,
    })
    const again = await listen(shop.people.lead, id)
    expect(await again.hears('stations')).toBeLessThan(2_000)
    expect(again.topics).not.toContain('stores')
  })
  const station = async (): Promise<{ air: object }> =>
    (await shop.people.lead.send<{ air: object }[]>('GET', '/stations')).body[0]!

  it('is told everything where its place is not known any more, or there is none', async () => {
    for (const last of ['1', 'nonsense', '']) {
      const again = await listen(shop.people.lead, last)
      await again.hears('rules')
      expect(again.topics).toEqual([...TOPICS].sort())
    }
  })

  it('is told everything after the database was lost and found again', async () => {
    const listener = await listen(shop.people.lead)
    await draw()
    await listener.hears('draft')
    await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query LIKE 'LISTEN%' AND datname = current_database()",
      ),
    )
    expect(await listener.hears('rules', 5_000)).toBeLessThan(5_000)
    listener.events.length = 0
    await draw()
    expect(await listener.hears('draft')).toBeLessThan(2_000)
  })
})

describe('who may listen', () => {
  it('nobody who is not signed in, and no more than a dozen screens each', async () => {
    expect((await listen(new Person(app))).status).toBe(401)
    const many: Listener[] = []
    for (let i = 0; i < 13; i++) many.push(await listen(shop.people.viewer))
    expect(many.map(({ status }) => status)).toEqual([...Array<number>(12).fill(200), 429])
    for (const listener of many) listener.close()
    await many[0]!.until(() => many.every(({ ended }) => ended))
    await sleep(100)
    expect((await listen(shop.people.viewer)).status).toBe(200)
  })

  it('leaves nothing behind of those who went before they were answered', async () => {
    for (let i = 0; i < 30; i++) {
      const gone = new AbortController()
      const asked = ask(`${app.url}/api/v1/changes`, {
        headers: { cookie: shop.people.instructor.cookie, connection: 'close' },
        signal: gone.signal,
      }).catch(() => null)
      setTimeout(() => gone.abort(), i % 6)
      await asked
    }
    await sleep(300)
    const all: Listener[] = []
    for (let i = 0; i < 12; i++) all.push(await listen(shop.people.instructor))
    expect(all.map(({ status }) => status)).toEqual(Array<number>(12).fill(200))
  })

  it('ends with the sign-in', async () => {
    const person = await new Person(app).signIn('worker@here.example', PASSWORD)
    const listener = await listen(person)
    await person.send('DELETE', '/sign-in')
    expect(await listener.until(() => listener.ended, 25_000)).toBeLessThan(25_000)
  }, 30_000)

  it('ends when the server stops, and does not hold it up', async () => {
    const listener = await listen(shop.people.lead)
    const begun = performance.now()
    await app.stop()
    expect(performance.now() - begun).toBeLessThan(5_000)
    expect(listener.ended).toBe(true)
    await app.start()
  }, 60_000)
})

describe('changes kept', () => {
  const change = (id: string, topic: Change['topic'], organisation = 'a'): Change => ({
    id,
    organisation,
    site: null,
    topic,
  })
  const here = { organisation: 'a', site: 's' }

  it('tell of the last transaction again, as only a part of it may have arrived', () => {
    const hub = new ChangeHub()
    for (const each of [change('1', 'gear'), change('1', 'plan'), change('2', 'gas', 'b')])
      hub.publish(each)
    expect(hub.missedSince('1', here)).toEqual(['gear', 'plan'])
    expect(hub.missedSince('2', here)).toEqual([])
  })

  it('leave no state that was read before a gap', () => {
    const hub = new ChangeHub()
    expect(hub.stateOf('a')).toBeNull()
    hub.reset()
    const before = hub.stateOf('a')
    expect(hub.stateOf('a')).toBe(before)
    hub.publish(change('1', 'gear', 'b'))
    expect(hub.stateOf('a')).toBe(before)
    hub.publish(change('2', 'gear'))
    const after = hub.stateOf('a')
    expect(after).not.toBe(before)
    hub.lose()
    expect(hub.stateOf('a')).toBeNull()
    hub.reset()
    expect(hub.stateOf('a')).not.toBe(after)
  })

  it('are bounded, and what fell out is everything', () => {
    const hub = new ChangeHub()
    for (let i = 0; i < 30_000; i++) hub.publish(change(String(i), 'gear', randomUUID()))
    expect(hub.missedSince('0', here)).toEqual(TOPICS)
    expect(hub.missedSince('29999', here)).toEqual([])
  })
})
