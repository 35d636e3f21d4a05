import sql from 'sql-template-tag'
import type { PHOTO_SIZES } from '#shared/photo/schema'
import { insertInto } from './insert'
import type { Db } from './pool'

export interface NewPhoto {
  id: string
  organisation: string
  site: string
  item: string
  person: string
  at: Date
  portrait: boolean
  width: number
  height: number
  digest: string
  image: Uint8Array
  thumb: Uint8Array
  rehearsal: boolean
}

/** False: a photo with this identifier is there already. */
export async function insertPhoto(db: Db, row: NewPhoto): Promise<boolean> {
  const { rowCount } = await db.query(
    insertInto(
      'photo',
      {
        id: row.id,
        organisation_id: row.organisation,
        site_id: row.site,
        item_id: row.item,
        person_id: row.person,
        at: row.at,
        portrait: row.portrait,
        width: row.width,
        height: row.height,
        bytes: row.image.length,
        digest: row.digest,
        rehearsal: row.rehearsal,
      },
      sql`ON CONFLICT DO NOTHING`,
    ),
  )
  if (rowCount === 0) return false
  await db.query(
    insertInto('photo_image', {
      photo_id: row.id,
      organisation_id: row.organisation,
      image: Buffer.from(row.image),
      thumb: Buffer.from(row.thumb),
    }),
  )
  return true
}

export interface PhotoRow {
  id: string
  at: Date
  person: string
  person_id: string
  item_id: string
  portrait: boolean
  inspection_id: string | null
  event_id: string | null
  width: number
  height: number
  digest: string
  removed_at: Date | null
}

export async function findPhoto(db: Db, site: string, id: string): Promise<PhotoRow | null> {
  const { rows } = await db.query<PhotoRow>(sql`
    SELECT
      f.id, f.at, p.name AS person, f.person_id, f.item_id, f.portrait, f.inspection_id, f.event_id,
      f.width, f.height, f.digest, f.removed_at
    FROM photo f JOIN person p ON p.id = f.person_id
    WHERE f.id = ${id} AND f.site_id = ${site}
  `)
  return rows[0] ?? null
}

export async function imageOf(
  db: Db,
  id: string,
  size: (typeof PHOTO_SIZES)[number],
): Promise<Buffer | null> {
  const column = size === 'full' ? sql`image` : sql`thumb`
  const { rows } = await db.query<{ bytes: Buffer }>(
    sql`SELECT ${column} AS bytes FROM photo_image WHERE photo_id = ${id}`,
  )
  return rows[0]?.bytes ?? null
}

/** The newest photo of a piece itself. */
export async function portraitOf(
  db: Db,
  item: string,
): Promise<Pick<PhotoRow, 'id' | 'at' | 'person' | 'width' | 'height'> | null> {
  const { rows } = await db.query(sql`
    SELECT f.id, f.at, p.name AS person, f.width, f.height
    FROM photo f JOIN person p ON p.id = f.person_id
    WHERE f.item_id = ${item} AND f.portrait AND f.removed_at IS NULL
    ORDER BY f.at DESC, f.id
    LIMIT 1
  `)
  return rows[0] ?? null
}

/** Identifiers of all photos of a piece or a permit itself, those taken away as well. */
export async function photosOf(db: Db, item: string): Promise<Set<string>> {
  const { rows } = await db.query<{ id: string }>(
    sql`SELECT id FROM photo WHERE item_id = ${item} AND portrait`,
  )
  return new Set(rows.map(({ id }) => id))
}

/** How many photos of the piece itself there are. */
export async function countPortraits(db: Db, item: string): Promise<number> {
  const { rows } = await db.query<{ count: number }>(sql`
    SELECT count(*)::integer AS count FROM photo
    WHERE item_id = ${item} AND portrait AND removed_at IS NULL
  `)
  return rows[0]!.count
}

/** A photo, and a line of what it becomes part of. */
interface Attached {
  id: string
  item: string
  person: string
  line: string
  /** When that was: it is kept by its time. */
  at: Date
}

/** A photo becomes part of an inspection. False: it is not there, not of this piece and person, or of another inspection already. */
export async function attachPhoto(
  db: Db,
  photo: Attached & { inspection: string },
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE photo
    SET inspection_id = ${photo.inspection}, of_at = ${photo.at}, line = ${photo.line}
    WHERE id = ${photo.id} AND item_id = ${photo.item} AND person_id = ${photo.person}
      AND inspection_id IS NULL AND event_id IS NULL AND NOT portrait AND removed_at IS NULL
  `)
  return rowCount === 1
}

/** A photo becomes part of a round of a watch. False: it is not there, not of this permit and person, or of something else already. */
export async function attachToEvent(db: Db, photo: Attached & { event: string }): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE photo
    SET event_id = ${photo.event}, of_at = ${photo.at}, line = ${photo.line}
    WHERE id = ${photo.id} AND item_id = ${photo.item} AND person_id = ${photo.person}
      AND inspection_id IS NULL AND event_id IS NULL AND NOT portrait AND removed_at IS NULL
  `)
  return rowCount === 1
}

/** Photos of a person that belong to no inspection or round yet. */
export async function countWaiting(db: Db, person: string): Promise<number> {
  const { rows } = await db.query<{ count: number }>(sql`
    SELECT count(*)::integer AS count FROM photo
    WHERE person_id = ${person} AND inspection_id IS NULL AND event_id IS NULL AND NOT portrait
  `)
  return rows[0]!.count
}

/** Looks that were begun and never logged leave photos behind. */
export async function dropWaiting(db: Db, person: string, before: Date): Promise<void> {
  await db.query(sql`
    DELETE FROM photo
    WHERE person_id = ${person} AND inspection_id IS NULL AND event_id IS NULL AND NOT portrait
      AND at < ${before}
  `)
}

/** The image goes for good; that there was one stays. False: it is gone already. */
export async function removeImage(
  db: Db,
  removal: { id: string; person: string; at: Date; why: string },
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE photo
    SET removed_at = ${removal.at}, removed_by = ${removal.person}, removed_why = ${removal.why}
    WHERE id = ${removal.id} AND removed_at IS NULL
  `)
  if (rowCount === 0) return false
  await db.query(sql`DELETE FROM photo_image WHERE photo_id = ${removal.id}`)
  return true
}

/** Which photos of inspections are still to be seen. */
export async function photosSeen(db: Db, inspections: readonly string[]): Promise<Set<string>> {
  const { rows } = await db.query<{ id: string }>(sql`
    SELECT id FROM photo WHERE inspection_id = ANY (${inspections}) AND removed_at IS NULL
  `)
  return new Set(rows.map(({ id }) => id))
}
