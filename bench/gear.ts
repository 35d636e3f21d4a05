import pg from 'pg'
import { PART_KINDS } from '#core/gas/set/kind'
import { GEAR_KINDS } from '#core/inspection/kind'
import { linesOf } from '#core/inspection/checklist'
import type { Actor } from '#server/services/actor'
import { asOwner, growth, type Growth } from './growth'
import { leadActor } from './readiness'

/** Looks of each piece, and one photo of so many looks. */
const LOOKS_EACH = 50
const PHOTO_EACH = 50
const PLAIN = GEAR_KINDS.filter(
  (kind) => ![...PART_KINDS, 'own', 'cylinder', 'gasSet', 'helmet'].some((other) => other === kind),
)

/** Kinds with the line that fails now and then, as rows of a table. */
const kindRows = (): string =>
  PLAIN.map((kind, i) => {
    const line = linesOf(kind, 'beforeUse')[0]!
    return `(${i}, '${kind}', '${line.id}', '${line.name.replaceAll("'", "''")}', ${line.critical})`
  }).join(', ')

/**
 * Pieces of all plain kinds with two years of looks, every fortieth failed, and photos. Written in bulk in a database made for this:
 * what triggers count row by row is counted at the end, what foreign keys check row by row is right by construction.
 */
async function grow(actor: Actor, pieces: number, from: number): Promise<void> {
  const { organisation, site, person } = actor
  await asOwner(async (client) => {
    await client.query('SET synchronous_commit = off')
    await client.query('ALTER TABLE inspection DISABLE TRIGGER inspection_counts')
    const { rows: keys } = await client.query<{ name: string; of: string }>(
      "SELECT conname AS name, conrelid::regclass::text AS of FROM pg_constraint WHERE contype = 'f' AND conrelid IN ('inspection'::regclass, 'photo'::regclass, 'gear_look'::regclass)",
    )
    for (const { name, of } of keys) await client.query(`ALTER TABLE ${of} DROP CONSTRAINT ${name}`)
    await client.query(
      `INSERT INTO gear (id, organisation_id, site_id, kind, label, description, every_days, maker, in_service_on)
       SELECT gen_random_uuid(), $1, $2, k.kind, 'BG-' || lpad(n::text, 6, '0'), 'Bay ' || n % 90, 7,
         'Maker ' || n % 12, current_date - 730
       FROM generate_series($3::integer, $4::integer) n
       JOIN (VALUES ${kindRows()}) k (i, kind, line, name, critical) ON k.i = n % ${PLAIN.length}`,
      [organisation, site, from, from + pieces - 1],
    )
    const AT_ONCE = 2_000
    for (let begin = from; begin < from + pieces; begin += AT_ONCE)
      await client.query(
        `INSERT INTO inspection (id, organisation_id, gear_id, person_id, at, occasion, due_on, result, lines, rehearsal)
         SELECT gen_random_uuid(), $1, g.id, $2, now() - t.n * interval '14 days', 'beforeUse',
           (now() - t.n * interval '14 days')::date, CASE WHEN (g.n + t.n) % 40 = 0 THEN 'fail' ELSE 'pass' END,
           jsonb_build_array(jsonb_build_object(
             'id', g.line, 'name', g.name, 'text', g.name, 'critical', g.critical,
             'mark', CASE WHEN (g.n + t.n) % 40 = 0 THEN 'fail' ELSE 'pass' END, 'note', 'worn')),
           false
         FROM (
           SELECT g.id, substr(g.label, 4)::integer AS n, k.line, k.name, k.critical
           FROM gear g JOIN (VALUES ${kindRows()}) k (i, kind, line, name, critical) ON k.kind = g.kind
           WHERE g.site_id = $3 AND g.label >= $4 AND g.label < $5
         ) g CROSS JOIN generate_series(1, ${LOOKS_EACH}) t (n)`,
        [
          organisation,
          person,
          site,
          `BG-${String(begin).padStart(6, '0')}`,
          `BG-${String(Math.min(begin + AT_ONCE, from + pieces)).padStart(6, '0')}`,
        ],
      )
    await follow(client, actor)
    await client.query('ALTER TABLE inspection ENABLE TRIGGER inspection_counts')
  })
}

