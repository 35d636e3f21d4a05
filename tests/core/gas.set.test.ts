import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Finding, Level } from '#core/finding/finding'
import { worstLevel } from '#core/finding/finding'
import { STANDING_RULES } from '#core/gas/acetylene'
import { PRODUCTS } from '#core/gas/gas.table'
import {
  LIGHTING_ORDERS,
  SHUTTING_ORDERS,
  STRIP_HABITS,
  USUAL_CUSTOMS,
  type GasCustoms,
} from '#core/gas/set/customs'
import { judgeSet, linesOfSet, type GasSetState } from '#core/gas/set/judge'
import { LINES_OF, NOTHING_TOLD, SET_KINDS, type PartFacts } from '#core/gas/set/kind'
import { purgeSeconds, volumeOfHoses } from '#core/gas/set/purge'
import { judgeReading, nextStep, outcomeOf, type StepAnswer } from '#core/gas/set/run'
import { sequenceOf, tasksOf, type SetShape } from '#core/gas/set/sequence'
import type { TASKS } from '#core/gas/set/step'
import { judgeStanding } from '#core/gas/standing'

const PSI = 6894.757293168
const OXY_FUEL: SetShape = {
  kind: 'oxyFuel',
  lines: ['oxygen', 'fuel'],
  acetylene: true,
  purge: { oxygen: 10, fuel: 10 },
}
const ids = (task: (typeof TASKS)[number], shape = OXY_FUEL, customs = USUAL_CUSTOMS): string[] =>
  sequenceOf(task, shape, customs).map(({ id }) => id)
const anyShape = fc.constantFrom(...SET_KINDS).chain((kind) =>
  fc.boolean().map((acetylene): SetShape => ({
    kind,
    lines: kind === 'manifold' ? ['fuel'] : LINES_OF[kind],
    acetylene: acetylene && kind !== 'shielding',
    purge: {},
  })),
)
const anyCustoms = fc.record({
  drawSchool: fc.constant('present' as const),
  standingRule: fc.constantFrom(...STANDING_RULES),
  lightingOrder: fc.constantFrom(...LIGHTING_ORDERS),
  shuttingOrder: fc.constantFrom(...SHUTTING_ORDERS),
  stripHabit: fc.constantFrom(...STRIP_HABITS),
}) satisfies fc.Arbitrary<GasCustoms>

