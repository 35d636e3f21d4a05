import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { FireClass } from '#core/inspection/fire-class'
import type { DrawnFinding } from '#core/plan/judge/drawn'
import type { Equipment } from '#core/plan/judge/equipment'
import {
  judgePlacesAgain,
  judgeWaysAgain,
  type JudgedPlaces,
  type JudgedWays,
} from '#core/plan/judge/plan'
import { PLAN_KINDS, type ThingKind } from '#core/plan/kinds.table'
import type { Facts } from '#core/inspection/kind'
import { toldOf, type Told } from '#core/plan/again/told'
import type { Plan, Shape, Thing } from '#core/plan/plan'
import { meet } from '#core/plan/segment'
import { wallsOf, type Wall } from '#core/plan/walls'
import { box, line, planOf, rectangle } from './plan.fixture'

const RUNS = 60

/** Rooms of a building: so many across and up, each so wide and deep, m. */
const [ACROSS, UP, WIDE, DEEP] = [14, 9, 5, 4]

/** Kinds that stand in rooms, each as often as it is here. */
const INSIDE: readonly ThingKind[] = [
  'station',
  'station',
  'station',
  'desk',
  'desk',
  'extinguisher',
  'eyewash',
  'gasStore',
  'combustible',
  'curtain',
  'walkway',
  'wall',
]
const HOLDS = ['oxygen', 'fuel', 'inert', 'both', undefined]
const FINISH = ['light', 'dark', undefined]
const CLASSES: readonly (readonly FireClass[] | null)[] = [
  ['ordinary'],
  ['ordinary', 'liquid'],
  ['live'],
  null,
]

const share = fc.integer({ min: 1, max: 99 }).map((n) => n / 100)
const anyPlace = fc.record({ x: share, y: share, turn: fc.integer({ min: 0, max: 7 }) })
type PlaceIn = typeof anyPlace extends fc.Arbitrary<infer T> ? T : never

/** What a thing of a kind looks like at a place of the building, as shares of it. */
function shapeOf(kind: ThingKind, { x, y, turn }: PlaceIn): Shape {
  const [east, north] = [x * ACROSS * WIDE, y * UP * DEEP]
  const length = kind === 'walkway' ? 12 : 2.5
  const angle = (turn * Math.PI) / 4
  if (kind === 'walkway' || kind === 'wall' || kind === 'curtain')
    return line([east, north], [east + length * Math.cos(angle), north + length * Math.sin(angle)])
  const size = kind === 'station' ? 1.5 : 0.5
  return box(east, north, { width: size, depth: size, angle: 45 * turn })
}

const anyFacts = fc.record({
  holds: fc.constantFrom(...HOLDS),
  finish: fc.constantFrom(...FINISH),
  height: fc.constantFrom(1.5, 2.5, undefined),
  fire: fc.constantFrom(20, 60, undefined),
})
const anyInside = fc.record({
  kind: fc.constantFrom(...INSIDE),
  place: anyPlace,
  facts: anyFacts,
  isReady: fc.boolean(),
  burns: fc.constantFrom(...CLASSES),
})

interface Shop {
  plan: Plan
  ready: ReadonlySet<string>
  burns: ReadonlyMap<string, readonly FireClass[] | null>
}

/** Those that such a thing has. */
const factsOf = (kind: ThingKind, facts: object): Facts =>
  Object.fromEntries(
    Object.entries(facts).filter(
      ([id, value]) =>
        value !== undefined && PLAN_KINDS[kind].fields.some((field) => field.id === id),
    ),
  ) as Facts

const thing = (id: string, kind: ThingKind, shape: Shape, facts: object = {}): Thing => ({
  id,
  kind,
  floor: 'ground',
  name: `${kind} ${id}`,
  shape,
  facts: factsOf(kind, facts),
  of: null,
})

