import { randomUUID } from 'node:crypto'
import { judgeInspection, type LineResult } from '#core/inspection/inspection'
import type { ChecklistLine } from '#core/inspection/line'
import { checklistChanges } from '#server/db/checklist'
import { findGear } from '#server/db/gear'
import { holdGear } from '#server/db/gear-write'
import { insertInspection } from '#server/db/inspection'
import { peopleOfCourse } from '#server/db/person'
import { inOrganisation } from '#server/db/pool'
import { findSession, insertSession, membersOf, putMembers } from '#server/db/session'
import { fieldError, notFound } from '#server/errors'
import type { z } from 'zod'
import type { checkAllBody, Session, sessionBody } from '#shared/session/schema'
import { record, type Actor } from '../actor'
import { checklistFor } from '../inspection/checklist'
import { dueOnOf } from '../inspection/inspection'
import { refuseLocked } from '../inspection/lock'
import { lookWasDone } from '../inspection/look'
import { scopeOf } from '../shop/shop'
import { addPeople } from './changes/members'
import { sessionNow } from './read'

export function addSession(
  actor: Actor,
  body: z.output<typeof sessionBody>,
): Promise<{ id: string }> {
  const id = randomUUID()
  return inOrganisation(actor.organisation, async (db) => {
    await insertSession(db, {
      id,
      organisation: actor.organisation,
      site: actor.site,
      day: body.day,
      title: body.title,
      course: body.courseId,
      person: actor.person,
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    const people = body.courseId ? await peopleOfCourse(db, body.courseId) : []
    if (people.length > 0)
      await addPeople({ db, actor, id, scope: await scopeOf(db, actor) }, people)
    await record(db, actor, 'session_made', 'session', id, { ...body, people: people.length })
    return { id }
  })
}

/** Yesterday's people, places and work on another day. Who is here, what was seen and what was proved start anew. */
export function copySession(actor: Actor, from: string, day: string): Promise<{ id: string }> {
  const id = randomUUID()
  return inOrganisation(actor.organisation, async (db) => {
    const source = await findSession(db, from)
    if (!source) throw notFound('session')
    await insertSession(db, {
      id,
      organisation: actor.organisation,
      site: actor.site,
      day,
      title: source.title,
      course: source.course_id,
      person: actor.person,
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    const members = await membersOf(db, from)
    // While someone was absent their helmet may have been lent: the one who had it keeps it.
    const worn = new Set(
      members.filter((member) => member.presence !== 'absent').map((member) => member.helmet_id),
    )
    await putMembers(
      db,
      actor.organisation,
      id,
      members.map(({ name: _, job_title: __, job_station_id: ____, spec: ___, ...member }) => ({
        ...member,
        presence: 'expected' as const,
        seen: [],
        helmet_id:
          member.presence === 'absent' && worn.has(member.helmet_id) ? null : member.helmet_id,
      })),
    )
    await record(db, actor, 'session_copied', 'session', id, { from, day, people: members.length })
    return { id }
  })
}

const NOT_MEASURED = 'Not measured in the pre-use check'
const NO_PHOTO = 'Looked at, without the photo'

/** A pre-use check that passed on every line for several pieces of gear. Readings are not made up: a measured line is marked as not measured, one that wants a photo as without. */
export function checkAll(
  actor: Actor,
  id: string,
  body: z.output<typeof checkAllBody>,
): Promise<Session> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await findSession(db, id))) throw notFound('session')
    const scope = await scopeOf(db, actor)
    const occasion = 'beforeUse'
    const checklist = await checklistFor(db, actor, { kind: body.kind, kindId: null, occasion })
    const { lines } = judgeInspection(checklist.lines, passed(checklist.lines))
    const changes = await checklistChanges(db, actor.site)
    for (const gearId of [...new Set(body.gear)].sort()) {
      await holdGear(db, body.kind, gearId)
      const gear = await findGear(db, scope, body.kind, gearId)
      if (!gear) throw notFound(body.kind)
      refuseLocked([gear], 'Check it together with others', 'gear')
      if (gear.event !== null)
        throw fieldError('gear', `${gear.label} needs its look after an event, on its own page.`)
      await insertInspection(db, {
        id: randomUUID(),
        organisation: actor.organisation,
        kind: body.kind,
        gear: gearId,
        person: actor.person,
        at: actor.now,
        occasion,
        dueOn: dueOnOf(gear, occasion),
        version: checklist.version,
        result: 'pass',
        lockReason: null,
        lines,
        repairNote: null,
        rehearsal: actor.rehearsal,
        session: id,
      })
      const done = { occasion, on: scope.today, at: actor.now, result: 'pass', changes } as const
      await lookWasDone(db, actor, scope, gear, { ...done, calibrated: null })
    }
    await record(db, actor, 'checked_together', 'session', id, {
      kind: body.kind,
      gear: body.gear.length,
    })
    return sessionNow(db, actor, id)
  })
}

const passed = (lines: readonly ChecklistLine[]): LineResult[] =>
  lines.map((line) =>
    line.measure || line.photo
      ? { id: line.id, mark: 'na', note: line.measure ? NOT_MEASURED : NO_PHOTO }
      : { id: line.id, mark: 'pass' },
  )
