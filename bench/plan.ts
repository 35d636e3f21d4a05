import { faultsOf } from '#core/plan/faults'
import { judgePlan } from '#core/plan/judge/plan'
import type { Plan, Point, Shape, Thing } from '#core/plan/plan'
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

/** 500 rooms in rows, each with a door, a station and three things more: 2,500 with the rooms. */
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
    if (Math.floor(i / ROOMS_ACROSS) % 3 === 0)
      put('door', { type: 'line', points: [at(x, y + 2), at(x, y + 3)] })
    put('station', box(x + 2, y + 3, 1.5))
    put(i % 5 === 0 ? 'extinguisher' : 'desk', box(x + 4.2, y + 0.6))
    if (i % 20 === 0) put('eyewash', box(x + 0.8, y + 4.2))
  }
  return { floors: [{ id: 'ground', name: 'Ground', outdoors: false, level: 0 }], things }
}

/** ms that it takes to look for faults and to judge a plan of 500 rooms, the middle of five. */
export function judgeLarge(): { faults: number; judge: number; things: number } {
  // Each time another one: what was found of a plan before is not found again.
  const plans = Array.from({ length: 10 }, largePlan)
  const plan = plans[0]!
  const all: readonly FireClass[] = ['ordinary', 'liquid', 'live']
  const of = (kind: ThingKind): string[] =>
    plan.things.filter((thing) => thing.kind === kind).map(({ id }) => id)
  const equipment = {
    extinguishers: new Map(of('extinguisher').map((id) => [id, all])),
    eyewash: new Set(of('eyewash')),
    curtains: new Set<string>(),
    stored: new Map(),
    burns: new Map(of('station').map((id) => [id, all])),
  }
  const took = (work: (plan: Plan) => unknown): number => {
    const times = Array.from({ length: 5 }, () => {
      const begun = performance.now()
      work(plans.pop()!)
      return performance.now() - begun
    })
    return times.sort((a, b) => a - b)[2]!
  }
  return {
    faults: took(faultsOf),
    judge: took((plan) => judgePlan(plan, equipment)),
    things: plan.things.length,
  }
}
