import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { MINIMUM, RECORD_KINDS } from '#core/keeping/rules'
import type { Keeping } from '#shared/keeping/schema'
import { startApp, withOwner, type App } from '../app'
import { useAlerts } from './alert.fixture'
import { useGas } from './gas-set.fixture'
import { useGear } from './gear.fixture'
import { makeAir, makeShop, type Shop } from './shop.fixture'

/** The chore of the server, asked for by itself. */
process.env.ZONARIS_SECRET ??= 'a secret that only the tests know, 32+'

let app: App
let shop: Shop
let other: Shop
let removeWhatIsDue: (now: Date) => Promise<number>
let closePool: () => Promise<void>

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'kept')
  other = await makeShop(app, 'apart')
  for (const one of [shop, other]) {
    await makeAir(app, one)
    await useGas(one)
    await useGear(one)
    await useAlerts(one)
  }
  process.env.ZONARIS_APP_DATABASE_URL = app.appUrl
  ;({ removeWhatIsDue } = await import('#server/services/keeping/remove'))
  ;({ closePool } = await import('#server/db/pool'))
})
afterAll(async () => {
  await closePool()
  await app.end()
})

const owner = <T>(text: string, values: unknown[] = []): Promise<T[]> =>
  withOwner(app.ownerUrl, async (client) => (await client.query(text, values)).rows as T[])
const count = async (text: string, values: unknown[] = []): Promise<number> =>
  Number(
    (await owner<{ count: string }>(`SELECT count(*) AS count FROM ${text}`, values))[0]!.count,
  )
const FOR_GOOD = { inspection: null, gas: null, reading: null, message: null, held: null }
const keeping = async (): Promise<Keeping> =>
  (await shop.people.lead.send<Keeping>('GET', '/keeping')).body
async function setRule(rule: object): Promise<Keeping> {
  const { version } = await keeping()
  const answer = await shop.people.lead.send<Keeping>('PUT', '/keeping', {
    ...FOR_GOOD,
    ...rule,
    version,
  })
  expect(answer.status).toBe(200)
  return answer.body
}
/** As if the day after the change were over. */
const aDayLater = (): Promise<unknown> =>
  owner("UPDATE keeping_rule SET from_at = now() - interval '1 second'")
const remove = (): Promise<number> => removeWhatIsDue(new Date())

describe('a rule', () => {
  it('keeps everything for good until one is set', async () => {
    const answer = await keeping()
    expect(answer).toMatchObject({ ...FOR_GOOD, version: 0, from: null, months: [] })
    expect(answer.due).toEqual({ inspection: 0, gas: 0, reading: 0, message: 0 })
  })
  it('below what the law asks for is refused at its field, and by the database, whoever asks', async () => {
    for (const kind of RECORD_KINDS)
      for (const years of [MINIMUM[kind].least - 1, 0, -1, 1.5, 101, 1e9]) {
        const answer = await shop.people.lead.send<{ error: { fields: { path: string }[] } }>(
          'PUT',
          '/keeping',
          { ...FOR_GOOD, [kind]: years, version: 0 },
        )
        expect([answer.status, answer.body.error.fields[0]!.path]).toEqual([400, kind])
        if (!Number.isInteger(years) || years === 1e9) continue
        await expect(
          owner(
            `INSERT INTO keeping_rule (site_id, organisation_id, ${kind}, from_at)
             SELECT id, organisation_id, $1, now() FROM site LIMIT 1`,
            [years],
          ),
        ).rejects.toThrow('check constraint')
      }
  })
  it('is set by leads alone, of two who set it at once by one, and is on record', async () => {
    const body = { ...FOR_GOOD, inspection: 2, version: 0 }
    expect((await shop.people.instructor.send('PUT', '/keeping', body)).status).toBe(403)
    expect((await shop.people.worker.send('GET', '/keeping')).status).toBe(403)
    const both = await Promise.all(
      [body, body].map((each) => shop.people.lead.send('PUT', '/keeping', each)),
    )
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    expect(await count("audit WHERE action = 'keeping_changed'")).toBe(1)
  })
})

