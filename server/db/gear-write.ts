import sql, { raw } from 'sql-template-tag'
import { insertInto } from './insert'
import { isVersion } from './version'
import { partsOfLabel } from '#core/gas/label'
import type { GearKind } from '#core/inspection/kind'
import type { GearEvent, Occasion } from '#core/inspection/occasion'
import type { SetKind } from '#core/gas/set/kind'
import type { GearBody } from '#shared/inspection/schema'
import { setWaits } from './look'
import type { Db } from './pool'

export async function insertGear(
  db: Db,
  row: GearBody & {
    id: string
    organisation: string
    site: string
    today: string
    rehearsal: boolean
  },
): Promise<void> {
  if (row.kind === 'cylinder') {
    await db.query(
      insertInto('cylinder', {
        id: row.id,
        organisation_id: row.organisation,
        site_id: row.site,
        label: row.label,
        gas: row.gas,
        parts: partsText(row.gas),
        description: row.description,
        every_days: row.everyDays,
        rehearsal: row.rehearsal,
        station_id: row.stationId,
      }),
    )
    return
  }
  const own = ownColumns(row)
  await db.query(
    insertInto('gear', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      kind: row.kind,
      label: row.label,
      description: row.description,
      every_days: row.everyDays,
      rehearsal: row.rehearsal,
      maker: row.maker,
      model: row.model,
      serial: row.serial,
      in_service_on: row.inServiceOn ?? row.today,
      ...own,
    }),
  )
}

/** What a label says of the gas; null where no row of the table says the very same. */
const partsText = (label: string): string | null => {
  const parts = partsOfLabel(label)
  return parts && JSON.stringify(parts)
}

interface OwnColumns {
  assigned_to: string | null
  ranges: string | null
  details: string | null
  station_id: string | null
  set_kind: SetKind | null
  kind_id: string | null
  parent_id: string | null
  fields: string
}
const NOTHING: OwnColumns = {
  assigned_to: null,
  ranges: null,
  details: null,
  station_id: null,
  set_kind: null,
  kind_id: null,
  parent_id: null,
  fields: '{}',
}

/** What one kind of gear has and another has not. */
function ownColumns(row: Exclude<GearBody, { kind: 'cylinder' }>): OwnColumns {
  switch (row.kind) {
    case 'helmet':
      return {
        ...NOTHING,
        ranges: JSON.stringify(row.ranges),
        assigned_to: row.assignedTo,
        details: JSON.stringify(row.details),
      }
    case 'gasSet':
      return { ...NOTHING, station_id: row.stationId, set_kind: row.setKind }
    case 'regulator':
    case 'hose':
    case 'arrestor':
    case 'torch':
      return { ...NOTHING, details: JSON.stringify(row.facts) }
    default:
      return {
        ...NOTHING,
        station_id: row.stationId,
        kind_id: row.kind === 'own' ? row.kindId : null,
        parent_id: row.parentId,
        fields: JSON.stringify(row.fields),
      }
  }
}

export async function updateGear(db: Db, id: string, row: GearBody): Promise<boolean> {
  if (row.kind === 'cylinder') {
    const { rowCount } = await db.query(sql`
          UPDATE cylinder
          SET
            label = ${row.label},
            -- A new label is a new gas; the same one leaves what is told of it.
            parts = CASE WHEN gas = ${row.gas} THEN parts ELSE ${partsText(row.gas)}::jsonb END,
            gas = ${row.gas},
            description = ${row.description},
            every_days = ${row.everyDays},
            version = version + 1
          WHERE id = ${id} AND ${isVersion(row.version)}
        `)
    return rowCount === 1
  }
  const own = ownColumns(row)
  const { rowCount } = await db.query(sql`
        UPDATE gear
        SET
          label = ${row.label},
          description = ${row.description},
          every_days = ${row.everyDays},
          maker = ${row.maker},
          model = ${row.model},
          serial = ${row.serial},
          in_service_on = coalesce(${row.inServiceOn ?? null}, in_service_on),
          assigned_to = ${own.assigned_to},
          ranges = ${own.ranges},
          details = ${own.details},
          station_id = ${own.station_id},
          set_kind = ${own.set_kind},
          parent_id = ${own.parent_id},
          fields = ${own.fields},
          version = version + 1
        WHERE id = ${id} AND kind = ${row.kind} AND ${isVersion(row.version)}
      `)
  return rowCount === 1
}

export const tableOf = (kind: GearKind): 'cylinder' | 'gear' =>
  kind === 'cylinder' ? 'cylinder' : 'gear'

/** Hold the gear while an inspection is judged, so that two inspectors do not lock and unlock across each other. */
export async function holdGear(db: Db, kind: GearKind, id: string): Promise<void> {
  await db.query(sql`
    SELECT 1
    FROM ${raw(tableOf(kind))}
    WHERE id = ${id}
    FOR UPDATE
  `)
}

export async function setLock(
  db: Db,
  kind: GearKind,
  id: string,
  lock: { reason: string; at: Date; occasion: Occasion } | null,
): Promise<void> {
  await db.query(sql`
    UPDATE ${raw(tableOf(kind))}
    SET
      lock_reason = ${lock?.reason ?? null},
      locked_at = ${lock?.at ?? null},
      lock_occasion = ${lock?.occasion ?? null}
    WHERE id = ${id}
  `)
  await setWaits(db, id, lock !== null)
}

/** What happened to it. A cylinder has moves instead. */
export async function setEvent(
  db: Db,
  id: string,
  event: { what: GearEvent; at: Date },
): Promise<void> {
  await db.query(sql`
    UPDATE gear
    SET event = ${event.what}, event_at = ${event.at}
    WHERE id = ${id}
  `)
}

/** Somebody looked: what happened before that is seen to. */
export async function clearEvent(db: Db, id: string, looked: Date): Promise<void> {
  await db.query(sql`
    UPDATE gear
    SET event = NULL, event_at = NULL
    WHERE id = ${id} AND event_at <= ${looked}
  `)
}
