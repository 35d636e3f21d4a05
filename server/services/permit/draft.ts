import { overridable } from '#core/finding/finding'
import { findJob } from '#server/db/job'
import { findPermit, type PermitDbRow, type SeenLine } from '#server/db/permit'
import { updateDraft } from '#server/db/permit-draft'
import { peopleById, setWatchers } from '#server/db/permit-people'
import { keepSnapshot } from '#server/db/permit-snapshot'
import { photosOf } from '#server/db/photo'
import { inOrganisation, type Db } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { inPool } from '#server/heavy/pool'
import { conflict, fieldError, notFound } from '#server/errors'
import type { Permit, PermitDraftBody, PermitStep, Signer } from '#shared/permit/schema'
import type { Actor } from '../actor'
import { requireSignature, withSignature } from '../sign-in/signature'
import { judgePermit } from './judge'
import { groundOf, refuseOffGround } from './ground'
import { writtenRules } from './rules'
import { isSigned, signatoriesOf, SIGNER_NAME, voidSignatures } from './signatures'
import { snapshotOf } from './snapshot'
import type { SparkCase } from './sparks'
import { addStep, hold, once, type HeldPermit } from './step'
import { toPermit, toStep } from './view'

/** What its sparks are reckoned from is read first: the reckoning takes too long to be waited for with the permit held. */
export async function changeDraft(
  actor: Actor,
  id: string,
  body: PermitDraftBody,
): Promise<Permit> {
  const sparks = await inPool('reckonSparks', actor.person, await sparkCaseOf(actor, id, body))
  return inOrganisation(actor.organisation, async (db) => {
    const before = await hold(db, id)
    requireDraft(before, 'This permit is no longer a draft.')
    await refuseUnknown(db, body)
    await refuseUnsent(db, id, body)
    await refuseOffGround(db, { ...before.row, sketch: body.sketch, work: body.work })
    const site = await findSite(db, actor.site)
    const saved = await updateDraft(db, id, {
      sweep: body.sweep,
      operator: body.operatorId,
      fireWatch: body.fireWatchId,
      from: new Date(body.validFrom),
      to: new Date(body.validTo),
      work: body.work,
      height: body.height,
      container: body.sweep.container === 'yes' ? body.container : null,
      sketch: body.sketch,
      found: body.found,
      seen: seenNow(before.row, body.sweep, actor),
      sparks,
      attendant: body.attendantId,
      rescue: body.rescue,
      putsBack: body.putsBackId,
      rules: writtenRules(site, body.ruleSets, new Date(body.validFrom)),
      version: body.version,
    })
    if (!saved)
      throw conflict('Someone else changed this permit meanwhile. Load it again.', 'changed')
    await setWatchers(db, { organisation: actor.organisation, permit: id }, body.watchers)
    await voidSignatures(db, actor, before, body.version + 1, 'the fire check was changed.')
    const held = await hold(db, id)
    return toPermit(actor, held, await judgePermit(db, actor, held))
  })
}

/** Who saw each line that is answered: an answer that stays keeps whoever gave it. */
function seenNow(
  before: Pick<PermitDbRow, 'sweep' | 'seen'>,
  sweep: PermitDraftBody['sweep'],
  actor: Actor,
): Record<string, Omit<SeenLine, 'name'>> {
  const now = { personId: actor.person, at: actor.now.toISOString() }
  return Object.fromEntries(
    Object.entries(sweep).flatMap(([line, answer]): [string, Omit<SeenLine, 'name'>][] => {
      if (!answer) return []
      if (before.sweep[line] !== answer) return [[line, now]]
      const known = before.seen[line]
      return known ? [[line, { personId: known.personId, at: known.at }]] : []
    }),
  )
}

/** @throws at its field where somebody who is named is not on the roster */
async function refuseUnknown(db: Db, body: PermitDraftBody): Promise<void> {
  const named: [path: string, id: string | null][] = [
    ['operatorId', body.operatorId],
    ['fireWatchId', body.fireWatchId],
    ['attendantId', body.attendantId],
    ['putsBackId', body.putsBackId],
    ...body.watchers.map(({ personId }, i): [string, string] => [
      `watchers.${i}.personId`,
      personId,
    ]),
  ]
  const ids = named.flatMap(([, id]) => (id === null ? [] : [id]))
  const active = (await peopleById(db, ids)).filter((person) => person.active).map(({ id }) => id)
  for (const [path, id] of named)
    if (id !== null && !active.includes(id))
      throw fieldError(path, 'This person is not on the roster.')
}

