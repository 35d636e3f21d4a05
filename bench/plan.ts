import type { Plan, Point, Shape, Thing } from '#core/plan/plan'
import { closePools, inPool, openPools } from '#server/heavy/pool'
import { inThreads } from '#server/services/plan/judged-once'
import { judgedText } from '#server/services/plan/judged-text'
import type { FireClass } from '#core/inspection/fire-class'
import type { Equipment } from '#core/plan/judge/equipment'
import type { ThingKind } from '#core/plan/kinds.table'

const ROOMS_ACROSS = 25
const ROOMS = 500
const SIDE = 5
const at = (x: number, y: number): Point => ({ x, y })
const box = (x: number, y: number, size = 0.4): Shape => ({
  type: 'box',
  at: at(x, y),
  angle: 90,
  width: size,
  depth: size,
})

/** What stands in the corner of a room, in turn. */
const IN_CORNER: readonly ThingKind[] = [
  'extinguisher',
  'desk',
  'gasStore',
  'desk',
  'combustible',
  'extinguisher',
  'desk',
  'desk',
  'desk',
  'desk',
]

/** 500 rooms in rows and 2,000 other things: in each room a door, a station and something in its corner; walkways, curtains, call points and ways out. */
export function largePlan(): Plan {
  const things: Thing[] = []
  const put = (kind: ThingKind, shape: Shape, facts: Thing['facts'] = {}): void => {
    const id = `t${things.length}`
    things.push({ id, kind, floor: 'ground', name: `${kind} ${id}`, shape, facts, of: null })
  }
  for (let i = 0; i < ROOMS; i++) {
    const x = (i % ROOMS_ACROSS) * SIDE
    const y = Math.floor(i / ROOMS_ACROSS) * SIDE
    put(
      'room',
      {
        type: 'area',
        points: [at(x, y), at(x + SIDE, y), at(x + SIDE, y + SIDE), at(x, y + SIDE)],
      },
      { height: 4 },
    )
    put('door', { type: 'line', points: [at(x + 2, y), at(x + 3, y)] })
    // A way along the building in every third row.
    const isOnWay = Math.floor(i / ROOMS_ACROSS) % 3 === 0
    if (isOnWay) put('door', { type: 'line', points: [at(x, y + 2), at(x, y + 3)] })
    if (isOnWay && x === 0)
      put('walkway', {
        type: 'line',
        points: [at(0.5, y + 2.5), at(SIDE * ROOMS_ACROSS - 0.5, y + 2.5)],
      })
    put('station', box(x + 2, y + 3, 1.5))
    put(IN_CORNER[i % IN_CORNER.length]!, box(x + 4.2, y + 0.6))
    if (i % 20 === 0) put('eyewash', box(x + 0.8, y + 4.2))
    if (i % 2 === 0) put('callPoint', box(x + 0.3, y + 0.3, 0.2))
    if (i % 10 === 0)
      put('curtain', { type: 'line', points: [at(x + 1, y + 2), at(x + 3, y + 2)] }, { height: 2 })
    // Out of doors, south of the building.
    if (y === 0 && i % 5 === 0) put('exit', box(x + 2.5, -0.5))
  }
  return { floors: [{ id: 'ground', name: 'Ground', outdoors: false, level: 0 }], things }
}

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

/** So many plans are judged, after a change and anew, before any is timed, so that the threads know their work; then each kind of change so often. */
const WARM = 2 * CHANGED.length
const EACH = 5

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

/** ms from asking the threads of the server to the text of their answer. @param worker the built file of the threads */
export async function judgeLarge(worker: string): Promise<JudgedLarge> {
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
    return timed(() => inThreads(BENCH, judgedText({ plan, equipment })))
  }
  openPools(worker)
  try {
    const faults: number[] = []
    const anew: number[] = []
    const again: { kind: ThingKind; ms: number }[] = []
    let plan = largePlan()
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
    for (let n = 0; n < WARM + EACH; n++) {
      const wrong = await timed(() => inPool('errorsOfPlan', BENCH, plan))
      const ms = await judged(renamed(`${n}`))
      if (n < WARM) continue
      faults.push(wrong)
      anew.push(ms)
    }
    const alone: JudgedLarge['alone'] = []
    for (const [thread, task] of THREADS) {
      const times: number[] = []
      for (let n = 0; n < EACH; n++) {
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
  ['reach', 'judgeReachOf'],
  ['ways out', 'judgeWaysOutOf'],
] as const
