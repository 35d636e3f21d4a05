import sql from 'sql-template-tag'
import type { Db } from './pool'

export interface Former {
  active: boolean
  erased_at: Date | null
}

/** A person held while their name is taken out. */
export async function holdFormer(db: Db, id: string): Promise<Former | null> {
  const { rows } = await db.query<Former>(sql`
    SELECT
      active, erased_at
    FROM person
    WHERE id = ${id}
    FOR UPDATE
  `)
  return rows[0] ?? null
}

/** Everything of a person that no law asks to be kept. What they did stands, under another name. */
export async function erasePerson(db: Db, id: string, name: string, at: Date): Promise<void> {
  await db.query(sql`
    UPDATE person
    SET
      name = ${name},
      email = NULL,
      password_hash = NULL,
      pin_hash = NULL,
      roster_number = NULL,
      course_id = NULL,
      fire_watch_trained_on = NULL,
      light_sensitive = false,
      correction = 'none',
      tint = NULL,
      respirator_until = NULL,
      fit_test_on = NULL,
      fit_model = NULL,
      fit_size = NULL,
      seal_check_on = NULL,
      text_number = NULL,
      erased_at = ${at}
    WHERE id = ${id}
  `)
  for (const table of [
    sql`DELETE FROM found_shade`,
    sql`DELETE FROM person_kit`,
    sql`DELETE FROM clearance`,
    sql`DELETE FROM known_device`,
    sql`DELETE FROM second_factor`,
    sql`DELETE FROM push_device`,
  ])
    await db.query(sql`${table} WHERE person_id = ${id}`)
  await db.query(sql`
    UPDATE message
    SET address = 'erased ' || id
    WHERE person_id = ${id} AND channel <> 'page'
  `)
  await db.query(sql`UPDATE muster_person SET name = ${name} WHERE person_id = ${id}`)
  await db.query(sql`
    UPDATE gear
    SET assigned_to = NULL
    WHERE assigned_to = ${id}
  `)
  await db.query(sql`
    UPDATE air_alarm
    SET symptoms = '{}', note = ''
    WHERE person_id = ${id}
  `)
}