/** Looks, readings, moves and messages of three years ago, in both shops. */
async function makeOld(): Promise<void> {
  await owner(`
    INSERT INTO inspection (id, organisation_id, gear_id, person_id, at, occasion, result, lines, rehearsal)
    SELECT gen_random_uuid(), g.organisation_id, g.id, p.id, now() - interval '3 years' - n * interval '1 day',
      'beforeUse', 'pass', '[]', false
    FROM gear g JOIN LATERAL (SELECT id FROM person WHERE organisation_id = g.organisation_id LIMIT 1) p ON true,
      generate_series(1, 3) AS n`)
  await owner(`
    INSERT INTO photo (id, organisation_id, site_id, item_id, person_id, at, portrait, inspection_id, of_at, line, width, height, bytes, digest)
    SELECT gen_random_uuid(), i.organisation_id, g.site_id, g.id, i.person_id, i.at, false, i.id, i.at, 'whole', 9, 9, 9, repeat('0', 64)
    FROM inspection i JOIN gear g ON g.id = i.gear_id WHERE i.at < now() - interval '2 years'`)
  await owner(`
    INSERT INTO cylinder_event (id, organisation_id, cylinder_id, kind, at, person_id, state, pressure)
    SELECT gen_random_uuid(), c.organisation_id, c.id, e.kind, now() - e.ago, p.id, e.state, e.pressure
    FROM cylinder c JOIN LATERAL (SELECT id FROM person WHERE organisation_id = c.organisation_id LIMIT 1) p ON true,
      (VALUES
        ('move', interval '4 years', 'full', NULL::float), ('reading', interval '47 months', NULL, 1e7),
        ('move', interval '3 years', 'full', NULL), ('reading', interval '35 months', NULL, 1e7)
      ) AS e (kind, ago, state, pressure)`)
  await owner(`
    INSERT INTO air_reading (organisation_id, device_id, substance, at, value, received_at)
    SELECT organisation_id, id, 'ozone', date_trunc('hour', now() - interval '3 years') + n * interval '10 minutes', n, now()
    FROM air_device, generate_series(0, 8) AS n`)
  await owner(`
    INSERT INTO message (id, organisation_id, site_id, channel, address, subject, body, link, made_at, sent_at)
    SELECT gen_random_uuid(), organisation_id, id, 'page', '', 'Old', 'Old', '/', now() - interval '3 years', s.at
    FROM site, (VALUES (now()), (NULL)) AS s (at)`)
}
const OLD = "< now() - interval '2 years'"
const ofShop = (): string =>
  `organisation_id = (SELECT organisation_id FROM person WHERE id = '${shop.ids.lead}')`
const counts = async (whose: string): Promise<number[]> =>
  Promise.all(
    [
      `inspection WHERE at ${OLD}`,
      `photo WHERE at ${OLD}`,
      `cylinder_event WHERE at ${OLD}`,
      `air_reading WHERE at ${OLD}`,
      `message WHERE made_at ${OLD}`,
    ].map((what) => count(`${what} AND ${whose}`)),
  )

