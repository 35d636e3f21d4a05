import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LEVELS, type Finding } from '#core/finding/finding'
import {
  AGENT_PUTS_OUT,
  classesOf,
  classesOfRating,
  FIRE_CLASSES,
  type FireClass,
} from '#core/inspection/fire-class'
import { isInReach } from '#core/inspection/extinguisher-reach'
import { judgeFireCover, type PlacedExtinguisher } from '#core/inspection/fire-cover'
import { judgeGearWhole } from '#core/inspection/gear'
import type { Facts } from '#core/inspection/kind'
import { gearOf, TODAY } from './gear.fixture'

const extinguisher = (
  facts: Facts,
  {
    here = true,
    walk = null,
    ...change
  }: {
    here?: boolean
    walk?: number | null
    lockReason?: string
    daysSince?: number | null
  } = {},
): PlacedExtinguisher => ({
  here,
  walk,
  gear: gearOf({
    kind: 'extinguisher',
    name: 'FE-1',
    everyDays: 31,
    facts: { madeOn: '2025-01-01', ...facts },
    ...change,
  }),
})
const ABC = { agent: 'abc', rating: '4-A:60-B:C' }
const worst = (findings: readonly Finding[]): string => findings[0]!.level
const judged = (burns: FireClass[] | null, ...all: PlacedExtinguisher[]): string =>
  worst(judgeFireCover('Plate shop', burns, all))

describe('what an extinguisher puts out', () => {
  // NFPA 10, sections 5.2.1 to 5.2.4 and annex D, from memory.
  it.each([
    ['water', 'A'],
    ['foam', 'AB'],
    ['co2', 'BC'],
    ['bc', 'BC'],
    ['abc', 'ABC'],
    ['classD', 'D'],
  ])('%s is for %s', (agent, letters) => {
    const byLetter = { A: 'ordinary', B: 'liquid', C: 'live', D: 'metal' } as const
    const wanted = [...letters].map((letter) => byLetter[letter as keyof typeof byLetter])
    expect(AGENT_PUTS_OUT[agent]).toEqual(wanted)
  })
  // How UL ratings are written: NFPA 10, section 5.2 and annex, from memory.
  it.each([
    ['4-A:60-B:C', ['ordinary', 'liquid', 'live']],
    ['2-a', ['ordinary']],
    ['10-B:C', ['liquid', 'live']],
    ['D', ['metal']],
    ['2-A:K', ['ordinary']],
  ])('rating %s names its classes', (rating, classes) => {
    expect(classesOfRating(rating)).toEqual(classes)
  })
  it.each(['', 'big', '4A60BC', '4-A;60-B', '4-A:'])('rating "%s" cannot be read', (rating) => {
    expect(classesOfRating(rating)).toBeNull()
  })
  it('is what its agent is made for, and no more than its rating names', () => {
    expect(classesOf({ agent: 'abc', rating: '10-B:C' })).toEqual(['liquid', 'live'])
    expect(classesOf({ agent: 'co2', rating: '4-A:60-B:C' })).toEqual(['liquid', 'live'])
    expect(classesOf({ rating: '4-A:60-B:C' })).toBeNull()
    expect(classesOf({ agent: 'sand' })).toBeNull()
  })
  it('is unknown on its own page where rating and agent contradict each other', () => {
    const state = extinguisher({ agent: 'water', rating: '10-B:C' }).gear
    expect(judgeGearWhole(state).map(({ level, code }) => [level, code])).toContainEqual([
      'unknown',
      'gear.extinguisherRating',
    ])
  })
})