/** @throws at its field where a photo of what was found has not come here */
async function refuseUnsent(db: Db, id: string, { found }: PermitDraftBody): Promise<void> {
  if (found.every(({ photo }) => photo === null)) return
  const sent = await photosOf(db, id)
  for (const [i, { photo }] of found.entries())
    if (photo !== null && !sent.has(photo))
      throw fieldError(`found.${i}.photo`, 'This photo has not come here. Take it again.')
}

function sparkCaseOf(actor: Actor, id: string, body: PermitDraftBody): Promise<SparkCase> {
  return inOrganisation(actor.organisation, async (db) => {
    const row = await findPermit(db, id)
    if (!row) throw notFound('permit')
    const { spec } = (await findJob(db, row.job_id))!
    const place = { ...row, sketch: body.sketch, work: body.work }
    await refuseOffGround(db, place)
    const ground = await groundOf(db, place)
    return { job: spec, ground, work: body.work, height: body.height, seed: row.number }
  })
}

export function overrideFinding(
  actor: Actor,
  id: string,
  body: { eventId: string; code: string; reason: string },
): Promise<Permit> {
  const step = {
    id: body.eventId,
    kind: 'override' as const,
    subject: body.code,
    note: body.reason,
  }
  const { code, reason } = body
  return once(
    actor,
    id,
    { id: step.id, kind: step.kind, content: { code, reason } },
    async (db, held) => {
      requireDraft(held, 'Only a draft can be overridden.')
      const { findings } = await judgePermit(db, actor, held)
      const finding = findings.find((entry) => entry.code === body.code)
      if (!finding) throw fieldError('code', 'This permit has no such Finding.')
      if (!overridable(finding))
        throw conflict(
          finding.level === 'stop'
            ? 'This stop is law; no one may override it.'
            : 'Only a stop can be overridden. Unknown has to be found out.',
          'not_overridable',
        )
      return addStep(db, actor, held, step)
    },
    async (db, held) => toPermit(actor, held, await judgePermit(db, actor, held)),
  )
}

interface Sign {
  eventId: string
  as: Signer
  personId?: string
  version: number
  pin: string
}

/** A signature belongs to the person whose PIN it is, on whoever's tablet, and to the draft as the signer saw it. */
export function signPermit(actor: Actor, id: string, body: Sign): Promise<PermitStep> {
  const { eventId, as, personId, version, pin } = body
  const content = { as, personId, version }
  return withSignature(actor, pin, (signature) =>
    once(
      actor,
      id,
      { id: eventId, kind: 'sign', content },
      async (db, held) => {
        requireDraft(held, 'Only a draft is signed.')
        const { row } = held
        if (row.version !== version)
          throw conflict(
            'The draft was changed since you read it. Load it again, read it, then sign.',
            'changed',
          )
        const signatories = signatoriesOf(held)
        const place = signatories.findIndex(
          (one) => one.as === as && (personId === undefined || one.id === personId),
        )
        const signatory = signatories[place]
        if (!signatory?.id) throw conflict(`Name the ${SIGNER_NAME[as]} first.`)
        const before = signatories.slice(0, place).find((one) => !isSigned(held, one))
        if (before)
          throw conflict(`The ${SIGNER_NAME[before.as]} signs before you.`, 'out_of_order')
        const signer = { id: signatory.id, name: signatory.name! }
        requireSignature(signature, signer)
        await keepSnapshot(db, {
          organisation: actor.organisation,
          permit: id,
          version,
          ...snapshotOf(row, (await findJob(db, row.job_id))!),
          at: actor.now,
        })
        return addStep(db, actor, held, {
          id: eventId,
          kind: 'sign',
          subject: as,
          note: signatory.side,
          signer,
        })
      },
      (_, held) => toStep(actor, held),
    ),
  )
}

function requireDraft({ row }: HeldPermit, otherwise: string): void {
  if (row.state !== 'draft') throw conflict(otherwise)
}
