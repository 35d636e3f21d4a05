import { describe, expect, it, vi } from 'vitest'
import { toldOf } from '#core/plan/again/told'
import type { DrawnFinding } from '#core/plan/judge/drawn'
import type { Equipment } from '#core/plan/judge/equipment'
import { judgePlacesAgain, judgeWaysAgain } from '#core/plan/judge/plan'
import type { Plan, Thing } from '#core/plan/plan'
import {
  furtherOfPlaces,
  furtherOfWays,
  judgePlacesOf,
  judgeWaysOf,
} from '#server/services/plan/judge'
import type { WrittenPart } from '#server/services/plan/judged-part'
import { judgedText, readJudgedText, type JudgedPlan } from '#server/services/plan/judged-text'
import type { FindingGroup } from '#shared/plan/judged'
import { LEVELS, worstFirst } from '#core/finding/finding'
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

const groupsOf = ({ groups }: WrittenPart): FindingGroup[] =>
  JSON.parse(`[${groups}]`) as FindingGroup[]
const totalOf = ({ counts }: FindingGroup): number =>
  Object.values(counts).reduce((sum, count) => sum + count, 0)

const FURTHER = { places: furtherOfPlaces, ways: furtherOfWays }
/** All Findings of a part: the first of each group, and the others read by so many. */
const findingsOf = (said: WrittenPart, text: string, most = 500): DrawnFinding[] =>
  groupsOf(said).flatMap((group) => {
    const { part, floor, code } = group
    const all = [...group.first] as DrawnFinding[]
    while (all.length < totalOf(group)) {
      const query = { floor, code, from: all.length, most }
      const read = JSON.parse(FURTHER[part]({ text, query })) as DrawnFinding[]
      expect(read.length).toBe(Math.min(most, totalOf(group) - all.length))
      all.push(...read)
    }
    return all
  })
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
      const ways = findingsOf(judgeWaysOf(text), text)
      if (plan === wrong) {
        expect(places.faults).not.toEqual([])
        expect([places.groups, places.marks, ...ways]).toEqual(['', ''])
        continue
      }
      const told = toldOf(judged.plan, judged.equipment)
      expect(sorted(findingsOf(places, text))).toEqual(sorted(judgePlacesAgain(told).findings))
      expect(sorted(ways)).toEqual(sorted(judgeWaysAgain(told).findings))
    }
  })

  /** Stations in a long hall, some with an extinguisher near enough. */
  const many = planOf(
    thing('room', rectangle(0, 0, 400, 10), { facts: { height: 4 } }),
    thing('extinguisher', box(8, 1, { width: 0.2, depth: 0.2 })),
    ...Array.from({ length: 90 }, (_, i) => thing('station', box(4 + 4 * i, 7))),
  )

  it('says how many there are of each kind and level, and the worst of them first', () => {
    const judged = judgedPlan(many)
    const text = judgedText(judged)
    const said = judgeWaysOf(text)
    const all = judgeWaysAgain(toldOf(judged.plan, judged.equipment)).findings
    for (const group of groupsOf(said)) {
      const its = all.filter(({ finding }) => finding.code === group.code)
      for (const level of LEVELS)
        expect(group.counts[level]).toBe(its.filter((one) => one.finding.level === level).length)
      const worst = its.toSorted((a, b) => worstFirst(a.finding.level, b.finding.level))
      expect(group.first).toEqual(worst.slice(0, 20))
    }
    const { counts } = groupsOf(said).find(({ code }) => code === 'plan.extinguisher')!
    expect(Object.values(counts).filter((count) => count > 0).length).toBeGreaterThan(1)
  })

  it('tells of each thing the levels of what is said of it, but for clear', () => {
    const judged = judgedPlan(many)
    const said = judgeWaysOf(judgedText(judged))
    const marks = JSON.parse(`[${said.marks}]`) as { level: string; things: string[] }[]
    const all = judgeWaysAgain(toldOf(judged.plan, judged.equipment)).findings
    const wrong = all.filter(({ finding }) => finding.level !== 'clear')
    expect(
      new Set(marks.flatMap(({ level, things }) => things.map((id) => `${level} ${id}`))),
    ).toEqual(new Set(wrong.map(({ finding, things }) => `${finding.level} ${things[0]}`)))
  })

  it('of a plan that is asked for again says the same, and looks at nothing anew', () => {
    const text = judgedText(judgedPlan(hall(33)))
    const said = judgeWaysOf(text)
    const read = vi.spyOn(JSON, 'parse')
    for (const length of [21, 22, 23]) judgeWaysOf(judgedText(judgedPlan(hall(length))))
    expect(judgeWaysOf(text)).toEqual(said)
    // It was asked for last, so that three others leave it known.
    for (const length of [24, 25, 26]) judgeWaysOf(judgedText(judgedPlan(hall(length))))
    read.mockClear()
    expect(judgeWaysOf(text)).toEqual(said)
    expect(read).not.toHaveBeenCalled()
    read.mockRestore()
  })

  it('reads on in steps of any size without one left out or told twice, also after other plans', () => {
    const judged = judgedPlan(many)
    const text = judgedText(judged)
    const said = judgeWaysOf(text)
    for (const length of [20, 30, 40, 50, 60]) judgeWaysOf(judgedText(judgedPlan(hall(length))))
    const all = judgeWaysAgain(toldOf(judged.plan, judged.equipment)).findings
    for (const most of [1, 7, 20, 500])
      expect(sorted(findingsOf(said, text, most))).toEqual(sorted(all))
    const past = { floor: 'ground', code: 'plan.extinguisher', from: 5_000, most: 20 }
    for (const query of [
      past,
      { ...past, from: 0, code: 'plan.nothing' },
      { ...past, floor: 'no' },
    ])
      expect(furtherOfWays({ text, query })).toBe('[]')
  })
})