const anyShop: fc.Arbitrary<Shop> = fc
  .record({
    doors: fc.array(fc.constantFrom('south', 'west', 'both', 'both', 'none'), {
      minLength: ACROSS * UP,
      maxLength: ACROSS * UP,
    }),
    inside: fc.array(anyInside, { minLength: 20, maxLength: 90 }),
    exits: fc.array(share, { minLength: 1, maxLength: 3 }),
  })
  .map(({ doors, inside, exits }) => {
    const rooms = doors.flatMap((door, i) => {
      const [x, y] = [(i % ACROSS) * WIDE, Math.floor(i / ACROSS) * DEEP]
      const [hasSouth, hasWest] = [
        door === 'south' || door === 'both',
        door === 'west' || door === 'both',
      ]
      return [
        thing(`room${i}`, 'room', rectangle(x, y, WIDE, DEEP), { height: 3 }),
        ...(hasSouth ? [thing(`south${i}`, 'door', line([x + 2, y], [x + 3, y]))] : []),
        ...(hasWest ? [thing(`west${i}`, 'door', line([x, y + 1], [x, y + 2]))] : []),
      ]
    })
    const things = inside.map(({ kind, place, facts }, i) =>
      thing(`in${i}`, kind, shapeOf(kind, place), facts),
    )
    const loft = { id: 'loft', name: 'Loft', outdoors: false, level: 4 }
    const onLoft = things.map((one, i) => (i % 6 === 5 ? { ...one, floor: loft.id } : one))
    const above = [
      thing('hall', 'room', rectangle(0, 0, ACROSS * WIDE, UP * DEEP), { height: 3 }),
      thing('stairs', 'exit', box(1, 1)),
    ].map((one) => ({ ...one, floor: loft.id }))
    const ways = exits.map((x, i) => thing(`exit${i}`, 'exit', box(x * ACROSS * WIDE, -1)))
    const ground = planOf(...rooms, ...onLoft, ...ways)
    return {
      plan: { floors: [...ground.floors, loft], things: [...ground.things, ...above] },
      ready: new Set(inside.flatMap(({ isReady }, i) => (isReady ? [`in${i}`] : []))),
      burns: new Map(inside.map(({ burns }, i) => [`in${i}`, burns])),
    }
  })

const equipmentOf = ({ plan, ready, burns }: Shop): Equipment => ({
  extinguishers: new Map(
    [...ready].map((id, i): [string, readonly FireClass[]] => [
      id,
      i % 2 ? ['ordinary', 'live'] : ['ordinary', 'liquid'],
    ]),
  ),
  eyewash: ready,
  curtains: ready,
  burns: new Map(plan.things.map(({ id }) => [id, burns.get(id) ?? null])),
  stored: new Map(),
})

const toldShop = (shop: Shop) => toldOf(shop.plan, equipmentOf(shop))

/** What somebody does next. */
const anyEdit = fc.record({
  what: fc.constantFrom('move', 'move', 'remove', 'add', 'ready', 'tell', 'rename', 'carry'),
  which: fc.nat(),
  more: anyInside,
})
type Edit = typeof anyEdit extends fc.Arbitrary<infer T> ? T : never

let added = 0
function edited(shop: Shop, { what, which, more }: Edit): Shop {
  const { plan, ready } = shop
  const { things } = plan
  const chosen = things[which % things.length]!
  const { id } = chosen
  const withThings = (others: readonly Thing[]): Shop => ({
    ...shop,
    plan: { ...plan, things: others },
  })
  const instead = (other: Thing): Shop =>
    withThings(things.map((one) => (one === chosen ? other : one)))
  switch (what) {
    case 'move':
      return instead(
        INSIDE.includes(chosen.kind)
          ? { ...chosen, shape: shapeOf(chosen.kind, more.place) }
          : chosen,
      )
    case 'carry':
      return instead({ ...chosen, floor: chosen.floor === 'loft' ? 'ground' : 'loft' })
    case 'remove':
      return withThings(things.filter((one) => one !== chosen))
    case 'add':
      return withThings([
        ...things,
        thing(`new${++added}`, more.kind, shapeOf(more.kind, more.place), more.facts),
      ])
    case 'ready': {
      const others = new Set(ready)
      if (!others.delete(id)) others.add(id)
      return { ...shop, ready: others }
    }
    case 'tell':
      return instead({ ...chosen, facts: factsOf(chosen.kind, more.facts) })
    default:
      return instead({ ...chosen, name: `${chosen.name} again` })
  }
}

/**
 * Walks are taken round a corner so far off it, m. One that needs a corner more is longer by less than that, and
 * which of the two is found may hang on how much of the floor is searched.
 */
const CLEAR = 0.15
const ROUNDING = 1e-4

/** A walk may be as long by another way; then it tells the same, but for the line. */
function expectSame(plan: Plan, again: DrawnFinding, anew: DrawnFinding): void {
  const [one, other] = [again, anew].map(({ finding }) => finding.value?.amount ?? null)
  // To nowhere is farther than any walk.
  const differBy = one === other ? 0 : Math.abs((one ?? Infinity) - (other ?? Infinity))
  const isAsLong = differBy <= ROUNDING
  const about = ({ finding: { code, level }, things }: DrawnFinding): unknown[] => [
    code,
    things[0],
    isAsLong && level,
  ]
  expect(about(again)).toEqual(about(anew))
  expect(differBy).toBeLessThan(CLEAR)
  expect(wallsCrossed(plan, again)).toEqual([])
}

