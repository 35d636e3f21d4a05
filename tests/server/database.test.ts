import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyAudit } from '#server/services/audit/verify'
import { migrate, NewerSchema } from '#server/db/migrate'
import { startApp, withOwner, SECRET, type App } from '../app'
import { useAlerts } from './alert.fixture'
import { useMuster } from './muster.fixture'
import { useLate } from './phone.fixture'
import { useGas } from './gas-set.fixture'
import { useGear } from './gear.fixture'
import { makeAir, makeShop, PASSWORD, type Shop } from './shop.fixture'

let app: App
let one: Shop
let client: pg.Client
let mine: string
let other: string

beforeAll(async () => {
  app = await startApp()
  one = await makeShop(app, 'one')
  const two = await makeShop(app, 'two')
  for (const shop of [one, two]) {
    await makeAir(app, shop)
    await useGas(shop)
    await useGear(shop)
    await useAlerts(shop)
    await useLate(shop)
    await useMuster(shop)
    await shop.people.lead.send('POST', '/account/second-factor', { password: PASSWORD })
    await shop.people.lead.send('PUT', '/keeping', KEEPING)
  }
  // Nobody writes it but the function that removes what it is made of.
  await withOwner(app.ownerUrl, (owner) =>
    owner.query(`INSERT INTO air_hour
      SELECT organisation_id, id, 'ozone', date_trunc('hour', now()), 1, 0, 0, now(), now() FROM air_device`),
  )
  client = new pg.Client({ connectionString: app.appUrl })
  await client.connect()
  const ids = await withOwner(app.ownerUrl, (owner) =>
    owner.query('SELECT id FROM organisation ORDER BY name'),
  )
  ;[mine, other] = ids.rows.map((row) => row.id)
})
afterAll(async () => {
  await client.end()
  await app.end()
})

const KEEPING = { inspection: 5, gas: null, reading: null, message: null, held: null, version: 0 }

/** By these one who is not known yet is found, with the organisation: sign-ins, devices, tokens, codes. */
const FOUND_WITHOUT = [
  'air_device_token_hash_key',
  'api_token_token_hash_key',
  'calendar_feed_token_hash_key',
  'known_device_pkey',
  'push_device_endpoint_key',
  'sign_in_pkey',
  'station_code_once',
]

/** Reached by functions of the owner only. */
const OWNERS = ['audit_head', 'audit_copied']
const TABLES = [
  'site',
  'site_counter',
  'begin_mark',
  'person',
  'sign_in',
  'api_token',
  'event_seen',
  'known_device',
  'gas_store',
  'cylinder_event',
  'set_run',
  'set_run_step',
  'gas_stock',
  'gas_use',
  'gear_kind',
  'checklist_change',
  'checklist_version',
  'gear_look',
  'gear_use',
  'repair',
  'lock_try',
  'calendar_feed',
  'shop_round',
  'open_point',
  'photo',
  'photo_image',
  'plan',
  'plan_thing',
  'plan_version',
  'plan_walk',
  'fault',
  'fault_month',
  'inspection_month',
  'gear_month',
  'second_factor',
  'station',
  'gear',
  'cylinder',
  'inspection',
  'job',
  'job_gear',
  'job_cylinder',
  'permit',
  'permit_event',
  'permit_watcher',
  'permit_snapshot',
  'alert_rule',
  'keeping_rule',
  'air_hour',
  'spot_reading',
  'outside_contact',
  'push_device',
  'phone',
  'late_entry',
  'muster',
  'muster_person',
  'muster_gas',
  'watch_seen',
  'alert',
  'alert_step',
  'alert_answer',
  'message',
  'site_look',
  'audit',
  'house_chart',
  'course',
  'clearance',
  'person_kit',
  'found_shade',
  'stock',
  'stock_move',
  'session',
  'session_member',
  'session_station',
  'session_change',
  'consumable',
  'air_assessment',
  'hood',
  'hood_survey',
  'air_sample',
  'gas_test',
  'air_device',
  'air_reading',
  'air_alarm',
]

const asOrganisation = async <T>(
  organisation: string | null,
  work: () => Promise<T>,
): Promise<T> => {
  await client.query('BEGIN')
  try {
    if (organisation)
      await client.query("SELECT set_config('zonaris.organisation', $1, true)", [organisation])
    return await work()
  } finally {
    await client.query('ROLLBACK')
  }
}

