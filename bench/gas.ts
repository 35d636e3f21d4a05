import { randomUUID } from 'node:crypto'
import sql from 'sql-template-tag'
import { inOrganisation, type Db } from '#server/db/pool'
import type { Actor } from '#server/services/actor'
import { growth, type Growth } from './growth'
import { leadActor } from './readiness'

/** A store of a real yard. */
const EACH_STORE = 40
const READINGS_EACH = 100

/** Cylinders and their readings beside those of the demo, two years back, forty to a store. */
async function grow(actor: Actor, cylinders: number, from: number): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    await db.query(sql`
      INSERT INTO gas_store (id, organisation_id, site_id, name)
      SELECT gen_random_uuid(), ${actor.organisation}, ${actor.site}, 'Bench ' || n
      FROM generate_series(${from / EACH_STORE}::integer, ${(from + cylinders) / EACH_STORE - 1}::integer) n
    `)
    await db.query(sql`
      INSERT INTO
        cylinder (
          id, organisation_id, site_id, label, gas, parts, volume, service, every_days, state, store_id
        )
      SELECT
        gen_random_uuid(), ${actor.organisation}, ${actor.site}, 'BN-' || lpad(n::text, 6, '0'),
        'Argon', '{"argon": 1}', 0.05, 20000000, 7, 'full', s.id
      FROM generate_series(${from}::integer, ${from + cylinders - 1}::integer) n
        JOIN gas_store s ON s.site_id = ${actor.site} AND s.name = 'Bench ' || (n / ${EACH_STORE}::integer)
    `)
  })
  await addReadings(actor, from, cylinders)
}

async function addReadings(actor: Actor, from: number, cylinders: number): Promise<void> {
  const AT_ONCE = 2_000
  for (let begin = from; begin < from + cylinders; begin += AT_ONCE)
    await inOrganisation(actor.organisation, (db) =>
      db.query(sql`
        INSERT INTO
          cylinder_event (
            id, organisation_id, cylinder_id, kind, at, person_id, pressure, temperature, contents
          )
        SELECT
          gen_random_uuid(), ${actor.organisation}, c.id, 'reading',
          now() - n * interval '7 days', ${actor.person}, 10000000, 293, 5
        FROM cylinder c CROSS JOIN generate_series(1, ${READINGS_EACH}::integer) n
        WHERE c.site_id = ${actor.site}
          AND c.label >= 'BN-' || lpad(${begin}::text, 6, '0')
          AND c.label < 'BN-' || lpad(${Math.min(begin + AT_ONCE, from + cylinders)}::text, 6, '0')
      `),
    )
}

/** A session of today whose people draw from what was added. */
async function addWork(actor: Actor): Promise<void> {
  await inOrganisation(actor.organisation, async (db: Db) => {
    const session = randomUUID()
    await db.query(sql`
      INSERT INTO session (id, organisation_id, site_id, day, title, created_by, created_at, rehearsal)
      SELECT
        ${session}, ${actor.organisation}, ${actor.site}, (now() AT TIME ZONE time_zone)::date, 'Bench',
        ${actor.person}, now(), false
      FROM site
      WHERE id = ${actor.site}
    `)
    await db.query(sql`
      INSERT INTO session_member (organisation_id, session_id, person_id, presence, job_id, cylinder_id)
      SELECT ${actor.organisation}, ${session}, p.id, 'present', j.id, c.id
      FROM
        (SELECT id, row_number() OVER (ORDER BY name) AS n FROM person) p
        JOIN (
          SELECT id, row_number() OVER (ORDER BY label) AS n
          FROM cylinder
          WHERE label LIKE 'BN-%'
        ) c ON c.n = p.n
        CROSS JOIN (SELECT id FROM job WHERE title LIKE 'Boarding ladder%' LIMIT 1) j
      WHERE p.n <= 20
    `)
  })
}

/** The rack of a store, a page of the list and gas for today: 20,000 cylinders with 2,000,000 readings against a hundredth of it. */
export async function gasGrowth(get: (path: string) => Promise<void>): Promise<Growth[]> {
  const actor = await leadActor()
  const FEW = 200
  const MANY = 20_000
  await grow(actor, FEW, 0)
  await addWork(actor)
  const store = await inOrganisation(actor.organisation, async (db) => {
    const { rows } = await db.query<{ id: string }>(
      sql`SELECT id FROM gas_store WHERE name = 'Bench 0'`,
    )
    return rows[0]!.id
  })
  const paths = [
    ['Rack of a store', `/gas-stores/${store}`],
    ['A page of cylinders', '/cylinders?sort=label'],
    ['A page of cylinders, searched', '/cylinders?q=BN-000123'],
    ['Gas for today', '/gas/enough'],
  ] as const
  return growth(get, paths, 'cylinder, cylinder_event', () => grow(actor, MANY - FEW, FEW))
}
