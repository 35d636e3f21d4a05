import { randomUUID } from 'node:crypto'
import { cpSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { migrate } from '#server/db/migrate'
import { verifyAudit } from '#server/services/audit/verify'
import { emptyDatabase, SECRET, withOwner } from '../app'

const FOLDER = 'server/db/migrations'
/** The schema as it stood before it was divided. */
const LAST_WHOLE = '0049_health'

const [org, other, site, person, gear, look, photo] = Array.from({ length: 7 }, () => randomUUID())
const LOOKED_AT = '2024-05-31T23:59:59.999Z'

let database: { url: string; drop: () => Promise<void> }
let appUrl: string
const old = mkdtempSync(join(tmpdir(), 'zonaris-whole-'))
const owner = async <T>(text: string, values: unknown[] = []): Promise<T[]> =>
  withOwner(database.url, async (client) => (await client.query(text, values)).rows as T[])
/** As the application does it, for an organisation. */
async function asApp<T>(organisation: string, text: string, values: unknown[] = []): Promise<T[]> {
  const client = new pg.Client({ connectionString: appUrl })
  await client.connect()
  try {
    await client.query("SELECT set_config('zonaris.organisation', $1, false)", [organisation])
    return (await client.query(text, values)).rows as T[]
  } finally {
    await client.end()
  }
}
const audited = (organisation: string, at: string): Promise<unknown> =>
  owner(
    "INSERT INTO audit (organisation_id, at, action, subject, details, rehearsal) VALUES ($1, $2, 'told', 'site', '{}', false)",
    [organisation, at],
  )
const insertLook = `INSERT INTO inspection (id, organisation_id, gear_id, person_id, at, result, lines, rehearsal)
  VALUES ($1, $2, $3, $4, $5, 'pass', '[]', false)`
const piece = async (id: string): Promise<string> =>
  (
    await owner<{ piece: string }>(
      'SELECT tableoid::regclass::text AS piece FROM inspection WHERE id = $1',
      [id],
    )
  )[0]!.piece

beforeAll(async () => {
  database = await emptyDatabase()
  for (const file of readdirSync(FOLDER).filter((name) => name <= `${LAST_WHOLE}.sql`))
    cpSync(join(FOLDER, file), join(old, file))
  await migrate(database.url, SECRET, old, () => {})
  await owner("INSERT INTO organisation VALUES ($1, 'One', now()), ($2, 'Other', now())", [
    org,
    other,
  ])
  await owner(
    "INSERT INTO site (id, organisation_id, name, time_zone) VALUES ($1, $2, 'One', 'UTC')",
    [site, org],
  )
  await owner(
    "INSERT INTO person (id, organisation_id, site_id, name, role, created_at) VALUES ($1, $2, $3, 'One', 'lead', now())",
    [person, org, site],
  )
  await owner(
    "INSERT INTO gear (id, organisation_id, site_id, kind, label, every_days, in_service_on) VALUES ($1, $2, $3, 'machine', 'One', 1, '2024-01-01')",
    [gear, org, site],
  )
  await owner(insertLook, [look, org, gear, person, LOOKED_AT])
  await owner(
    `INSERT INTO photo (id, organisation_id, site_id, item_id, person_id, at, portrait, inspection_id, line, width, height, bytes, digest)
     VALUES ($1, $2, $3, $4, $5, $6, false, $7, 'whole', 9, 9, 9, repeat('0', 64))`,
    [photo, org, site, gear, person, LOOKED_AT, look],
  )
  for (const at of ['2023-12-31T23:59:59Z', '2024-01-01T00:00:00Z', '2026-02-01T10:00:00Z'])
    await audited(org!, at)
  appUrl = (await migrate(database.url, SECRET, FOLDER, () => {})).appUrl
})
afterAll(async () => {
  await database.drop()
  rmSync(old, { recursive: true, force: true })
})

describe('a database of before', () => {
  it('keeps every row, in the month that it is of', async () => {
    expect(await piece(look!)).toBe('months.inspection_2024_05')
    expect(await owner('SELECT of_at FROM photo')).toEqual([{ of_at: new Date(LOOKED_AT) }])
    expect(await owner('SELECT tableoid::regclass::text AS piece FROM audit ORDER BY seq')).toEqual(
      [
        { piece: 'months.audit_2023' },
        { piece: 'months.audit_2024' },
        { piece: 'months.audit_2026' },
      ],
    )
  })
  it('keeps its chain, and goes on with it', async () => {
    await audited(org!, '2026-02-02T10:00:00Z')
    await withOwner(database.url, async (client) => {
      const { broken, checked } = await verifyAudit(client)
      expect(broken).toEqual([])
      expect(checked).toBe(4)
    })
    // Somebody who writes meanwhile breaks nothing.
    let isWriting = true
    const writing = (async () => {
      while (isWriting) await audited(org!, new Date().toISOString())
    })()
    for (let i = 0; i < 20; i++)
      expect((await withOwner(database.url, (client) => verifyAudit(client))).broken).toEqual([])
    isWriting = false
    await writing
    await expect(owner('DELETE FROM audit')).rejects.toThrow('append-only')
    await expect(owner('DELETE FROM months.audit_2024')).rejects.toThrow('append-only')
  })
  it('still refuses a photo of a look that is not there, and a look twice', async () => {
    await expect(owner('UPDATE photo SET of_at = now() WHERE id = $1', [photo])).rejects.toThrow(
      'photo_of_inspection',
    )
    await expect(owner(insertLook, [look, org, gear, person, LOOKED_AT])).rejects.toThrow(
      'duplicate key',
    )
    await expect(owner('DELETE FROM inspection WHERE id = $1', [look])).rejects.toThrow('photo')
  })
})

describe('months', () => {
  it('are there ahead, and made once, whoever makes them and however many at once', async () => {
    // The database reckons them: three months from the 30th of November are the end of February, not the 2nd of March.
    const make = (months: number): Promise<{ made: number }[]> =>
      asApp(
        org!,
        "SELECT make_partitions('inspection', now(), now() + make_interval(months => $1)) AS made",
        [months],
      )
    expect(await make(3)).toEqual([{ made: 0 }])
    const made = await Promise.all([make(5), make(5), make(5)])
    expect(
      made
        .flat()
        .map(({ made }) => made)
        .sort(),
    ).toEqual([0, 0, 2])
  })
  it('are there again after a database stood still, before anybody writes', async () => {
    const now = new Date().toISOString().slice(0, 7).replace('-', '_')
    await owner(`DROP TABLE IF EXISTS months.air_reading_${now}`)
    await migrate(database.url, SECRET, FOLDER, () => {})
    expect(
      await owner('SELECT 1 FROM pg_class WHERE relname = $1', [`air_reading_${now}`]),
    ).toHaveLength(1)
  })
  it('that nobody made are no reason to refuse anything', async () => {
    const early = randomUUID()
    await asApp(org!, insertLook, [early, org, gear, person, '2009-07-01T00:00:00Z'])
    expect(await piece(early)).toBe('months.inspection_rest')
    // What lies in the rest stays there, and so do the months beside it come.
    const [{ made }] = (await asApp<{ made: number }>(
      org!,
      "SELECT make_partitions('inspection', '2009-06-01Z', '2009-08-02Z') AS made",
    )) as [{ made: number }]
    expect(made).toBe(2)
    expect(await asApp(org!, 'SELECT id FROM inspection WHERE at < $1', ['2010-01-01Z'])).toEqual([
      { id: early },
    ])
  })
  it('are not made without end', async () => {
    await expect(
      asApp(org!, "SELECT make_partitions('inspection', '1900-01-01Z', now())"),
    ).rejects.toThrow('12 years')
    await expect(asApp(org!, "SELECT make_partitions('person', now(), now())")).rejects.toThrow()
  })
  it('show and take nothing past their table', async () => {
    for (const text of [
      'SELECT * FROM months.inspection_2024_05',
      'DELETE FROM months.inspection_2024_05',
      'SELECT * FROM months.audit_rest',
    ])
      await expect(asApp(org!, text)).rejects.toThrow('permission denied')
    expect(await asApp(other!, 'SELECT id FROM inspection')).toEqual([])
    await expect(
      asApp(other!, insertLook, [randomUUID(), org, gear, person, LOOKED_AT]),
    ).rejects.toThrow('row-level security')
  })
  it('each have the indexes and rules of their table', async () => {
    const of = (name: string): Promise<{ rule: string }[]> =>
      owner(
        `SELECT pg_get_constraintdef(oid) AS rule
         FROM pg_constraint WHERE conrelid = $1::regclass AND contype IN ('f', 'c') ORDER BY 1`,
        [name],
      )
    expect(await of('months.inspection_2024_05')).toEqual(await of('inspection'))
    expect((await of('inspection')).length).toBeGreaterThan(5)
  })
})