describe('row-level security', () => {
  it('covers every table that has an organisation', async () => {
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        `SELECT c.relname AS name, c.relispartition AS piece, c.relrowsecurity AS secured
         FROM pg_class c JOIN pg_attribute a ON a.attrelid = c.oid
         WHERE a.attname = 'organisation_id' AND c.relkind IN ('r', 'p')
         ORDER BY 1`,
      ),
    )
    expect(rows.filter((row) => !row.secured)).toEqual([])
    expect(
      rows
        .filter(({ name, piece }) => !piece && !OWNERS.includes(name))
        .map(({ name }) => name)
        .sort(),
    ).toEqual([...TABLES].sort())
  })
  it("the application's role owns nothing and cannot bypass it", async () => {
    const {
      rows: [role],
    } = await client.query(
      'SELECT rolsuper, rolbypassrls, rolcreaterole FROM pg_roles WHERE rolname = current_user',
    )
    expect(role).toEqual({ rolsuper: false, rolbypassrls: false, rolcreaterole: false })
    const { rows } = await client.query(
      'SELECT relname FROM pg_class WHERE relowner = (SELECT oid FROM pg_roles WHERE rolname = current_user)',
    )
    expect(rows).toEqual([])
    await expect(client.query('ALTER TABLE job DISABLE ROW LEVEL SECURITY')).rejects.toThrow(
      /must be owner/,
    )
    await expect(client.query('SET ROLE zonaris_owner')).rejects.toThrow(/permission denied/)
  })
  it.each([...TABLES, 'organisation'])(
    '%s: without the organisation set nothing, with it only its own',
    async (table) => {
      const column = table === 'organisation' ? 'id' : 'organisation_id'
      expect(
        (await asOrganisation(null, () => client.query(`SELECT * FROM ${table}`))).rows,
      ).toEqual([])
      const { rows } = await asOrganisation(mine, () =>
        client.query(`SELECT DISTINCT ${column} AS organisation FROM ${table}`),
      )
      expect(rows.every((row) => row.organisation === mine)).toBe(true)
      if (
        ![
          'api_token',
          'permit_event',
          'permit_watcher',
          'permit_snapshot',
          'job_cylinder',
          'found_shade',
          'session_station',
          'muster_gas',
        ].includes(table)
      )
        expect(rows).toHaveLength(1)
    },
  )
  it.each(['person', 'station', 'gear', 'job', 'permit'])(
    '%s: rows of another organisation can neither be changed nor written',
    async (table) => {
      const changed = await asOrganisation(other, () =>
        client.query(
          `UPDATE ${table} SET organisation_id = organisation_id WHERE organisation_id = $1`,
          [mine],
        ),
      )
      expect(changed.rowCount).toBe(0)
      await expect(
        asOrganisation(mine, () =>
          client.query(`UPDATE ${table} SET organisation_id = $1`, [other]),
        ),
      ).rejects.toThrow(/row-level security|violates foreign key/)
      await expect(
        asOrganisation(other, () =>
          client.query(
            "INSERT INTO station (id, organisation_id, site_id, name, designated, air, code) SELECT gen_random_uuid(), $1, gen_random_uuid(), 'x', true, '{}', 'BX'",
            [mine],
          ),
        ),
      ).rejects.toThrow(/row-level security/)
    },
  )
  it('a row cannot point into another organisation', async () => {
    const {
      rows: [site],
    } = await asOrganisation(other, () => client.query('SELECT id FROM site'))
    await expect(
      asOrganisation(mine, () =>
        client.query(
          "INSERT INTO station (id, organisation_id, site_id, name, designated, air, code) VALUES ($1, $2, $3, 'x', true, '{}', 'BY')",
          [randomUUID(), mine, site.id],
        ),
      ),
    ).rejects.toThrow(/foreign key/)
  })
  it('inspections, events and the log only grow', async () => {
    for (const table of [
      'inspection',
      'permit_event',
      'stock_move',
      'air_assessment',
      'hood_survey',
      'gas_test',
      'repair',
      'lock_try',
      'gear_use',
      'plan_version',
      'audit',
    ]) {
      await expect(
        asOrganisation(mine, () => client.query(`UPDATE ${table} SET at = at`)),
      ).rejects.toThrow(/permission denied/)
      await expect(
        asOrganisation(mine, () => client.query(`DELETE FROM ${table}`)),
      ).rejects.toThrow(/permission denied/)
    }
    await expect(
      withOwner(app.ownerUrl, (owner) => owner.query('DELETE FROM audit')),
    ).rejects.toThrow(/append-only/)
  })
})

