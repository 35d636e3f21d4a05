import sql, { empty, type Sql } from 'sql-template-tag'
import type { GearKind } from '#core/inspection/kind'
import { OCCASIONS } from '#core/inspection/occasion'
import { PAGE_SIZE } from '#shared/api/list'
import type { Gear } from '#shared/inspection/schema'
import { gearById, type GearScope } from './gear'
import { pattern, type Page, type PageQuery } from './page'
import type { Db } from './pool'

export interface GearQuery extends PageQuery {
  sort: 'attention' | 'label'
  kind?: GearKind
}

/** So many are counted; beyond, the list says that there are more. */
const MOST_COUNTED = 10_000
/** So many are found by a search; whoever finds more looks for less. */
const MOST_FOUND = 2_000
/** So many that are locked out stand at the top. */
const MOST_LOCKED = 500

/**
 * One page of gear. Its identifiers are found by indices, whatever the number of pieces; everything else is read of those on the page.
 * By attention: what is locked out, then what is due, the longest overdue first, then the rest by label.
 */
export async function listGear(db: Db, scope: GearScope, query: GearQuery): Promise<Page<Gear>> {
  const { ids, total } = query.q ? await searched(db, scope, query) : await listed(db, scope, query)
  const gear = new Map((await gearById(db, scope, ids)).map((one) => [one.id, one]))
  return {
    rows: ids.flatMap((id) => gear.get(id) ?? []),
    total,
    page: query.page,
    pages: Math.max(1, Math.ceil(total / PAGE_SIZE)),
  }
}

interface Found {
  ids: string[]
  total: number
}

/** Cylinders and other gear of the site, as little as an order needs. */
const items = ({ site }: GearScope, kind?: GearKind): Sql => sql`(
  SELECT id, label, lock_reason
  FROM gear
  WHERE site_id = ${site} ${kind ? sql`AND kind = ${kind}` : empty}
  ${
    kind === undefined || kind === 'cylinder'
      ? sql`UNION ALL SELECT id, label, lock_reason FROM cylinder WHERE site_id = ${site}`
      : empty
  }
) i`

/** The first pieces by label that meet a condition: of each table by its own index, then together. */
const firstItems = (
  scope: GearScope,
  kind: GearKind | undefined,
  condition: Sql,
  { limit, offset }: { limit: number; offset: number },
): Sql => {
  const of = (table: Sql, ofKind: Sql): Sql => sql`(
    SELECT id, label
    FROM ${table} i
    WHERE site_id = ${scope.site} AND ${ofKind} AND ${condition}
    ORDER BY label
    LIMIT ${limit + offset}
  )`
  const gear = of(sql`gear`, kind ? sql`kind = ${kind}` : sql`true`)
  const cylinders = of(sql`cylinder`, sql`${kind === undefined || kind === 'cylinder'}`)
  return sql`
    SELECT id
    FROM (${gear} UNION ALL ${cylinders}) first
    ORDER BY label
    LIMIT ${limit}
    OFFSET ${offset}
  `
}

/** Its look is due; what is locked out waits. */
const isDueLook = ({ today }: GearScope, look: Sql): Sql =>
  sql`NOT ${look}.waits AND (${look}.due_on IS NULL OR ${look}.due_on <= ${today})`
const hasDueLook = (scope: GearScope): Sql => sql`
  EXISTS (SELECT 1 FROM gear_look l WHERE l.item_id = i.id AND ${isDueLook(scope, sql`l`)})
`

async function idsOf(db: Db, query: Sql): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(query)
  return rows.map(({ id }) => id)
}

async function listed(db: Db, scope: GearScope, { sort, kind, page }: GearQuery): Promise<Found> {
  const {
    rows: [counted],
  } = await db.query<{ total: number }>(sql`
    SELECT count(*)::integer AS total
    FROM (SELECT 1 FROM ${items(scope, kind)} LIMIT ${MOST_COUNTED}) counted
  `)
  const offset = (page - 1) * PAGE_SIZE
  const ids =
    sort === 'label'
      ? await idsOf(db, firstItems(scope, kind, sql`true`, { limit: PAGE_SIZE, offset }))
      : await byAttention(db, scope, kind, offset)
  return { ids, total: counted!.total }
}

async function byAttention(
  db: Db,
  scope: GearScope,
  kind: GearKind | undefined,
  offset: number,
): Promise<string[]> {
  const until = offset + PAGE_SIZE
  const ids = await idsOf(
    db,
    firstItems(scope, kind, sql`lock_reason IS NOT NULL`, { limit: MOST_LOCKED, offset: 0 }),
  )
  if (ids.length < until) ids.push(...(await dueItems(db, scope, kind, until - ids.length)))
  const rest = until - ids.length
  if (rest <= 0) return ids.slice(offset, until)
  // What is locked out and what is due is known in full here, so that the rest is counted from its own beginning.
  const before = Math.max(0, offset - ids.length)
  const others = await idsOf(
    db,
    firstItems(scope, kind, sql`lock_reason IS NULL AND NOT ${hasDueLook(scope)}`, {
      limit: rest - before,
      offset: before,
    }),
  )
  return [...ids.slice(offset), ...others]
}

/** A piece has a look of each occasion at most, so that of so many looks at least one in this many is of another piece. */
const LOOKS_OF_ONE = OCCASIONS.length

/** Each piece that is due once, by its first look. What is locked out waits, and is none of them. */
async function dueItems(
  db: Db,
  scope: GearScope,
  kind: GearKind | undefined,
  most: number,
): Promise<string[]> {
  const ids = await idsOf(
    db,
    sql`
      SELECT l.item_id AS id
      FROM gear_look l
      WHERE l.site_id = ${scope.site} AND ${isDueLook(scope, sql`l`)} AND ${isOfKind(scope, kind)}
      ORDER BY l.due_on NULLS FIRST, l.item_id
      LIMIT ${most * LOOKS_OF_ONE}
    `,
  )
  return [...new Set(ids)].slice(0, most)
}

function isOfKind({ site }: GearScope, kind: GearKind | undefined): Sql {
  if (kind === undefined) return sql`true`
  return kind === 'cylinder'
    ? sql`EXISTS (SELECT 1 FROM cylinder c WHERE c.id = l.item_id)`
    : sql`EXISTS (
        SELECT 1 FROM gear g WHERE g.id = l.item_id AND g.site_id = ${site} AND g.kind = ${kind}
      )`
}

const ORDER = {
  attention: (scope: GearScope) =>
    sql`(lock_reason IS NOT NULL) DESC, ${hasDueLook(scope)} DESC, label`,
  label: () => sql`label`,
} as const

async function searched(
  db: Db,
  scope: GearScope,
  { q, sort, kind, page }: GearQuery,
): Promise<Found> {
  const found = await idsOf(
    db,
    sql`
      SELECT items_found(${scope.site}, ${pattern(q)}, ${kind ?? null}, ${MOST_FOUND}) AS id
    `,
  )
  const ids = await idsOf(
    db,
    sql`
      SELECT id FROM ${items(scope)}
      WHERE id = ANY (${found})
      ORDER BY ${ORDER[sort](scope)}
      LIMIT ${PAGE_SIZE}
      OFFSET ${(page - 1) * PAGE_SIZE}
    `,
  )
  return { ids, total: found.length }
}