const wallsCrossed = (plan: Plan, { floor, lines }: DrawnFinding): Wall[] =>
  wallsOf(plan, floor, 'feet').filter(({ segment }) =>
    lines.some((points) => points.some((p, i) => i > 0 && meet(segment, [points[i - 1]!, p]))),
  )

/** Where on a wall something is nearest changes by a hair when a door far along it moves. */
const rounded = (findings: readonly DrawnFinding[]): unknown =>
  JSON.parse(
    JSON.stringify(findings, (_, value: unknown) =>
      typeof value === 'number' ? Number(value.toFixed(9)) + 0 : value,
    ),
  )

/** A shop is edited step by step, and judged again after each of them. @returns how often something was said */
function judgedAgain<T extends { findings: readonly DrawnFinding[] }>(
  judge: (told: Told, before?: readonly T[]) => T,
  expectAlike: (again: T, anew: T, shop: Shop) => void,
): number {
  let said = 0
  fc.assert(
    fc.property(anyShop, fc.array(anyEdit, { minLength: 1, maxLength: 6 }), (first, edits) => {
      let shop = first
      const before = [judge(toldShop(shop))]
      for (const edit of edits) {
        shop = edited(shop, edit)
        const again = judge(toldShop(shop), before)
        expectAlike(again, judge(toldShop(shop)), shop)
        if (again.findings.length > 0) said++
        before.unshift(again)
      }
    }),
    { numRuns: RUNS },
  )
  return said
}

describe('a plan that is judged again', () => {
  it('says of places all that it says when it is judged anew', () => {
    const said = judgedAgain<JudgedPlaces>(judgePlacesAgain, (again, anew) => {
      expect(again.faults).toEqual(anew.faults)
      expect(rounded(again.findings)).toEqual(rounded(anew.findings))
    })
    expect(said).toBeGreaterThan(RUNS)
  }, 240_000)

  it('says of ways all that it says when it is judged anew', () => {
    const said = judgedAgain<JudgedWays>(judgeWaysAgain, (again, anew, { plan }) => {
      expect(again.findings).toHaveLength(anew.findings.length)
      again.findings.forEach((finding, i) => expectSame(plan, finding, anew.findings[i]!))
    })
    expect(said).toBeGreaterThan(RUNS)
  }, 240_000)

  it('says nothing any more of what burns once it is carried away from a gas store', () => {
    const shop = (x: number): Shop => ({
      plan: planOf(
        thing('store', 'gasStore', box(0, 0), { holds: 'fuel' }),
        thing('paint', 'combustible', box(x, 0)),
      ),
      ready: new Set(),
      burns: new Map(),
    })
    const about = ({ findings }: JudgedPlaces): string[] =>
      findings.map(({ finding }) => finding.code)
    const near = judgePlacesAgain(toldShop(shop(5)))
    expect(about(near)).toContain('plan.gasAndCombustible')
    const away = judgePlacesAgain(toldShop(shop(60)), [near])
    expect(about(away)).not.toContain('plan.gasAndCombustible')
    expect(about(judgePlacesAgain(toldShop(shop(5)), [away]))).toEqual(about(near))
  })

  it('finds the nearest where another looks nearer and lies behind a wall', () => {
    const hung = (id: string, x: number): Thing => thing(id, 'extinguisher', box(x, 0))
    const others = [
      thing('room', 'room', rectangle(-20, -10, 40, 20), { height: 3 }),
      thing('wall', 'wall', line([3, -4.5], [3, 4.5])),
      thing('station', 'station', box(0, 0)),
      hung('behind', 5),
      hung('beyond', -8),
    ]
    const first = planOf(...others, hung('near', -2))
    const then = planOf(...others)
    const toldAll = (plan: Plan) =>
      toldOf(plan, {
        extinguishers: new Map(['behind', 'beyond', 'near'].map((id) => [id, ['ordinary']])),
        eyewash: new Set(),
        curtains: new Set(),
        burns: new Map([['station', ['ordinary']]]),
        stored: new Map(),
      })
    const nearest = ({ findings }: JudgedWays): unknown =>
      findings.find(({ finding }) => finding.code === 'plan.extinguisher')!.things[1]
    const before = judgeWaysAgain(toldAll(first))
    expect(nearest(before)).toBe('near')
    expect(nearest(judgeWaysAgain(toldAll(then), [before]))).toBe('beyond')
  })
})