describe('rules kept by the database itself', () => {
  it.each([
    ['a station without a place in it', 'UPDATE job SET station_id = NULL, place = NULL', /check/i],
    ['a state that does not exist', "UPDATE permit SET state = 'done'", /check/i],
    ['an issued permit without people', "UPDATE permit SET state = 'issued'", /check/i],
    ['a watch shorter than 30 min', 'UPDATE permit SET watch_minutes = 10', /check/i],
    ['fewer than no pieces on the shelf', 'UPDATE stock SET ready = -1', /check/i],
    [
      'a loan to nobody',
      "INSERT INTO stock_move (id, organisation_id, stock_id, kind, quantity, by_id, at, rehearsal) SELECT gen_random_uuid(), organisation_id, stock_id, 'lend', 1, by_id, at, false FROM stock_move LIMIT 1",
      /check/i,
    ],
    ['a lock without a reason', 'UPDATE gear SET locked_at = now()', /check/i],
  ])('refuses %s', async (_, sql, message) => {
    await expect(asOrganisation(mine, () => client.query(sql))).rejects.toThrow(message)
  })
  it('one open permit per place and time', async () => {
    const twin = (from: string): Promise<unknown> =>
      asOrganisation(mine, async () => {
        for (const [number, start] of [
          [901, 'now()'],
          [902, from],
        ] as const) {
          await client.query(
            `INSERT INTO permit (id, organisation_id, site_id, number, job_id, state, place, operator_id, fire_watch_id, valid_from, valid_to, rule_sets, watch_minutes, findings, issued_by, created_by, created_at, rehearsal)
          SELECT gen_random_uuid(), organisation_id, site_id, ${number}, id, 'issued', $2, $3, $4, ${start}, ${start} + interval '2 hours', '{osha}', 30, '[]', $3, $3, now(), false FROM job WHERE id = $1`,
            [one.job, number === 901 ? 'Quay' : 'QUAY', one.ids.worker, one.ids.watch],
          )
        }
      })
    await expect(twin("now() + interval '1 hour'")).rejects.toThrow(/permit_one_per_place/)
    await expect(twin("now() + interval '2 hours'")).resolves.toBeUndefined()
  })
})

/** The plan of a query over a shop with many rows; nothing of them stays. */
const planOf = (fill: string, query: string): Promise<string> =>
  withOwner(app.ownerUrl, async (owner) => {
    await owner.query('BEGIN')
    await owner.query(fill)
    await owner.query('ANALYZE')
    const plan = await owner.query(`EXPLAIN ${query}`)
    await owner.query('ROLLBACK')
    return JSON.stringify(plan.rows)
  })

describe('keys', () => {
  it('carry the organisation, by which rows can be spread over servers, but for what finds it', async () => {
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query<{ name: string }>(
        `SELECT c.relname AS name
         FROM pg_index i JOIN pg_class c ON c.oid = i.indexrelid
           JOIN pg_attribute a ON a.attrelid = i.indrelid AND a.attname = 'organisation_id'
         WHERE c.relnamespace = 'public'::regnamespace AND i.indisunique
           AND a.attnum <> ALL (i.indkey::int2[])
         ORDER BY 1`,
      ),
    )
    expect(rows.map(({ name }) => name)).toEqual(FOUND_WITHOUT)
  })
  it('of another table name the organisation first', async () => {
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        `SELECT conname FROM pg_constraint
         WHERE contype = 'f' AND connamespace = 'public'::regnamespace
           AND pg_get_constraintdef(oid) NOT LIKE 'FOREIGN KEY (organisation_id%'`,
      ),
    )
    expect(rows).toEqual([])
  })
})