describe('what is older than the rule', () => {
  let before: number[]
  let apart: number[]
  beforeAll(async () => {
    await makeOld()
    before = await counts(ofShop())
    apart = await counts(`NOT ${ofShop()}`)
    expect(Math.min(...before, ...apart)).toBeGreaterThan(0)
  })

  it('is told before it goes, and does not go within a day', async () => {
    const told = await setRule({ inspection: 2, gas: 2, reading: 2, message: 2 })
    expect(Math.min(...Object.values(told.due))).toBeGreaterThan(0)
    expect(Date.parse(told.from!)).toBeGreaterThan(Date.now() + 23 * 3_600_000)
    expect(await remove()).toBe(0)
    // Nor does a clock that runs ahead, as that of a rehearsal, make it go.
    expect(await removeWhatIsDue(new Date(Date.now() + 1e11))).toBe(0)
    expect(await counts(ofShop())).toEqual(before)
  })
  it('stays while it is held', async () => {
    const told = await setRule({ inspection: 2, message: 2, held: 'Insurer asks after 12 May' })
    await aDayLater()
    expect(await remove()).toBe(0)
    expect(told.held).toBe('Insurer asks after 12 May')
    expect(await counts(ofShop())).toEqual(before)
  })
  it('stays where the rule says for good', async () => {
    await setRule({})
    await aDayLater()
    expect(await remove()).toBe(0)
  })
  it('goes, once, whoever does it and however many at once; the newest look and filling and what was not sent stay', async () => {
    await setRule({ inspection: 2, gas: 2, reading: 2, message: 2 })
    await aDayLater()
    const gone = await Promise.all([remove(), remove(), remove()])
    const gear = await count(`gear WHERE ${ofShop()}`)
    const cylinders = await count(`cylinder WHERE ${ofShop()}`)
    const [looks, photos, events, readings, messages] = await counts(ofShop())
    // Where a piece was looked at since, the old ones went; of the others the newest is still here, with its photo.
    expect(looks).toBeLessThanOrEqual(gear)
    expect(looks).toBe(
      await count(
        `inspection i WHERE at ${OLD} AND ${ofShop()} AND NOT EXISTS (
          SELECT 1 FROM inspection n WHERE n.gear_id = i.gear_id AND n.occasion = i.occasion AND n.at > i.at)`,
      ),
    )
    expect(photos).toBe(looks)
    expect(events).toBe(2 * cylinders)
    expect([readings, messages]).toEqual([0, 1])
    const all = before.reduce((sum, one) => sum + one) - (looks! + photos! + events! + messages!)
    const photosGone = before[1]! - photos!
    expect(gone.reduce((sum, one) => sum + one)).toBe(all - photosGone)
    expect(await remove()).toBe(0)
    expect((await keeping()).due).toEqual({ inspection: 0, gas: 0, reading: 0, message: 0 })
  })
  it('is counted in the audit, and nothing of another shop went', async () => {
    const rows = await owner<{ details: { kind: string; count: number } }>(
      "SELECT details FROM audit WHERE action = 'records_removed'",
    )
    expect([...new Set(rows.map(({ details }) => details.kind))].sort()).toEqual(
      [...RECORD_KINDS].sort(),
    )
    expect(await counts(`NOT ${ofShop()}`)).toEqual(apart)
  })
  it('of monitors is left by the hour: how many, their mean, the highest', async () => {
    const hours = await owner<{ readings: number; mean: number; highest: number }>(
      `SELECT readings, mean, highest FROM air_hour WHERE ${ofShop()} ORDER BY hour LIMIT 2`,
    )
    // Six readings of 0 to 5 in the first hour, three of 6 to 8 in the second.
    expect(hours).toEqual([
      { readings: 6, mean: 2.5, highest: 5 },
      { readings: 3, mean: 7, highest: 8 },
    ])
    const { months } = await keeping()
    const csv = (
      await shop.people.instructor.send<string>('GET', `/air-hours.csv?month=${months[0]}`)
    ).body
    expect(csv).toContain('monitor,substance,unit,hour,readings,mean,highest,first,last')
    expect(csv).toMatch(/Ozone,ppm,[^,]+,6,2\.5,5/)
    expect((await shop.people.lead.send('GET', '/air-hours.csv?month=2026-13')).status).toBe(400)
    const theirs = await other.people.lead.send<Keeping>('GET', '/keeping')
    expect(theirs.body.months).toEqual([])
  })
  it('that comes late for an hour that is closed counts by how much it is', async () => {
    await owner(
      `INSERT INTO air_reading (organisation_id, device_id, substance, at, value, received_at)
       SELECT organisation_id, device_id, substance, hour + interval '5 minutes', 12.5, now() FROM air_hour
       WHERE ${ofShop()} AND readings = 6`,
    )
    await remove()
    const [hour] = await owner(
      `SELECT readings, mean, highest FROM air_hour WHERE ${ofShop()} AND readings = 7`,
    )
    expect(hour).toEqual({ readings: 7, mean: (6 * 2.5 + 12.5) / 7, highest: 12.5 })
  })
})

describe('months', () => {
  it('that are empty go one at a time; those that hold something stay, and what comes late finds room', async () => {
    const months = (): Promise<number> =>
      count("pg_class WHERE relname ~ '^inspection_\\d{4}_\\d{2}$'")
    const { rows } = await withOwner(app.ownerUrl, (client) =>
      client.query(
        "SELECT make_partitions('inspection', now() - interval '6 years', now() - interval '5 years') AS made",
      ),
    )
    expect(rows[0].made).toBeGreaterThan(10)
    const before = await months()
    await aDayLater()
    await remove()
    expect(await months()).toBe(before - 1)
    const held = randomUUID()
    await owner(
      `INSERT INTO inspection (id, organisation_id, gear_id, person_id, at, result, lines, rehearsal)
       SELECT $1, organisation_id, id, $2, now() - interval '6 years', 'pass', '[]', false FROM gear WHERE ${ofShop()} LIMIT 1`,
      [held, shop.ids.lead],
    )
    expect(await count('inspection WHERE id = $1', [held])).toBe(1)
  })
})
