import sql from 'sql-template-tag'
import type { Db } from './pool'

export interface Factor {
  sealed_key: string
  /** Null until a first code was right. */
  confirmed_at: Date | null
  /** Digests. */
  recovery: string[]
}

export async function findFactor(db: Db, person: string): Promise<Factor | null> {
  const { rows } = await db.query<Factor>(sql`
    SELECT sealed_key, confirmed_at, recovery
    FROM second_factor
    WHERE person_id = ${person}
  `)
  return rows[0] ?? null
}

/** @returns false where one is on already; one that was only begun is replaced. */
export async function keepFactor(
  db: Db,
  row: { organisation: string; person: string; sealedKey: string },
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    INSERT INTO second_factor (organisation_id, person_id, sealed_key)
    VALUES (${row.organisation}, ${row.person}, ${row.sealedKey})
    ON CONFLICT (organisation_id, person_id) DO UPDATE
    SET sealed_key = excluded.sealed_key
    WHERE second_factor.confirmed_at IS NULL
  `)
  return rowCount === 1
}

/** @param step the half minute of the code that was right @returns false where another request confirmed it meanwhile */
export async function confirmFactor(
  db: Db,
  person: string,
  step: number,
  recovery: readonly string[],
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE second_factor
    SET confirmed_at = clock_timestamp(), last_step = ${step}, recovery = ${recovery}
    WHERE person_id = ${person} AND confirmed_at IS NULL
  `)
  return rowCount === 1
}

/** @returns false where a code of this half minute or a later one was used before. */
export async function spendStep(db: Db, person: string, step: number): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE second_factor
    SET last_step = ${step}
    WHERE person_id = ${person} AND last_step < ${step}
  `)
  return rowCount === 1
}

/** @returns false where there is no such code, or it was used before. */
export async function spendRecovery(db: Db, person: string, digest: string): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE second_factor
    SET recovery = array_remove(recovery, ${digest})
    WHERE person_id = ${person} AND ${digest} = ANY (recovery)
  `)
  return rowCount === 1
}

export async function dropFactor(db: Db, person: string): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    DELETE FROM second_factor
    WHERE person_id = ${person}
  `)
  return rowCount === 1
}
