import type { Plan, Point, Shape, Thing } from '#core/plan/plan'
import { closePools, inPool, openPools } from '#server/heavy/pool'
import { inThreads } from '#server/services/plan/judged-once'
import { judgedText } from '#server/services/plan/judged-text'
import type { FireClass } from '#core/inspection/fire-class'
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

/** 500 rooms in rows, each with a door, a station and something in its corner; walkways, curtains and ways out. */
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
    if (i % 10 === 0)
      put('curtain', { type: 'line', points: [at(x + 1, y + 2), at(x + 3, y + 2)] }, { height: 2 })
    // Out of doors, south of the building.
    if (y === 0 && i % 5 === 0) put('exit', box(x + 2.5, -0.5))
  }
  return { floors: [{ id: 'ground', name: 'Ground', outdoors: false, level: 0 }], things }
}

/** So often a plan is judged before it is timed, so that the threads know their work; and then for the middle of as many. */
const WARM = 12
const TIMED = 15

/** ms from asking the threads of the server to the text of their answer, and of it for the faults alone. @param worker the built file of the threads */
export async function judgeLarge(
  worker: string,
): Promise<{ faults: number; judge: number; things: number }> {
  const plan = largePlan()
  const all: readonly FireClass[] = ['ordinary', 'liquid', 'live']
  const of = (kind: ThingKind): string[] =>
    plan.things.filter((thing) => thing.kind === kind).map(({ id }) => id)
  const equipment = {
    extinguishers: new Map(of('extinguisher').map((id) => [id, all])),
    eyewash: new Set(of('eyewash')),
    curtains: new Set(of('curtain')),
    stored: new Map(),
    burns: new Map(of('station').map((id) => [id, all])),
  }
  const middle = async (work: () => Promise<unknown>): Promise<number> => {
    const times: number[] = []
    for (let i = 0; i < WARM + TIMED; i++) {
      const begun = performance.now()
      await work()
      if (i >= WARM) times.push(performance.now() - begun)
    }
    return times.sort((a, b) => a - b)[Math.floor(TIMED / 2)]!
  }
  openPools(worker)
  try {
    return {
      faults: await middle(() => inPool('errorsOfPlan', BENCH, plan)),
      judge: await middle(() => inThreads(BENCH, judgedText({ plan, equipment }))),
      things: plan.things.length,
    }
  } finally {
    await closePools()
  }
}
const BENCH = 'bench'