describe('the extinguishers of a place', () => {
  it('are unknown where nobody told what can burn', () => {
    expect(judged(null, extinguisher(ABC))).toBe('unknown')
    expect(judged([], extinguisher(ABC))).toBe('unknown')
  })
  it('do where one for each that can burn stands there, ready', () => {
    expect(judged(['ordinary', 'liquid', 'live'], extinguisher(ABC))).toBe('clear')
  })
  it('stop work by law where the shop has none of the kind', () => {
    const [finding] = judgeFireCover('Laser cell', ['metal'], [extinguisher(ABC)])
    expect(finding).toMatchObject({ level: 'stop', legal: true })
    expect(judged(['live'])).toBe('stop')
  })
  it('are unknown where the only one stands elsewhere and how far is not known', () => {
    expect(judged(['live'], extinguisher(ABC, { here: false }))).toBe('unknown')
    for (const walk of [NaN, Infinity, -1])
      expect(judged(['live'], extinguisher(ABC, { here: false, walk }))).toBe('unknown')
  })
  // NFPA 10, travel distances of 75 ft for class A and D and 50 ft for class B; from memory.
  it.each([
    ['ordinary', 75],
    ['metal', 75],
    ['liquid', 50],
    ['live', 50],
  ] as const)(
    'do for %s by one that is %d ft away on foot, and stop work beyond',
    (burns, feet) => {
      const agent = burns === 'metal' ? { agent: 'classD' } : ABC
      const away = (walk: number): string =>
        judged([burns], extinguisher(agent, { here: false, walk }))
      expect(away(feet * 0.3048)).toBe('clear')
      expect(away(feet * 0.3048 + 0.01)).toBe('stop')
    },
  )
  it('are judged by the nearest that is ready, and unknown where one more may be nearer', () => {
    const far = extinguisher(ABC, { here: false, walk: 20 })
    expect(judged(['live'], far)).toBe('stop')
    expect(judged(['live'], far, extinguisher(ABC, { here: false }))).toBe('unknown')
    expect(judged(['live'], far, extinguisher(ABC, { here: false, walk: 3 }))).toBe('clear')
    const locked = extinguisher(ABC, { here: false, walk: 3, lockReason: 'Gauge: low' })
    expect(judged(['live'], far, locked)).toBe('stop')
  })
  it('stop where the only one of the kind is locked out, and are unknown where its look is due', () => {
    expect(judged(['live'], extinguisher(ABC, { lockReason: 'Gauge: low' }))).toBe('stop')
    expect(judged(['live'], extinguisher(ABC, { daysSince: null }))).toBe('unknown')
    expect(judged(['live'], extinguisher({ ...ABC, madeOn: '1999-01-01' }))).toBe('unknown')
  })
  it('are unknown, not stopped, where some label was never read', () => {
    expect(judged(['metal'], extinguisher({}))).toBe('unknown')
    expect(judged(['metal'], extinguisher({ agent: 'classD', rating: '??' }))).toBe('unknown')
  })
  it('water beside something live is a caution, whatever else stands there', () => {
    const findings = judgeFireCover(
      'Bay',
      ['ordinary', 'live'],
      [extinguisher(ABC), extinguisher({ agent: 'water', rating: '2-A' })],
    )
    expect(worst(findings)).toBe('caution')
    expect(findings[0]!.sentence).toMatch(/never on live/)
  })
  const anyFacts = fc.record({
    agent: fc.constantFrom(...Object.keys(AGENT_PUTS_OUT), 'sand', null),
    rating: fc.constantFrom('4-A:60-B:C', '10-B:C', 'D', '2-A', '??', '', null),
    madeOn: fc.constantFrom('2025-01-01', '1990-01-01', '2999-01-01', null),
  })
  const anyOnes = fc.array(
    fc
      .tuple(anyFacts, fc.boolean(), fc.boolean(), fc.constantFrom(null, 0, 10, 18, 40, NaN))
      .map(([facts, here, locked, walk]) =>
        extinguisher(facts, { here, walk, ...(locked && { lockReason: 'Gauge: low' }) }),
      ),
    { maxLength: 5 },
  )
  const anyBurns = fc.subarray([...FIRE_CLASSES], { minLength: 1 })
  const rank = (level: string): number => LEVELS.indexOf(level as never)
  it('are never judged milder where more can burn', () => {
    fc.assert(
      fc.property(anyOnes, anyBurns, fc.constantFrom(...FIRE_CLASSES), (all, burns, more) => {
        const fewer = rank(judged(burns, ...all))
        const wider = rank(judged([...new Set([...burns, more])], ...all))
        expect(wider).toBeGreaterThanOrEqual(fewer)
      }),
    )
  })
  it('are clear only by one that stands there or is in reach, is not locked, is in its years, and is for it', () => {
    fc.assert(
      fc.property(anyOnes, fc.constantFrom(...FIRE_CLASSES), (all, burning) => {
        if (judged([burning], ...all) !== 'clear') return
        const ready = all.filter(
          ({ here, walk, gear }) =>
            (here || (walk !== null && isInReach(burning, walk))) &&
            gear.lockReason === null &&
            gear.facts.madeOn === '2025-01-01' &&
            classesOf(gear.facts)?.includes(burning),
        )
        expect(ready.length).toBeGreaterThan(0)
      }),
    )
  })
  it('are judged on the day: tomorrow nobody has looked for a month', () => {
    const kept = extinguisher(ABC, { daysSince: 31 })
    expect(kept.gear.today).toBe(TODAY)
    expect(judged(['live'], kept)).toBe('unknown')
  })
})
