import { judgeReading, nextStep, outcomeOf, type StepAnswer } from '#core/gas/set/run'
import { sequenceOf, tasksOf } from '#core/gas/set/sequence'
import { TASK_NAME, type Step, type Task } from '#core/gas/set/step'
import { holdGear, setLock } from '#server/db/gear-write'
import {
  answersOf,
  endRun,
  findRun,
  holdRun,
  insertAnswer,
  insertRun,
  markSetChanged,
  runsOf,
  type AnswerRow,
  type RunRow,
} from '#server/db/gas-set'
import { inOrganisation, type Db } from '#server/db/pool'
import { conflict, fieldError, notFound } from '#server/errors'
import type { AnswerBody, SetRun } from '#shared/gas/set-schema'
import { record, type Actor } from '../actor'
import { refuseLocked } from '../inspection/lock'
import { isNew } from '../event'
import { scopeOf, type ShopScope } from '../shop/shop'
import { factsOf, requireSet, shapeOf, type LoadedSet } from './set'

/** Lighting a set, or setting up one that is locked out, would put a faulty one to work. The other tasks make it safe. */
const USES: readonly Task[] = ['setUp', 'light']
/** What lets gas in asks what gas it is; making a set safe is never held back. */
const LETS_GAS_IN: readonly Task[] = ['setUp', 'leakTest', 'light']

const asAnswer = (row: AnswerRow): StepAnswer => ({
  step: row.step,
  result: row.result,
  at: row.at.getTime(),
  reading:
    row.pressure === null && row.temperature === null
      ? null
      : { pressure: row.pressure, temperature: row.temperature },
})

const asRun = (run: RunRow, answers: readonly AnswerRow[], set: LoadedSet): SetRun => ({
  id: run.id,
  setId: run.set_id,
  set: run.set_label,
  task: run.task,
  by: run.by,
  startedAt: run.started_at.toISOString(),
  endedAt: run.ended_at?.toISOString() ?? null,
  result: run.result,
  rehearsal: run.rehearsal,
  steps: run.steps,
  answers: answers.map((row) => ({
    ...asAnswer(row),
    at: row.at.toISOString(),
    by: row.by,
    finding: row.finding,
    note: row.note,
  })),
  facts: factsOf(set),
})

async function requireRun(db: Db, actor: Actor, id: string): Promise<RunRow> {
  const run = await findRun(db, actor.site, id)
  if (!run) throw notFound('task')
  return run
}

async function shown(db: Db, actor: Actor, scope: ShopScope, id: string): Promise<SetRun> {
  const run = await requireRun(db, actor, id)
  return asRun(run, await answersOf(db, id), await requireSet(db, scope, run.set_id))
}

export const readRun = (actor: Actor, id: string): Promise<SetRun> =>
  inOrganisation(actor.organisation, async (db) => shown(db, actor, await scopeOf(db, actor), id))

/** One task at a time on a set; begun twice under one identifier it is the same one. */
export const startRun = (
  actor: Actor,
  set: string,
  { id, task }: { id: string; task: Task },
): Promise<SetRun> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const fresh = await isNew(db, actor, { id, kind: 'set_run', of: set, content: { task } })
    if (!fresh) return shown(db, actor, scope, id)
    await holdGear(db, 'gasSet', set)
    const loaded = await requireSet(db, scope, set)
    await requireStartable(db, loaded, task)
    const steps = sequenceOf(task, shapeOf(loaded), scope.gas)
    await insertRun(db, {
      id,
      organisation: actor.organisation,
      set,
      task,
      steps,
      person: actor.person,
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'set_task_begun', 'gasSet', set, { label: loaded.gear.label, task })
    return shown(db, actor, scope, id)
  })

async function requireStartable(
  db: Db,
  { gear, state, findings }: LoadedSet,
  task: Task,
): Promise<void> {
  const [newest] = await runsOf(db, gear.id, 1)
  if (newest && newest.result === null)
    throw conflict(
      `${TASK_NAME[newest.task]} is under way, ${newest.answered} of ${newest.steps.length} done. Go on with it, or put it aside.`,
      'under_way',
    )
  if (!tasksOf(state.kind).includes(task))
    throw fieldError('task', 'This kind of set has no such task.')
  if (USES.includes(task)) refuseLocked([gear], TASK_NAME[task], 'task')
  if (!LETS_GAS_IN.includes(task)) return
  if (state.cylinders.length === 0)
    throw fieldError('task', 'Connect its cylinders first: the steps follow from their gas.')
  if (state.cylinders.some(({ parts }) => parts === null))
    throw fieldError('task', 'What a cylinder on it holds is not told: describe it first.')
  const holding = findings.filter(({ level }) => level === 'stop' || level === 'unknown')
  if (task === 'light' && holding.length > 0)
    throw conflict(`Not before this is right: ${holding[0]!.sentence}`, 'not_ready')
  // A wrong part is found before it is screwed on, not after.
  const wrong = findings.find(({ code, level }) => level === 'stop' && code !== 'gear.gasSet')
  if (task === 'setUp' && wrong)
    throw conflict(`Not before this is right: ${wrong.sentence}`, 'not_ready')
}