describe('the steps of a task', () => {
  // The order: 29 CFR 1926.350(d) for cracking and opening; the rest common practice.
  it('an oxy-fuel set is set up in the order of the trade', () => {
    const order = [
      'stand',
      'hands',
      'threads',
      'crackOxygen',
      'crackFuel',
      'regulators',
      'arrestors',
      'hoses',
      'copper',
      'torch',
      'screws',
      'openOxygen',
      'openAcetylene',
      'workingOxygen',
      'workingFuel',
      'soap',
      'shutForTest',
      'before.oxygen',
      'before.fuel',
      'after.oxygen',
      'after.fuel',
      'openAgain',
      'purgeOxygen',
      'purgeFuel',
    ]
    expect(ids('setUp').filter((id) => order.includes(id))).toEqual(order)
  })

  it('of whatever kind: screws are out before a valve is opened, tight before it is purged, each step once', () => {
    fc.assert(
      fc.property(anyShape, anyCustoms, (shape, customs) => {
        const steps = ids('setUp', shape, customs)
        const opened = steps.findIndex((id) => id.startsWith('open'))
        expect(steps.indexOf('screws')).toBeLessThan(opened)
        expect(steps.indexOf('screws')).toBeGreaterThan(steps.indexOf('regulators'))
        const lastGauge = steps.findLastIndex((id) => id.startsWith('after.'))
        expect(lastGauge).toBeGreaterThan(opened)
        expect(steps.findIndex((id) => id.startsWith('purge'))).toBeGreaterThan(lastGauge)
        for (const task of tasksOf(shape.kind)) {
          const all = ids(task, shape, customs)
          expect(all.length).toBeGreaterThan(1)
          expect(new Set(all).size).toBe(all.length)
        }
      }),
    )
  })

  it('the schools of lighting and shutting down differ in the order only', () => {
    const light = (lightingOrder: GasCustoms['lightingOrder']) =>
      ids('light', OXY_FUEL, { ...USUAL_CUSTOMS, lightingOrder })
    expect(light('fuelFirst').slice(-2)).toEqual(['lightFuel', 'addOxygen'])
    expect(light('oxygenCracked').slice(-2)).toEqual(['crackTorchOxygen', 'lightMixed'])
    const shut = (shuttingOrder: GasCustoms['shuttingOrder']) =>
      ids('shutDown', OXY_FUEL, { ...USUAL_CUSTOMS, shuttingOrder })
    expect(shut('fuelFirst').slice(0, 2)).toEqual(['torchFuelOff', 'torchOxygenThen'])
    expect(shut('oxygenFirst').slice(0, 2)).toEqual(['torchOxygenOff', 'torchFuelThen'])
    expect(ids('shutDown').at(-1)).toBe('comesApart')
    expect(ids('shutDown', OXY_FUEL, { ...USUAL_CUSTOMS, stripHabit: 'weekEnd' }).at(-1)).toBe(
      'stays',
    )
  })

  it('shielding gas has no arrestor, no flame and no copper; propane no key', () => {
    const shielding: SetShape = { kind: 'shielding', lines: ['inert'], acetylene: false, purge: {} }
    expect(ids('setUp', shielding)).not.toEqual(
      expect.arrayContaining([expect.stringMatching(/arrestors|copper|crackFuel|hands/)]),
    )
    expect(tasksOf('shielding')).not.toContain('light')
    const propane = ids('setUp', { ...OXY_FUEL, acetylene: false })
    expect(propane).toContain('openFuel')
    expect(propane).not.toContain('openAcetylene')
  })

  it('left at any step, it goes on at that step', () => {
    const steps = sequenceOf('setUp', OXY_FUEL, USUAL_CUSTOMS)
    fc.assert(
      fc.property(fc.nat(steps.length), (done) => {
        const answers = steps
          .slice(0, done)
          .map(({ id }): StepAnswer => ({ step: id, result: 'done', at: 0, reading: null }))
        expect(nextStep(steps, answers)).toBe(steps[done] ?? null)
        const failed: StepAnswer[] = [
          ...answers,
          { step: 'x', result: 'failed', at: 0, reading: null },
        ]
        expect(nextStep(steps, failed)).toBeNull()
      }),
    )
  })
})

describe('purging a line', () => {
  it('25 ft of quarter-inch hose takes about 10 s, and longer hose longer (common practice)', () => {
    expect(purgeSeconds([{ bore: 0.00635, length: 7.62 }])).toBe(10)
    expect(purgeSeconds([{ bore: 0.00635, length: 30 }])).toBe(35)
    expect(purgeSeconds([{ bore: 0.00635, length: 0.1 }])).toBe(5)
  })
  it('6 mm bore holds 0.028 L a metre (by hand: pi/4 x 0.006 squared)', () => {
    expect(volumeOfHoses([{ bore: 0.006, length: 1 }])! * 1000).toBeCloseTo(0.0283, 4)
  })
  it.each([
    [[]],
    [[{ bore: null, length: 5 }]],
    [[{ bore: 0.006, length: Number.NaN }]],
    [[{ bore: 0, length: 5 }]],
    [[{ bore: 1e200, length: 1e200 }]],
  ])('is not known of %j', (hoses) => {
    expect(volumeOfHoses(hoses)).toBeNull()
    expect(purgeSeconds(hoses)).toBeNull()
  })
})

