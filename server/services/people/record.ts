import { daysBetween } from '#core/calendar/day'
import type { JobSpec } from '#core/job/job'
import { judgeRecord } from '#core/people/reminders'
import { assignShade } from '#core/shade/shade'
import { shadeBand } from '#core/shade/search'
import type { Eyes } from '#core/shade/personal'
import { hasSeenRecord } from '#server/db/audit'
import { findCourse } from '#server/db/course'
import { helmetsOf } from '#server/db/gear'
import { findPerson } from '#server/db/person'
import { inOrganisation, type Db } from '#server/db/pool'
import {
  addClearances,
  clearancesOf,
  kitOf,
  recordsOf,
  removeClearances,
  removeKit,
  setKit,
  setShade,
  shadesOf,
  updateRecord,
  type RecordRow,
} from '#server/db/record'
import { findFactor } from '#server/db/second-factor'
import { waitsUntil } from '#server/db/sign-in'
import { loansOf } from '#server/db/stock'
import { AppError, fieldError, notFound } from '#server/errors'
import type { z } from 'zod'
import type { foundShadeBody } from '#shared/eyes/schema'
import type { PersonDetail, RecordBody } from '#shared/people/schema'
import { isStaff, record, type Actor } from '../actor'
import { mayKnow, shownTo } from '../privacy'
import { changedMeanwhile } from '../version'
import { asSeen } from './person'
import { scopeOf } from '../shop/shop'

/** Eyes of people for one job, with the shade that each found in its band. */
export async function eyesOf(
  db: Db,
  people: readonly string[],
  job: Pick<JobSpec, 'process' | 'amps' | 'thickness'>,
): Promise<Map<string, Eyes>> {
  const band = shadeBand(job)
  const found = band ? (await shadesOf(db, people)).filter((row) => row.band === band) : []
  return new Map(
    (await recordsOf(db, people)).map((row) => [
      row.person_id,
      {
        lightSensitive: row.light_sensitive,
        correction: row.correction,
        tint: row.tint,
        found: found.find((entry) => entry.person_id === row.person_id)?.shade ?? null,
      },
    ]),
  )
}

export function readPerson(actor: Actor, id: string): Promise<PersonDetail> {
  return inOrganisation(actor.organisation, async (db) => {
    const person = await findPerson(db, id)
    if (!person) throw notFound('person')
    const scope = await scopeOf(db, actor)
    const one = [id]
    const [row] = await recordsOf(db, one)
    const known = mayKnow(actor, id)
    // Who looked at the health data of somebody else can be found out; not what they saw.
    if (known && actor.person !== id && !(await hasSeenRecord(db, actor.person, id)))
      await record(db, actor, 'record_seen', 'person', id)
    const course = person.courseId ? await findCourse(db, person.courseId) : null
    const helmets = await helmetsOf(db, scope, one)
    return {
      person: asSeen(actor, person),
      record: known ? healthOf(row!) : null,
      cleared: (await clearancesOf(db, one)).map((entry) => ({
        process: entry.process,
        signedOn: entry.signed_on,
        signedBy: entry.signed_by,
      })),
      kit: (await kitOf(db, one)).map((entry) => ({
        ppeId: entry.ppe_id,
        state: entry.state,
        size: entry.size,
      })),
      shades: known
        ? (await shadesOf(db, one)).map((entry) => ({
            band: entry.band,
            shade: entry.shade,
            foundOn: entry.found_on,
          }))
        : [],
      loans: (await loansOf(db, { people: one })).map((loan) => ({
        stockId: loan.stock_id,
        code: loan.code,
        name: loan.name,
        quantity: loan.quantity,
      })),
      helmets: helmets.map((item) => ({ id: item.id, label: item.label })),
      kitList: course?.kit ?? [],
      findings: shownTo(
        actor,
        id,
        judgeRecord(
          { respiratorUntil: row!.respirator_until, fitTestOn: row!.fit_test_on },
          (day) => daysBetween(scope.today, day),
        ),
      ),
      hasSecondFactor: actor.role === 'lead' && Boolean((await findFactor(db, id))?.confirmed_at),
      waitsUntil: isStaff(actor) ? ((await waitsUntil(db, id))?.toISOString() ?? null) : null,
    }
  })
}

