import { describe, expect, it } from 'vitest'
import { toldOf } from '#core/plan/again/told'
import type { DrawnFinding } from '#core/plan/judge/drawn'
import type { Equipment } from '#core/plan/judge/equipment'
import { judgePlacesAgain, judgeReachAgain, judgeWaysOutAgain } from '#core/plan/judge/plan'
import type { Plan, Thing } from '#core/plan/plan'
import {
  judgePlacesOf,
  judgeReachOf,
  judgeWaysOutOf,
  type WrittenFindings,
} from '#server/services/plan/judge'
import { judgedText, readJudgedText, type JudgedPlan } from '#server/services/plan/judged-text'
import { box, line, planOf, rectangle, thing } from '../core/plan.fixture'

const equipmentOf = ({ things }: Plan): Equipment => {
  const of = (kind: Thing['kind']) => things.filter((one) => one.kind === kind).map(({ id }) => id)
  return {
    extinguishers: new Map(of('extinguisher').map((id) => [id, ['ordinary']])),
    eyewash: new Set(of('eyewash')),
    curtains: new Set(of('curtain')),
    burns: new Map(of('station').map((id) => [id, ['ordinary']])),
    stored: new Map(of('gasStore').map((id) => [id, []])),
  }
}
const judgedPlan = (plan: Plan): JudgedPlan => ({ plan, equipment: equipmentOf(plan) })

/** A hall so long, with all that is judged in it. */
const hall = (length: number): Plan =>
  planOf(
    thing('room', rectangle(0, 0, length, 10), { facts: { height: 4 } }),
    thing('door', line([2, 0], [3, 0])),
    thing('exit', box(2.5, -0.5)),
    thing('station', box(length - 3, 7, { width: 1.5, depth: 1.5 }), { name: 'Bay\n1 "north"' }),
    thing('desk', box(5, 5)),
    thing('extinguisher', box(8, 1, { width: 0.2, depth: 0.2 })),
    thing('eyewash', box(6, 1, { width: 0.4, depth: 0.4 })),
    thing('gasStore', box(length - 6, 2), { facts: { holds: 'fuel' } }),
    thing('combustible', box(length - 9, 2)),
    thing('curtain', line([5, 6], [9, 6]), { facts: { height: 2 } }),
  )

const moved = (plan: Plan, kind: Thing['kind'], x: number, y: number): Plan => ({
  ...plan,
  things: plan.things.map((one) => (one.kind === kind ? { ...one, shape: box(x, y) } : one)),
})

const findingsOf = (written: WrittenFindings): DrawnFinding[] =>
  Object.values(written).flatMap((list) => JSON.parse(`[${list}]`) as DrawnFinding[])
/** Whatever the order. */
const sorted = (findings: readonly DrawnFinding[]): string[] =>
  findings.map((one) => JSON.stringify(one)).sort()

describe('what is judged as text', () => {
  it('is read as it was written, and what a thread knows is the very same', () => {
    const { plan, equipment } = judgedPlan(hall(30))
    const text = judgedText({ plan, equipment })
    const first = readJudgedText(text, [])
    expect(first.plan).toEqual(plan)
    expect(first.equipment).toEqual(equipment)
    const second = readJudgedText(judgedText(judgedPlan(moved(plan, 'desk', 9, 9))), [first])
    second.plan.things.forEach((one, i) => {
      if (one.kind === 'desk') expect(one).not.toEqual(plan.things[i])
      else expect(one).toBe(first.plan.things[i])
    })
  })

  it('says the same in a thread that judged other plans, and wrong ones, in between', () => {
    const [long, short] = [hall(60), hall(20)]
    const wrong = moved(long, 'desk', NaN, 5)
    const inTurn = [
      long,
      short,
      moved(long, 'desk', 20, 5),
      wrong,
      moved(long, 'gasStore', 30, 5),
      moved(short, 'station', 9, 5),
      moved(moved(long, 'desk', 20, 5), 'extinguisher', 50, 9),
      long,
    ]
    for (const plan of inTurn) {
      const judged = judgedPlan(plan)
      const text = judgedText(judged)
      const places = judgePlacesOf(text)
      const ways = [judgeReachOf(text), judgeWaysOutOf(text)].flatMap(findingsOf)
      if (plan === wrong) {
        expect(places.faults).not.toEqual([])
        expect([...findingsOf(places.findings), ...ways]).toEqual([])
        continue
      }
      const told = toldOf(judged.plan, judged.equipment)
      expect(sorted(findingsOf(places.findings))).toEqual(sorted(judgePlacesAgain(told).findings))
      expect(sorted(ways)).toEqual(
        sorted([...judgeReachAgain(told).findings, ...judgeWaysOutAgain(told).findings]),
      )
    }
  })
})