/**
 * Answer the next step. What a reading says decides: a leak fails the step, a pressure that is set too high is refused until it is
 * right. A failed step ends the task and locks the set out.
 */
export const answerStep = (actor: Actor, id: string, body: AnswerBody): Promise<SetRun> =>
  inOrganisation(actor.organisation, async (db) => {
    const { eventId, ...content } = body
    const scope = await scopeOf(db, actor)
    const fresh = await isNew(db, actor, { id: eventId, kind: 'set_step', of: id, content })
    await holdRun(db, id)
    const run = await requireRun(db, actor, id)
    if (!fresh) return shown(db, actor, scope, id)
    if (run.result !== null) throw conflict('This task has ended. Look again.', 'ended')
    const set = await requireSet(db, scope, run.set_id)
    const answers = (await answersOf(db, id)).map(asAnswer)
    const step = nextStep(run.steps, answers)
    if (step?.id !== body.step)
      throw conflict('Somebody else has answered this step meanwhile. Look again.', 'answered')
    const answer = judged(step, body, { answers, set, at: actor.now })
    await insertAnswer(db, {
      id: eventId,
      organisation: actor.organisation,
      run: id,
      step: step.id,
      at: actor.now,
      person: actor.person,
      reading: step.entry === 'none' ? null : body.reading,
      ...answer,
      rehearsal: actor.rehearsal,
    })
    if (answer.result === 'failed') await lockOut(db, actor, run, step, answer.note)
    else if (answers.length + 1 === run.steps.length) {
      await endRun(db, id, { at: actor.now, result: 'done' })
      if (run.task === 'tearDown') await markSetChanged(db, [run.set_id], actor.now)
      await record(db, actor, 'set_task_done', 'gasSet', run.set_id, {
        label: run.set_label,
        task: run.task,
      })
    }
    return shown(db, actor, scope, id)
  })

function judged(
  step: Step,
  { result, reading, note }: AnswerBody,
  { answers, set, at }: { answers: StepAnswer[]; set: LoadedSet; at: Date },
): Pick<Parameters<typeof insertAnswer>[1], 'result' | 'finding' | 'note'> {
  if (result === 'failed' || step.entry === 'none') return { result, finding: null, note }
  if (!reading || reading.pressure === null)
    throw fieldError('reading.pressure', 'Enter what the gauge shows.')
  if (step.entry !== 'working' && reading.temperature === null)
    throw fieldError('reading.temperature', 'Enter the temperature: it moves the gauge as well.')
  const finding = judgeReading(step, reading, {
    answers,
    facts: factsOf(set),
    at: at.getTime(),
  })
  const outcome = outcomeOf(finding, step.entry)
  if (outcome === 'again')
    throw fieldError('reading.pressure', `${finding!.sentence} ${finding!.remedy ?? ''}`.trim())
  return outcome === 'failed'
    ? { result: 'failed', finding, note: note || finding!.sentence }
    : { result: 'done', finding, note }
}

async function lockOut(db: Db, actor: Actor, run: RunRow, step: Step, note: string): Promise<void> {
  const reason = `${TASK_NAME[run.task]}, ${step.text.replace(/\.$/, '')}: ${note.replace(/\.$/, '')}`
  await endRun(db, run.id, { at: actor.now, result: 'failed' })
  await holdGear(db, 'gasSet', run.set_id)
  await setLock(db, 'gasSet', run.set_id, { reason, at: actor.now, occasion: 'beforeUse' })
  // Whatever was found tight before counts no longer.
  await markSetChanged(db, [run.set_id], actor.now)
  await record(db, actor, 'locked_out', 'gasSet', run.set_id, { label: run.set_label, reason })
}

/** Put aside before its end; done twice it stays as it is. */
export const leaveRun = (actor: Actor, id: string): Promise<SetRun> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    await holdRun(db, id)
    const run = await requireRun(db, actor, id)
    if (run.result === null) {
      await endRun(db, id, { at: actor.now, result: 'left' })
      await record(db, actor, 'set_task_left', 'gasSet', run.set_id, {
        label: run.set_label,
        task: run.task,
      })
    }
    return shown(db, actor, scope, id)
  })