describe('a reading at a step', () => {
  const steps = sequenceOf('setUp', OXY_FUEL, USUAL_CUSTOMS)
  const step = (id: string) => steps.find((one) => one.id === id)!
  const facts = {
    acetylene: true,
    volume: { oxygen: 0.0005, fuel: 0.0005 },
    resolution: { oxygen: 2 * PSI, fuel: 0.5 * PSI },
  }
  const before: StepAnswer = {
    step: 'before.fuel',
    result: 'done',
    at: 0,
    reading: { pressure: 6 * PSI, temperature: 293.15 },
  }
  const after = (pressure: number | null, minutes: number, temperature: number | null = 293.15) =>
    judgeReading(
      step('after.fuel'),
      { pressure, temperature },
      {
        answers: [before],
        facts,
        at: minutes * 60_000,
      },
    )
  it.each<[number | null, number, number | null, 'done' | 'failed' | 'again']>([
    [6 * PSI, 15, 293.15, 'done'],
    [4 * PSI, 15, 293.15, 'failed'],
    [6 * PSI, 1, 293.15, 'again'],
    [null, 15, 293.15, 'again'],
    [6 * PSI, 15, null, 'again'],
    [Number.NaN, 15, 293.15, 'again'],
    [6 * PSI, Number.NaN, 293.15, 'again'],
    [8 * PSI, 15, 293.15, 'again'],
  ])('after the leak test %s Pa, %s min, %s K: %s', (pressure, minutes, kelvin, outcome) => {
    expect(outcomeOf(after(pressure, minutes, kelvin), 'after')).toBe(outcome)
  })
  it('without a first reading, a hose or a gauge it is never tight', () => {
    const reading = { pressure: 6 * PSI, temperature: 293.15 }
    for (const more of [
      { answers: [], facts },
      { answers: [before], facts: { ...facts, volume: {} } },
      { answers: [before], facts: { ...facts, resolution: { fuel: null } } },
    ])
      expect(judgeReading(step('after.fuel'), reading, { ...more, at: 900_000 })!.level).toBe(
        'unknown',
      )
  })
  it('acetylene above 15 psig is set again; of another fuel the gauge alone says nothing', () => {
    const at = (pressure: number, acetylene: boolean) =>
      judgeReading(
        step('workingFuel'),
        { pressure, temperature: null },
        {
          answers: [],
          facts: { ...facts, acetylene },
          at: 0,
        },
      )
    expect(outcomeOf(at(15.1 * PSI, true), 'working')).toBe('again')
    expect(outcomeOf(at(14.9 * PSI, true), 'working')).toBe('done')
    expect(at(30 * PSI, false)).toBeNull()
  })
})

const passed: Finding = {
  code: 'gear.part',
  step: 'gear',
  level: 'clear',
  sentence: 'Passed.',
  reasons: [],
}
const part = (
  kind: GasSetState['parts'][number]['kind'],
  line: GasSetState['parts'][number]['line'],
  facts: Partial<PartFacts>,
) => ({
  kind,
  label: `${kind} ${line}`,
  line,
  facts: { ...NOTHING_TOLD, ...facts },
  inspected: passed,
})
const RIGHT: GasSetState = {
  kind: 'oxyFuel',
  cylinders: [
    { label: 'O', parts: PRODUCTS.oxygen.parts, outlet: '540', service: 2400 * PSI },
    { label: 'A', parts: PRODUCTS.acetylene.parts, outlet: '510', service: 250 * PSI },
  ],
  parts: [
    part('regulator', 'oxygen', { use: 'oxygen', inlet: '540', highest: 3000 * PSI }),
    part('regulator', 'fuel', { use: 'acetylene', inlet: '510', highest: 400 * PSI }),
    part('hose', 'oxygen', { colour: 'green', standard: 'us', thread: 'right' }),
    part('hose', 'fuel', { colour: 'red', standard: 'us', thread: 'left' }),
    part('arrestor', 'oxygen', { use: 'oxygen' }),
    part('arrestor', 'fuel', { use: 'acetylene' }),
    part('torch', null, { use: 'acetylene' }),
  ],
  tightAt: 2000,
  changedAt: 1000,
}
const level = (set: GasSetState): Level => worstLevel(judgeSet(set))