describe('indexes', () => {
  it('what runs out is found without reading every person', async () => {
    const plan = await planOf(
      `INSERT INTO person (id, organisation_id, site_id, name, role, active, respirator_until, created_at)
        SELECT gen_random_uuid(), organisation_id, id, 'Trainee ' || n, 'worker', true, current_date + n, now()
        FROM site, generate_series(1, 2000) AS n`,
      `SELECT id FROM person WHERE site_id = (SELECT id FROM site LIMIT 1) AND active
        AND least(respirator_until, (fit_test_on + interval '12 months')::date) <= current_date + 5`,
    )
    expect(plan).toContain('person_runs_out')
  })
  it('the newest reading of a monitor is found without reading the others', async () => {
    const plan = await planOf(
      `INSERT INTO air_reading (organisation_id, device_id, substance, at, value, received_at)
        SELECT organisation_id, id, 'ozone', now() - n * interval '1 minute', 0, now()
        FROM air_device, generate_series(1, 5000) AS n`,
      'SELECT max(at) FROM air_reading WHERE device_id = (SELECT id FROM air_device LIMIT 1)',
    )
    // Each month has the index of its table, and none is read through.
    expect(plan).toContain('device_id_at_idx')
    expect(plan).not.toMatch(/"Seq Scan"[^}]*air_reading/)
  })
})

describe('audit chain', () => {
  it('holds, and names the first row that was changed, cut out or cut off', async () => {
    await withOwner(app.ownerUrl, async (owner) => {
      expect((await verifyAudit(owner)).broken).toEqual([])
      const tampered = async (sql: string): Promise<unknown> => {
        await owner.query('BEGIN')
        await owner.query('ALTER TABLE audit DISABLE TRIGGER USER')
        await owner.query(sql, [mine])
        const { broken } = await verifyAudit(owner)
        await owner.query('ROLLBACK')
        return broken
      }
      expect(
        await tampered(
          'UPDATE audit SET details = \'{"number": 99}\' WHERE organisation_id = $1 AND seq = 4',
        ),
      ).toMatchObject([{ organisation: mine, seq: 4, because: 'its content was changed' }])
      expect(
        await tampered('DELETE FROM audit WHERE organisation_id = $1 AND seq = 3'),
      ).toMatchObject([{ seq: 4, because: 'row 3 is missing' }])
      expect(
        await tampered(
          'DELETE FROM audit WHERE organisation_id = $1 AND seq = (SELECT max(seq) FROM audit WHERE organisation_id = $1)',
        ),
      ).toMatchObject([{ organisation: mine }])
      expect(
        await tampered(
          "UPDATE audit SET hash = repeat('a', 64) WHERE organisation_id = $1 AND seq = 2",
        ),
      ).toMatchObject([{ seq: 2 }])
    })
  })
  it('stays whole when many write at once', async () => {
    await Promise.all(
      Array.from({ length: 25 }, (_, i) =>
        one.people.lead.send('POST', '/stations', {
          name: `Rush ${i}`,
          designated: true,
          air: {
            space: 'indoors',
            volume: null,
            ceiling: null,
            obstructed: null,
            generalFlow: null,
            mixing: 3,
            wind: null,
            hood: 'none',
            hoodFlow: null,
            hoodDistance: null,
            hoodFlanged: false,
            hoodProved: false,
          },
        }),
      ),
    )
    await withOwner(app.ownerUrl, async (owner) =>
      expect((await verifyAudit(owner)).broken).toEqual([]),
    )
  })
})

describe('migrations', () => {
  const folder = 'server/db/migrations'
  it('can be run again', async () =>
    expect((await migrate(app.ownerUrl, SECRET, folder, () => {})).applied).toEqual([]))
  it('refuse a database that is newer, with the reason, and readiness says so', async () => {
    await withOwner(app.ownerUrl, (owner) =>
      owner.query("INSERT INTO zonaris_migration (name, run_on) VALUES ('9999_future', now())"),
    )
    await expect(migrate(app.ownerUrl, SECRET, folder, () => {})).rejects.toThrow(NewerSchema)
    const ready = await one.people.lead.send<{ error: { code: string } }>('GET', '/health/ready')
    expect([ready.status, ready.body.error.code]).toEqual([503, 'schema_newer'])
    await withOwner(app.ownerUrl, (owner) =>
      owner.query("DELETE FROM zonaris_migration WHERE name = '9999_future'"),
    )
    expect((await one.people.lead.send('GET', '/health/ready')).status).toBe(200)
  })
})
