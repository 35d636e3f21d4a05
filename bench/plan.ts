import type { Plan, Shape, Thing } from '#core/plan/plan'
import { closePools, inPool, openPools } from '#server/heavy/pool'
import { inThreads } from '#server/services/plan/judged-once'
import { judgedText } from '#server/services/plan/judged-text'
import type { FireClass } from '#core/inspection/fire-class'
import type { Equipment } from '#core/plan/judge/equipment'
import type { ThingKind } from '#core/plan/kinds.table'
import { at } from './large-plans'

/** What is changed from one judging to the next, one after the other. */
const CHANGED: readonly ThingKind[] = [
  'station',
  'desk',
  'door',
  'extinguisher',
  'room',
  'curtain',
  'exit',
  'gasStore',
]
/** m */
const MOVED = 0.1

const movedShape = (shape: Shape): Shape =>
  shape.type === 'box'
    ? { ...shape, at: at(shape.at.x + MOVED, shape.at.y) }
    : { ...shape, points: shape.points.map(({ x, y }) => at(x + MOVED, y)) }

/** The plan after its nth change: a thing is moved a little, a room is told to be higher. */
function changed(plan: Plan, n: number): Plan {
  const those = plan.things.filter(({ kind }) => kind === CHANGED[n % CHANGED.length])
  // Somewhere else each time.
  const chosen = those[(n * 37) % those.length]!
  const height = 4 + n / 100
  const other: Thing =
    chosen.kind === 'room'
      ? { ...chosen, facts: { ...chosen.facts, height } }
      : { ...chosen, shape: movedShape(chosen.shape) }
  return { ...plan, things: plan.things.map((thing) => (thing === chosen ? other : thing)) }
}

function equipmentOf({ things }: Plan): Equipment {
  const all: readonly FireClass[] = ['ordinary', 'liquid', 'live']
  const of = (kind: ThingKind): string[] =>
    things.filter((thing) => thing.kind === kind).map(({ id }) => id)
  return {
    extinguishers: new Map(of('extinguisher').map((id) => [id, all])),
    eyewash: new Set(of('eyewash')),
    curtains: new Set(of('curtain')),
    stored: new Map(),
    burns: new Map(of('station').map((id) => [id, all])),
  }
}

/** So many plans are judged, after a change and anew, before any is timed, so that the threads know their work; then each kind of change so often, and so many plans anew. */
const WARM = 2 * CHANGED.length
const EACH = 5
const ANEW = 15

/** A shop as most are, of so many things. */
const FEW = 100

/** ms */
export interface Times {
  middle: number
  least: number
}

interface JudgedLarge {
  /** ms: a small plan, by threads that have not started yet. */
  first: number
  /** ms in the middle: what is wrong with it alone. */
  faults: number
  /** All of it, of a plan that nobody judged before. */
  anew: Times
  /** Anew, each of the threads by itself: what a machine with a core for each of them waits for. */
  alone: { thread: string; ms: number }[]
  /** All of it, after a change. */
  again: Times
  /** ms in the middle after a change of each kind of thing. */
  kinds: [ThingKind, number][]
  things: number
}

/**
 * ms from asking the threads of the server to the text of their answer.
 * @param worker the built file of the threads
 * @param large has a thing of each kind that is changed
 */
export async function judgeLarge(worker: string, large: Plan): Promise<JudgedLarge> {
  const middle = (times: readonly number[]): number =>
    [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]!
  const spread = (times: readonly number[]): Times => ({
    middle: middle(times),
    least: Math.min(...times),
  })
  const timed = async (work: () => Promise<unknown>): Promise<number> => {
    const begun = performance.now()
    await work()
    return performance.now() - begun
  }
  const judged = (plan: Plan): Promise<number> => {
    const equipment = equipmentOf(plan)
    return timed(() => inThreads(BENCH, judgedText({ plan, equipment }), BENCH))
  }
  openPools(worker)
  try {
    const faults: number[] = []
    const anew: number[] = []
    const again: { kind: ThingKind; ms: number }[] = []
    let plan = large
    const first = await judged({ ...plan, things: plan.things.slice(0, FEW) })
    // Under other names it is a plan that nobody knows.
    const renamed = (prefix: string): Plan => ({
      ...plan,
      things: plan.things.map((thing) => ({ ...thing, id: `${prefix} ${thing.id}` })),
    })
    for (let n = 0; n < WARM + EACH * CHANGED.length; n++) {
      plan = changed(plan, n)
      const ms = await judged(plan)
      if (n >= WARM) again.push({ kind: CHANGED[n % CHANGED.length]!, ms })
    }
    for (let n = 0; n < WARM + ANEW; n++) {
      const wrong = await timed(() => inPool('errorsOfPlan', BENCH, plan))
      const ms = await judged(renamed(`${n}`))
      if (n < WARM) continue
      faults.push(wrong)
      anew.push(ms)
    }
    const alone: JudgedLarge['alone'] = []
    for (const [thread, task] of THREADS) {
      const times: number[] = []
      for (let n = 0; n < ANEW; n++) {
        const unknown = renamed(`${thread} ${n}`)
        const text = judgedText({ plan: unknown, equipment: equipmentOf(unknown) })
        times.push(await timed(() => inPool(task, BENCH, text)))
      }
      alone.push({ thread, ms: middle(times) })
    }
    return {
      first,
      faults: middle(faults),
      anew: spread(anew),
      alone,
      again: spread(again.map(({ ms }) => ms)),
      kinds: CHANGED.map((kind) => [
        kind,
        middle(again.filter((one) => one.kind === kind).map(({ ms }) => ms)),
      ]),
      things: plan.things.length,
    }
  } finally {
    await closePools()
  }
}
const BENCH = 'bench'
const THREADS = [
  ['places', 'judgePlacesOf'],
  ['ways', 'judgeWaysOf'],
] as const
