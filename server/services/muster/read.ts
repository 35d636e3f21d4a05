import {
  findMuster,
  gasOfMuster,
  listMusters,
  openMuster,
  peopleOfMuster,
  type MusterRow,
} from '#server/db/muster'
import { inOrganisation, type Db } from '#server/db/pool'
import { notFound } from '#server/errors'
import type { MusterAnswer, MusterRow as Row } from '#shared/muster/schema'
import type { Actor } from '../actor'

const SHOWN_MOST = 100
const iso = (at: Date | null): string | null => at?.toISOString() ?? null

export const readMusterNow = (actor: Actor): Promise<{ muster: MusterAnswer | null }> =>
  inOrganisation(actor.organisation, async (db) => {
    const row = await openMuster(db, actor.site)
    return { muster: row && (await whole(db, row)) }
  })

export const readMuster = (actor: Actor, id: string): Promise<MusterAnswer> =>
  inOrganisation(actor.organisation, async (db) => {
    const row = await findMuster(db, actor.site, id)
    if (!row) throw notFound('muster')
    return whole(db, row)
  })

async function whole(db: Db, row: MusterRow): Promise<MusterAnswer> {
  const people = await peopleOfMuster(db, row.id)
  const gas = await gasOfMuster(db, row.id)
  return {
    id: row.id,
    drill: row.drill,
    note: row.note,
    begunAt: row.begun_at.toISOString(),
    begunBy: row.begun_by,
    endedAt: iso(row.ended_at),
    endedBy: row.ended_by,
    endedNote: row.ended_note,
    rehearsal: row.rehearsal,
    people: people.map(({ counted_at, counted_by, ...person }) => ({
      ...person,
      countedAt: iso(counted_at),
      countedBy: counted_by,
    })),
    gas: gas.map(({ shut_at, shut_by, ...one }) => ({
      ...one,
      shutAt: iso(shut_at),
      shutBy: shut_by,
    })),
  }
}

export const readMusters = (actor: Actor): Promise<Row[]> =>
  inOrganisation(actor.organisation, async (db) => {
    const rows = await listMusters(db, actor.site, SHOWN_MOST)
    return rows.map(({ begun_at, ended_at, ...row }) => ({
      ...row,
      begunAt: begun_at.toISOString(),
      endedAt: iso(ended_at),
    }))
  })