/** Where the looks stand, the sums, and the photos, of what was added. */
async function follow(client: pg.Client, { organisation, site, person }: Actor): Promise<void> {
  await client.query(
    `INSERT INTO gear_look (item_id, organisation_id, site_id, occasion, last_at, last_result, due_on)
     SELECT g.id, $1, $2, o.occasion, now() - interval '14 days', 'pass',
       current_date + (substr(g.label, 4)::integer % 37) - 6
     FROM gear g CROSS JOIN (VALUES ('beforeUse'), ('monthly')) o (occasion)
     WHERE g.site_id = $2 AND g.label LIKE 'BG-%'
     ON CONFLICT DO NOTHING`,
    [organisation, site],
  )
  await client.query(
    `CREATE TEMPORARY TABLE failed AS
     SELECT i.id, i.gear_id, g.kind, g.maker, (i.at AT TIME ZONE 'UTC')::date AS day, l.line
     FROM inspection i JOIN gear g ON g.id = i.gear_id
     CROSS JOIN LATERAL jsonb_array_elements(i.lines) l (line)
     WHERE g.label LIKE 'BG-%' AND i.result = 'fail'
       AND NOT EXISTS (SELECT 1 FROM fault f WHERE f.inspection_id = i.id)`,
  )
  await client.query(
    `INSERT INTO fault (inspection_id, organisation_id, site_id, item_id, kind, line, name, critical, maker, day)
     SELECT id, $1, $2, gear_id, kind, line ->> 'id', line ->> 'name', (line ->> 'critical')::boolean, maker, day
     FROM failed`,
    [organisation, site],
  )
  await client.query(
    `INSERT INTO fault_month AS m (organisation_id, site_id, month, dimension, kind, key, name, count)
     SELECT $1, $2, date_trunc('month', f.day)::date, d.dimension, f.kind, d.key, max(d.name), count(*)
     FROM failed f CROSS JOIN LATERAL (VALUES
       ('line', f.line ->> 'id', f.line ->> 'name'), ('maker', f.maker, f.maker), ('place', '', '')
     ) d (dimension, key, name)
     GROUP BY 3, 4, 5, 6
     ON CONFLICT (site_id, dimension, month, kind, kind_id, key) DO UPDATE SET count = m.count + excluded.count`,
    [organisation, site],
  )
  await client.query(
    `INSERT INTO inspection_month AS m (organisation_id, site_id, month, kind, made, late, faulty)
     SELECT $1, $2, date_trunc('month', i.at AT TIME ZONE 'UTC')::date, g.kind, count(*), 0,
       count(*) FILTER (WHERE i.result <> 'pass')
     FROM inspection i JOIN gear g ON g.id = i.gear_id
     WHERE g.label LIKE 'BG-%'
     GROUP BY 3, 4
     ON CONFLICT (site_id, month, kind, kind_id) DO UPDATE
     SET made = greatest(m.made, excluded.made), faulty = greatest(m.faulty, excluded.faulty)`,
    [organisation, site],
  )
  await client.query(
    `INSERT INTO photo (id, organisation_id, site_id, item_id, person_id, at, portrait, inspection_id, of_at, line, width, height, bytes, digest)
     SELECT gen_random_uuid(), $1, $2, i.gear_id, $3, i.at, false, i.id, i.at, 'whole', 9, 9, 9, repeat('0', 64)
     FROM (
       SELECT i.id, i.gear_id, i.at, row_number() OVER () AS n
       FROM inspection i JOIN gear g ON g.id = i.gear_id
       WHERE g.label LIKE 'BG-%'
     ) i
     WHERE i.n % ${PHOTO_EACH} = 0 AND NOT EXISTS (SELECT 1 FROM photo p WHERE p.inspection_id = i.id)`,
    [organisation, site, person],
  )
  await client.query('DROP TABLE failed')
}

/** What a person asks for of the register: 100,000 pieces with 5,000,000 looks against a hundredth of it. */
export async function gearGrowth(get: (path: string) => Promise<void>): Promise<Growth[]> {
  const actor = await leadActor()
  const FEW = 1_000
  const MANY = 100_000
  await grow(actor, FEW, 0)
  const [piece] = await asOwner(async (client) => {
    const { rows } = await client.query<{ id: string; kind: string }>(
      "SELECT id, kind FROM gear WHERE label = 'BG-000123'",
    )
    return rows
  })
  const paths = [
    ['Due today', '/gear/due?days=0'],
    ['Due this month', '/gear/due?days=30'],
    ['A piece with its history', `/gear/${piece!.kind}/${piece!.id}`],
    ['Pareto by line', '/gear/trends?by=line'],
    ['A page of gear by attention', '/gear?sort=attention'],
    ['A page of gear by label', '/gear?sort=label'],
    ['A page of gear, searched', '/gear?q=BG-000123'],
  ] as const
  const measured = await growth(
    get,
    paths,
    'gear, gear_look, inspection, fault, fault_month, photo',
    () => grow(actor, MANY - FEW, FEW),
  )
  await explain(actor)
  return measured
}

/** How the database finds what is due, a history and a sum, printed below the figures. */
async function explain({ organisation, site }: Actor): Promise<void> {
  const queries = {
    'Due list': `SELECT item_id FROM gear_look WHERE site_id = '${site}' AND NOT waits AND (due_on IS NULL OR due_on <= current_date) ORDER BY due_on NULLS FIRST, item_id LIMIT 25`,
    History:
      "SELECT id FROM inspection WHERE gear_id = (SELECT id FROM gear WHERE label = 'BG-000123') ORDER BY at DESC LIMIT 20",
    Pareto: `SELECT kind, key, sum(count) FROM fault_month WHERE site_id = '${site}' AND dimension = 'line' GROUP BY 1, 2`,
    Search: `SELECT items_found('${site}', '%BG-000123%', NULL, 10000)`,
  }
  const client = new pg.Client({ connectionString: process.env.ZONARIS_APP_DATABASE_URL })
  await client.connect()
  await client.query("SELECT set_config('zonaris.organisation', $1, false)", [organisation])
  for (const [name, query] of Object.entries(queries)) {
    const { rows } = await client.query<{ 'QUERY PLAN': string }>(
      `EXPLAIN (ANALYZE, BUFFERS, COSTS OFF) ${query}`,
    )
    console.log(`\n${name}\n${rows.map((row) => `  ${row['QUERY PLAN']}`).join('\n')}`)
  }
  await client.end()
}