describe('a set as it stands', () => {
  it('is clear with everything on it, and only then', () => {
    expect(level(RIGHT)).toBe('clear')
    for (const gone of RIGHT.parts.keys())
      expect(level({ ...RIGHT, parts: RIGHT.parts.filter((_, i) => i !== gone) })).toBe('unknown')
    for (const gone of RIGHT.cylinders.keys())
      expect(level({ ...RIGHT, cylinders: RIGHT.cylinders.filter((_, i) => i !== gone) })).toBe(
        'unknown',
      )
  })
  it('with one wrong part it stops, whatever else is missing', () => {
    const wrong: Partial<PartFacts> = {
      use: 'inert',
      inlet: '320',
      highest: 1,
      colour: 'blue',
      standard: 'iso',
      thread: 'left',
    }
    fc.assert(
      fc.property(
        fc.constantFrom(...RIGHT.parts.keys()),
        fc.subarray([...RIGHT.parts.keys()]),
        fc.boolean(),
        (bad, kept, tight) => {
          const target = RIGHT.parts[bad]!
          const changed = {
            ...target,
            facts: {
              ...target.facts,
              ...(target.line === 'fuel' && target.kind === 'hose'
                ? { ...wrong, thread: 'right' as const }
                : wrong),
            },
          }
          const others = RIGHT.parts.filter((_, i) => i !== bad && kept.includes(i))
          return (
            level({ ...RIGHT, parts: [...others, changed], tightAt: tight ? 2000 : null }) ===
            'stop'
          )
        },
      ),
    )
  })
  it.each<[string, Partial<GasSetState>, Level]>([
    ['never tested', { tightAt: null }, 'unknown'],
    ['changed since', { changedAt: 2001 }, 'unknown'],
    ['a test of no known time', { tightAt: Number.NaN }, 'unknown'],
    ['a change of no known time', { changedAt: Number.NaN }, 'unknown'],
    ['no change on record', { changedAt: null }, 'clear'],
  ])('%s', (_, more, expected) => expect(level({ ...RIGHT, ...more })).toBe(expected))
  it('what its own inspection says goes with it', () => {
    const [first, ...rest] = RIGHT.parts
    const locked: Finding = { ...passed, level: 'stop', legal: true }
    expect(level({ ...RIGHT, parts: [{ ...first!, inspected: locked }, ...rest] })).toBe('stop')
  })
  it('a gas without a line is a stop, one that is not told unknown', () => {
    const argon = { label: 'X', parts: PRODUCTS.argon.parts, outlet: null, service: null }
    expect(level({ ...RIGHT, cylinders: [...RIGHT.cylinders, argon] })).toBe('stop')
    const untold = { ...argon, parts: null }
    expect(level({ ...RIGHT, cylinders: [...RIGHT.cylinders, untold] })).toBe('unknown')
  })
  it('a manifold carries one gas', () => {
    const manifold: GasSetState = { ...RIGHT, kind: 'manifold' }
    expect(judgeSet(manifold)[0]).toMatchObject({ level: 'stop', code: 'gas.set.gas' })
    const one = { ...manifold, cylinders: [RIGHT.cylinders[1]!] }
    expect(linesOfSet(one)).toEqual(['fuel'])
    expect(level({ ...one, parts: RIGHT.parts.filter(({ line }) => line === 'fuel') })).toBe(
      'clear',
    )
    expect(level({ ...one, cylinders: [] })).toBe('unknown')
  })
})

describe('acetylene that lay down', () => {
  const stand = (
    layMinutes: number | null,
    stood: number,
    rule: (typeof STANDING_RULES)[number] = 'asLongAsItLay',
  ) => judgeStanding({ stoodAt: 0, layMinutes }, { rule, now: stood * 60_000 })?.level ?? null
  it.each<[number | null, number, Level | null]>([
    [45, 44, 'stop'],
    [45, 45, null],
    [5, 19, 'stop'],
    [5, 20, null],
    [null, 1e6, 'unknown'],
    [Number.NaN, 60, 'unknown'],
    [-5, 60, 'unknown'],
    [45, Number.NaN, 'unknown'],
  ])('lay %s min, stands for %s: %s', (lay, stood, expected) => {
    expect(stand(lay, stood)).toBe(expected)
  })
  it('by the common figure it is 20 minutes, however long it lay', () => {
    expect(stand(600, 21, 'twentyMinutes')).toBeNull()
    expect(stand(null, 19, 'twentyMinutes')).toBe('stop')
  })
})
