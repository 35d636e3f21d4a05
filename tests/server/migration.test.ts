import { randomUUID } from 'node:crypto'
import { cpSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { migrate, OtherSecret } from '#server/db/migrate'
import { assessmentSchema } from '#shared/air/schema'
import { airSchema, specShape } from '#shared/job/schema'
import { z } from 'zod'
import { emptyDatabase, SECRET, withOwner } from '../app'

const FOLDER = 'server/db/migrations'
/** The schema as it stood before words were set straight. */
const LAST_OLD = '0005_air'

const OLD_AIR = {
  place: 'confined',
  volume: 40,
  ceiling: 2.5,
  obstructed: true,
  generalFlow: 0.2,
  mixing: 3,
  hood: 'none',
  hoodFlow: null,
  hoodDistance: null,
  hoodFlanged: false,
  hoodProved: false,
}
const OLD_SPEC = {
  process: 'SMAW',
  amps: 120,
  ampsFrom: null,
  electrode: 3.2,
  consumable: 'SMAW E7018',
  consumption: null,
  baseMetal: 'carbon_steel',
  coating: 'none',
  thickness: 8,
  position: 'bench',
  grinding: false,
  arcHidden: false,
  shieldGas: null,
  gasFlow: null,
  shieldFlow: null,
  laser: null,
  arcMinutes: 60,
  welders: 1,
  air: OLD_AIR,
  respirator: 'powered_hood',
  also: [],
  measured: { reference: 'Report 3', fume: 1, manganese: 0.2 },
}
const limit = (text: string, share: number, decides: boolean) => ({
  text,
  value: share,
  share,
  decides,
  chance: null,
})
const substance = (name: string, more: object) => ({
  substance: name,
  twa: 0.1,
  highest15: 0.3,
  ceiling: 0.4,
  bound: false,
  because: null,
  drawn: null,
  upperShare: null,
  band: null,
  limits: [],
  ...more,
})
const OLD_RESULTS = {
  substances: [
    substance('manganese', {
      limits: [
        limit('1 mg/m³, 8 h average, NIOSH REL', 0.1, true),
        limit('3 mg/m³, 15 min, NIOSH REL', 0.6, true),
        limit('5 mg/m³, ceiling, OSHA PEL', 2, false),
      ],
    }),
    substance('nickel', { bound: true, limits: [limit('1 mg/m³, 8 h average', 3, true)] }),
    substance('fume', { because: 'nobody knows' }),
  ],
  controls: [
    { id: 'asIs', rung: null, name: 'As it is', chance: 0.5, upperShare: 1.2 },
    {
      id: 'gun',
      rung: 'engineer',
      name: 'Fume gun',
      chance: 0.5,
      upperShare: 1.2,
      because: 'for wires',
    },
  ],
  decisive: 'manganese',
}

const id = (): string => randomUUID()
const [org, site, person, station, job, training, assessment] = Array.from({ length: 7 }, id)
const BEFORES: Record<string, object> = {
  add: { added: [person] },
  remove: { members: [] },
  prove: { proofs: [{ station, proved: null }] },
  seal: { seals: [{ person, day: null }] },
  clear: { cleared: { people: [person], process: 'SMAW' } },
  lend: { lent: { stock: station, person } },
  kit: { kit: { rows: [], people: [person], items: ['boots'] } },
}

let database: { url: string; drop: () => Promise<void> }
const old = mkdtempSync(join(tmpdir(), 'zonaris-old-'))
const read = async <T>(text: string): Promise<T[]> =>
  withOwner(database.url, async (owner) => (await owner.query(text)).rows as T[])

beforeAll(async () => {
  database = await emptyDatabase()
  for (const file of readdirSync(FOLDER).filter((name) => name <= `${LAST_OLD}.sql`))
    cpSync(join(FOLDER, file), join(old, file))
  await migrate(database.url, SECRET, old, () => {})
  await withOwner(database.url, async (owner) => {
    await owner.query("INSERT INTO organisation VALUES ($1, 'Old', now())", [org])
    await owner.query(
      "INSERT INTO site (id, organisation_id, name, time_zone) VALUES ($1, $2, 'Old', 'UTC')",
      [site, org],
    )
    await owner.query(
      "INSERT INTO person (id, organisation_id, site_id, name, role, created_at) VALUES ($1, $2, $3, 'Old', 'lead', now())",
      [person, org, site],
    )
    await owner.query(
      "INSERT INTO station (id, organisation_id, site_id, name, designated, air, code) VALUES ($1, $2, $3, 'Tank', true, $4, 'BOLD')",
      [station, org, site, JSON.stringify(OLD_AIR)],
    )
    await owner.query(
      "INSERT INTO job (id, organisation_id, site_id, number, title, station_id, spec, created_by, created_at, updated_at, rehearsal) VALUES ($1, $2, $3, 1, 'Old', $4, $5, $6, now(), now(), false)",
      [job, org, site, station, JSON.stringify(OLD_SPEC), person],
    )
    await owner.query(
      "INSERT INTO training (id, organisation_id, site_id, day, title, created_by, created_at, rehearsal) VALUES ($1, $2, $3, '2026-03-01', 'Old', $4, now(), false)",
      [training, org, site, person],
    )
    for (const before of Object.values(BEFORES))
      await owner.query(
        "INSERT INTO training_change (id, organisation_id, training_id, says, before, person_id, at) VALUES ($1, $2, $3, 'Old', $4, $5, now())",
        [id(), org, training, JSON.stringify(before), person],
      )
    await owner.query(
      "INSERT INTO air_assessment (id, organisation_id, job_id, air, adopted, respirator, basis, model, seed, draws, results, findings, person_id, at, rehearsal) VALUES ($1, $2, $3, '{}', '{osha}', 'powered_hood', '[\"air-1\",\"powered_hood\"]', 'air-1', 1, 1000, $4, '[]', $5, now(), false)",
      [assessment, org, job, JSON.stringify(OLD_RESULTS), person],
    )
  })
  await migrate(database.url, SECRET, FOLDER, () => {})
}, 60_000)
afterAll(async () => {
  await database.drop()
  rmSync(old, { recursive: true })
})

describe('data of an older Zonaris', () => {
  it('jobs and stations read as before, in the new words', async () => {
    const [row] = await read<{ spec: unknown }>('SELECT spec FROM job')
    expect(z.strictObject(specShape).parse(row!.spec)).toMatchObject({
      respirator: 'powered_helmet',
      air: { space: 'confined', volume: 40 },
      measured: { reference: 'Report 3', results: { twa: { fume: 1, manganese: 0.2 } } },
    })
    const [stood] = await read<{ air: unknown }>('SELECT air FROM station')
    expect(airSchema.parse(stood!.air)).toMatchObject({ space: 'confined', generalFlow: 0.2 })
  })
  it('every change of a session can still be taken back', async () => {
    const rows = await read<{ before: { version: number; kind: string; was: object } }>(
      'SELECT before FROM session_change ORDER BY seq',
    )
    expect(rows.map(({ before }) => [before.version, before.kind])).toEqual(
      Object.keys(BEFORES).map((kind) => [1, kind]),
    )
    expect(rows.at(-1)!.before.was).toEqual({ rows: [], people: [person], pieces: ['boots'] })
    expect(rows[4]!.before.was).toEqual({ people: [person], process: 'SMAW' })
  })
  it('kept results carry kind and level, never milder than the share says', async () => {
    const [row] = await read<{ results: unknown; respirator: string; basis: string }>(
      'SELECT results, respirator, basis FROM air_assessment',
    )
    expect([row!.respirator, row!.basis]).toEqual(['powered_helmet', '["air-1","powered_helmet"]'])
    const results = assessmentSchema.shape.results.parse(row!.results)
    const [manganese, nickel, fume] = results.substances
    expect(manganese).toMatchObject({ stel: 0.3, level: 'caution' })
    expect(manganese!.limits.map(({ kind, level }) => [kind, level])).toEqual([
      ['twa', 'clear'],
      ['stel', 'caution'],
      ['ceiling', 'stop'],
    ])
    expect([nickel!.level, nickel!.limits[0]!.level, fume!.level]).toEqual([
      'unknown',
      'unknown',
      'unknown',
    ])
    expect(results.controls.map((control) => control.level)).toEqual(['stop', 'unknown'])
  })
})

describe('a database that belongs to another secret', () => {
  it('is refused with the reason and left as it is, unless it is taken over on purpose', async () => {
    const database = await emptyDatabase()
    const other = 'a secret of another checkout, 32 or more'
    const marks = async (): Promise<string[]> =>
      (
        await withOwner(database.url, (owner) =>
          owner.query('SELECT secret_mark FROM installation'),
        )
      ).rows.map((row) => row.secret_mark)
    try {
      await withOwner(process.env.ZONARIS_TEST_ADMIN!, async (client) => {
        // The application's role belongs to the whole server: tests take turns.
        await client.query('SELECT pg_advisory_lock(1)')
        await migrate(database.url, SECRET, FOLDER, () => {})
        const before = await marks()
        await expect(migrate(database.url, other, FOLDER, () => {})).rejects.toThrow(OtherSecret)
        expect(await marks()).toEqual(before)
        await migrate(database.url, other, FOLDER, () => {}, { adopt: true })
        expect(await marks()).not.toEqual(before)
      })
    } finally {
      await database.drop()
    }
  })
})
