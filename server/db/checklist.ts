import sql from 'sql-template-tag'
import type { ChecklistChange, Listed, ListedOccasion } from '#core/inspection/checklist'
import type { ChecklistLine } from '#core/inspection/line'
import { insertInto } from './insert'
import type { Db } from './pool'
import { isVersion } from './version'

/** Which checklist: of a kind, or of an own kind of the shop, and of an occasion. */
export interface ChecklistKey {
  site: string
  kind: Listed
  kindId: string | null
  occasion: ListedOccasion
}
type Changes = Omit<ChecklistChange, 'kind' | 'kindId' | 'occasion'>
export type ChangeRow = ChecklistChange & { version: number }

const isKey = ({ site, kind, kindId, occasion }: ChecklistKey) => sql`
  site_id = ${site} AND kind = ${kind} AND kind_id IS NOT DISTINCT FROM ${kindId}
  AND occasion = ${occasion}
`

export async function checklistChanges(db: Db, site: string): Promise<ChangeRow[]> {
  const { rows } = await db.query<{
    kind: Listed
    kind_id: string | null
    occasion: ListedOccasion
    change: Changes
    version: number
  }>(sql`
    SELECT kind, kind_id, occasion, change, version
    FROM checklist_change
    WHERE site_id = ${site}
    ORDER BY kind, occasion
  `)
  return rows.map(({ change, kind_id: kindId, ...row }) => ({ ...row, ...change, kindId }))
}

/** Put a change in the place of the one that was read. False: another stands there by now. */
export async function putChange(
  db: Db,
  row: ChecklistKey & { id: string; organisation: string; change: Changes; version?: number },
): Promise<boolean> {
  const change = JSON.stringify(row.change)
  const { rowCount } = await db.query(sql`
    UPDATE checklist_change
    SET change = ${change}, version = version + 1
    WHERE ${isKey(row)} AND ${isVersion(row.version)}
  `)
  if (rowCount === 1) return true
  const { rowCount: added } = await db.query(
    insertInto(
      'checklist_change',
      {
        id: row.id,
        organisation_id: row.organisation,
        site_id: row.site,
        kind: row.kind,
        kind_id: row.kindId,
        occasion: row.occasion,
        change,
      },
      sql`ON CONFLICT DO NOTHING`,
    ),
  )
  return added === 1
}

export interface VersionRow {
  id: string
  number: number
  made_at: Date
  lines: ChecklistLine[]
}

/** The version of a checklist that counts now: the newest one where it says the same, else a new one. */
export async function versionOf(
  db: Db,
  key: ChecklistKey & {
    id: string
    organisation: string
    digest: string
    lines: readonly ChecklistLine[]
    at: Date
  },
): Promise<string> {
  const newest = async (): Promise<{ id: string; digest: string; number: number } | undefined> =>
    (
      await db.query<{ id: string; digest: string; number: number }>(sql`
        SELECT id, digest, number
        FROM checklist_version
        WHERE ${isKey(key)}
        ORDER BY number DESC
        LIMIT 1
      `)
    ).rows[0]
  const before = await newest()
  if (before?.digest === key.digest) return before.id
  // Two at once write the same number: one of them does, the other takes it.
  await db.query(
    insertInto(
      'checklist_version',
      {
        id: key.id,
        organisation_id: key.organisation,
        site_id: key.site,
        kind: key.kind,
        kind_id: key.kindId,
        occasion: key.occasion,
        number: (before?.number ?? 0) + 1,
        digest: key.digest,
        lines: JSON.stringify(key.lines),
        made_at: key.at,
      },
      sql`ON CONFLICT DO NOTHING`,
    ),
  )
  return (await newest())!.id
}

export async function checklistVersions(
  db: Db,
  key: ChecklistKey,
  most: number,
): Promise<VersionRow[]> {
  const { rows } = await db.query<VersionRow>(sql`
    SELECT id, number, made_at, lines
    FROM checklist_version
    WHERE ${isKey(key)}
    ORDER BY number DESC
    LIMIT ${most}
  `)
  return rows
}