const healthOf = (row: RecordRow) => ({
  lightSensitive: row.light_sensitive,
  correction: row.correction,
  tint: row.tint,
  respiratorUntil: row.respirator_until,
  fitTestOn: row.fit_test_on,
  fitModel: row.fit_model,
  fitSize: row.fit_size,
  sealCheckOn: row.seal_check_on,
})

export async function changeRecord(actor: Actor, id: string, body: RecordBody): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    const { today } = await scopeOf(db, actor)
    const [row] = await recordsOf(db, [id])
    if (!row) throw notFound('person')
    for (const field of ['fitTestOn', 'sealCheckOn'] as const)
      if (body[field] && body[field] > today)
        throw fieldError(field, 'This day lies in the future.')
    const updated = await updateRecord(
      db,
      {
        person_id: id,
        light_sensitive: body.lightSensitive,
        correction: body.correction,
        tint: body.tint,
        respirator_until: body.respiratorUntil,
        fit_test_on: body.fitTestOn,
        fit_model: body.fitModel || null,
        fit_size: body.fitSize || null,
        seal_check_on: body.sealCheckOn,
      },
      body.version,
    )
    if (!updated)
      throw changedMeanwhile(body, {
        ...healthOf((await recordsOf(db, [id]))[0]!),
        version: (await findPerson(db, id))!.version,
      })
    const before = (await clearancesOf(db, [id])).map((entry) => entry.process)
    await removeClearances(
      db,
      [id],
      before.filter((process) => !body.cleared.includes(process)),
    )
    await addClearances(db, actor.organisation, [id], body.cleared, actor.person, today)
    const known = (await kitOf(db, [id])).map((entry) => entry.ppe_id)
    await removeKit(
      db,
      [id],
      known.filter((ppe) => !body.kit.some((entry) => entry.ppeId === ppe)),
    )
    await setKit(
      db,
      actor.organisation,
      body.kit.map((entry) => ({
        person_id: id,
        ppe_id: entry.ppeId,
        state: entry.state,
        size: entry.size,
      })),
      today,
    )
    const after = { ...healthOf((await recordsOf(db, [id]))[0]!), cleared: body.cleared.toSorted() }
    await record(db, actor, 'record_changed', 'person', id, {
      changed: differing({ ...healthOf(row), cleared: before.toSorted() }, after),
    })
  })
}

/** Names of the fields that are no longer the same; what they hold is nobody's business in the audit. */
const differing = (before: object, after: object): string[] =>
  Object.keys(after).filter(
    (key) =>
      JSON.stringify(before[key as keyof typeof before]) !==
      JSON.stringify(after[key as keyof typeof after]),
  )

/** Remember a shade found by trial. Workers for themselves; never under the legal minimum of that work. */
export async function rememberShade(
  actor: Actor,
  id: string,
  body: z.output<typeof foundShadeBody>,
): Promise<{ band: string }> {
  const band = shadeBand(body)
  const { floor } = assignShade({
    ...body,
    electrode: null,
    arcHidden: false,
    shieldGas: null,
    gasFlow: null,
    baseMetal: 'unknown',
  })
  if (!band || floor === null)
    throw fieldError('amps', 'No shade can be remembered where the table has no row.')
  if (body.shade < floor)
    throw fieldError('shade', `Never lighter than shade ${floor} for this work.`)
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await findPerson(db, id))) throw notFound('person')
    if (!isStaff(actor) && id !== actor.person)
      throw new AppError(403, 'forbidden', 'You can remember a shade for yourself only.')
    const { today } = await scopeOf(db, actor)
    await setShade(db, actor.organisation, {
      person_id: id,
      band,
      shade: body.shade,
      found_on: today,
    })
    await record(db, actor, 'shade_found', 'person', id, { band })
  })
  return { band }
}
