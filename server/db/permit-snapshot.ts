import sql from 'sql-template-tag'
import type { PermitState } from '#core/permit/lifecycle'
import { insertInto } from './insert'
import type { Db } from './pool'

export interface Snapshot {
  organisation: string
  permit: string
  version: number
  content: string
  /** SHA-256 of the content, hexadecimal. */
  hash: string
  at: Date
}

/** Keep what is signed. A version of a draft is always the same text: the first signer keeps it, the others find it. */
export async function keepSnapshot(db: Db, row: Snapshot): Promise<void> {
  await db.query(sql`
    ${insertInto('permit_snapshot', {
      organisation_id: row.organisation,
      permit_id: row.permit,
      version: row.version,
      content: row.content,
      hash: row.hash,
      at: row.at,
    })}
    ON CONFLICT (organisation_id, permit_id, version) DO NOTHING
  `)
}

export async function findSnapshot(
  db: Db,
  permit: string,
  version: number,
): Promise<Pick<Snapshot, 'content' | 'hash'> | null> {
  const { rows } = await db.query<Pick<Snapshot, 'content' | 'hash'>>(sql`
    SELECT content, hash
    FROM permit_snapshot
    WHERE permit_id = ${permit} AND version = ${version}
  `)
  return rows[0] ?? null
}

/** Everything of a permit that was ever signed, the oldest first. */
export async function snapshotsOf(
  db: Db,
  permit: string,
): Promise<Pick<Snapshot, 'version' | 'content' | 'hash' | 'at'>[]> {
  const { rows } = await db.query<Pick<Snapshot, 'version' | 'content' | 'hash' | 'at'>>(sql`
    SELECT version, content, hash, at
    FROM permit_snapshot
    WHERE permit_id = ${permit}
    ORDER BY version
  `)
  return rows
}

export interface Verified {
  organisation_id: string
  number: number
  state: PermitState
  valid_to: Date
  time_zone: string
  /** What was printed is what stands. */
  is_current: boolean
  /** Place in the audit of the newest step. */
  newest: number | null
}

/** A printed permit by its identifier and the hash of what was signed, of any organisation. */
export async function verifyPermit(db: Db, id: string, hash: string): Promise<Verified | null> {
  const { rows } = await db.query<Verified>(sql`
    SELECT organisation_id, number, state, valid_to, time_zone, is_current, newest
    FROM verify_permit(${id}, ${hash})
  `)
  return rows[0] ?? null
}
