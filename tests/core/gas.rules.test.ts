import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgeEmptied } from '#core/air/emptied'
import { judgeAcetylenePressure, judgeDraw, minutesToStand } from '#core/gas/acetylene'
import { judgeFit, type GasSet } from '#core/gas/fit'
import { PRODUCTS } from '#core/gas/gas.table'
import { hoseVolume, judgeLeak, type LeakTest } from '#core/gas/leak'
import { OUTLETS } from '#core/gas/outlet.table'
import { rentOf } from '#core/gas/rent'
import { judgeStorage, type Store, type Stored } from '#core/gas/storage'
import { heldBack } from '#core/gas/held'
import { judgeCylinder } from '#core/gas/judge'
import type { CylinderState } from '#core/gas/move'
import { demandOf, demandsOf, flameFlows } from '#core/gas/demand'
import { judgeSupplyOfJob } from '#core/gas/job-supply'
import { judgeSupply, minutesLeft, swapTime, usable } from '#core/gas/supply'
import { worstLevel } from '#core/finding/finding'
import { JOB } from './job.fixture'

const PSI = 6894.757293168
const FOOT3 = 0.3048 ** 3
const FOOT = 0.3048

describe('drawing acetylene', () => {
  // CGA G-1 and NFPA 51, both schools, from memory: a 140 ft3 cylinder gives 20, 14 or 9.3 ft3/h.
  it.each([
    ['older', false, 20],
    ['older', true, 20],
    ['present', false, 14],
    ['present', true, 9.33],
  ] as const)(
    'by the %s school, continuous %s, 140 ft3 give %d ft3/h',
    (school, continuous, most) => {
      const finding = judgeDraw({ flow: 1, contents: [140 * FOOT3], continuous, school })
      expect(finding.value!.amount / 1000 / FOOT3).toBeCloseTo(most, 1)
      const at = (flow: number) =>
        judgeDraw({ flow: flow * FOOT3, contents: [140 * FOOT3], continuous, school }).level
      expect([at(most - 0.05), at(most + 0.05)]).toEqual(['clear', 'stop'])
    },
  )
  it('a rosebud of 100 ft3/h takes eight of them', () => {
    const finding = judgeDraw({
      flow: 100 * FOOT3,
      contents: [140 * FOOT3],
      continuous: false,
      school: 'present',
    })
    expect(finding.remedy).toContain('Put 8 such cylinders')
    const eight = Array.from({ length: 8 }, () => 140 * FOOT3)
    expect(
      judgeDraw({ flow: 100 * FOOT3, contents: eight, continuous: false, school: 'present' }).level,
    ).toBe('clear')
  })
  it.each([
    [null, [4]],
    [0, [4]],
    [NaN, [4]],
    [1, []],
    [1, [4, null]],
    [1, [Infinity]],
  ])('a flow of %s from %j is unknown', (flow, contents) => {
    expect(judgeDraw({ flow, contents, continuous: false, school: 'present' }).level).toBe(
      'unknown',
    )
  })
  it('empty ones give nothing', () => {
    const finding = judgeDraw({ flow: 1, contents: [0, 0], continuous: false, school: 'older' })
    expect([finding.level, finding.remedy]).toEqual(['stop', 'Fit full cylinders.'])
  })
  // 29 CFR 1910.253(a)(2), from memory.
  it.each([
    [5, 'clear'],
    [8, 'clear'],
    [9, 'caution'],
    [15, 'caution'],
    [15.01, 'stop'],
    [NaN, 'unknown'],
    [-1, 'unknown'],
  ])('%d psig: %s', (psi, level) => {
    expect(judgeAcetylenePressure(psi * PSI).level).toBe(level)
  })
  it('15 psig is law, and no pressure is unknown', () => {
    expect(judgeAcetylenePressure(20 * PSI).legal).toBe(true)
    expect(judgeAcetylenePressure(null).level).toBe('unknown')
  })
  it('one that lay stands by either habit, never shorter by the longer', () => {
    expect(minutesToStand(5, 'twentyMinutes')).toBe(20)
    expect(minutesToStand(5, 'asLongAsItLay')).toBe(20)
    expect(minutesToStand(90, 'asLongAsItLay')).toBe(90)
    expect(minutesToStand(null, 'asLongAsItLay')).toBeNull()
    expect(() => minutesToStand(-1, 'asLongAsItLay')).toThrow(RangeError)
  })
})

describe('a leak test by pressure', () => {
  const test: LeakTest = {
    before: { pressure: 40 * PSI, temperature: 293 },
    after: { pressure: 40 * PSI, temperature: 293 },
    minutes: 10,
    // 6 mm bore holds 0.028 L a metre: 2 x 15 m, and a regulator.
    volume: hoseVolume(0.006, 30) + 0.0001,
    resolution: 0.25 * PSI,
  }
  it('6 mm hose holds 0.028 L a metre', () => {
    expect(hoseVolume(0.006, 1) * 1000).toBeCloseTo(0.0283, 4)
    expect(() => hoseVolume(0, 1)).toThrow(RangeError)
  })
  it('by hand: 2 psi in 10 minutes out of 0.948 L are 0.78 L/h', () => {
    // 0.948 L x 2/14.696 x 6 an hour = 0.774, at 293 K told for 294.26 K.
    const finding = judgeLeak({ ...test, after: { pressure: 38 * PSI, temperature: 293 } })
    expect(finding.level).toBe('stop')
    expect(finding.value!.amount).toBeCloseTo(0.777, 2)
  })
  it('a drop that the temperature explains is none', () => {
    // 54.7 psia x 285/293 = 53.2 psia.
    const cooler = { pressure: 38.5 * PSI, temperature: 285 }
    expect(judgeLeak({ ...test, after: cooler }).level).toBe('clear')
    expect(judgeLeak({ ...test, after: { ...cooler, temperature: 293 } }).level).toBe('stop')
  })
  it('a rise is a valve that lets gas in', () => {
    const finding = judgeLeak({ ...test, after: { pressure: 42 * PSI, temperature: 293 } })
    expect(finding.level).toBe('unknown')
  })
  it('what the gauge cannot show is not called tight', () => {
    const coarse = judgeLeak({ ...test, resolution: 10 * PSI })
    expect([coarse.level, coarse.remedy]).toEqual([
      'unknown',
      expect.stringMatching(/^Test for \d+ minutes/),
    ])
  })
  it.each<[string, Partial<LeakTest>]>([
    ['temperature', { before: { pressure: 40 * PSI, temperature: null } }],
    ['volume', { volume: null }],
    ['more than nothing in it', { before: { pressure: 0, temperature: 293 } }],
    ['time', { minutes: 1 }],
    ['finite figure', { minutes: NaN }],
    ['resolution', { resolution: 0 }],
    ['possible temperature', { after: { pressure: 40 * PSI, temperature: 20 } }],
  ])('without %s it is unknown', (_, more) => {
    expect(judgeLeak({ ...test, ...more }).level).toBe('unknown')
  })
})

describe('what a job takes', () => {
  it('by hand: 35 cfh for 60 arc minutes with 40 post-flows of 10 s and 5 ft3 of purge are 43.9 ft3', () => {
    // 35 x (1 + 400/3600) + 5
    const demand = demandOf({
      flow: (35 * FOOT3) / 3600,
      arcMinutes: 60,
      postFlowSeconds: 10,
      starts: 40,
      purge: 5 * FOOT3,
    })
    expect(demand! / FOOT3).toBeCloseTo(43.89, 1)
  })
  it('a 330 ft3 cylinder at 35 cfh runs for nine hours and a bit', () => {
    const minutes = minutesLeft(usable(330 * FOOT3, 0.049), (35 * FOOT3) / 3600)
    expect(minutes! / 60).toBeCloseTo((330 - (2 * 0.049) / FOOT3) / 35, 3)
    expect(minutesLeft(1, 0)).toBeNull()
    expect(minutesLeft(null, 1)).toBeNull()
    expect(usable(0.01, 0.049)).toBe(0)
  })
  it.each([
    [10, 5, 'clear'],
    [5.5, 5, 'caution'],
    [5, 5, 'caution'],
    [4.99, 5, 'stop'],
    [0, 5, 'stop'],
    [null, 5, 'unknown'],
    [NaN, 5, 'unknown'],
    [5, null, 'unknown'],
    [5, NaN, 'unknown'],
    [5, Infinity, 'unknown'],
    [5, -1, 'unknown'],
    [0, 0, 'clear'],
  ])('%s left of %s needed: %s', (left, needed, level) => {
    expect(judgeSupply(left, needed).level).toBe(level)
  })
  it('without flow or arc time nothing is told', () => {
    const known = { flow: 1, arcMinutes: 1, postFlowSeconds: 0, starts: 0, purge: 0 }
    for (const more of [
      { flow: null },
      { flow: 0 },
      { arcMinutes: null },
      { arcMinutes: NaN },
      { purge: -100 },
    ])
      expect(demandOf({ ...known, ...more })).toBeNull()
  })
})

const OXYGEN: GasSet = {
  parts: PRODUCTS.oxygen.parts,
  outlet: '540',
  service: 2400 * PSI,
  regulator: { use: 'oxygen', inlet: '540', highest: 3000 * PSI },
  hose: { colour: 'green', standard: 'us', thread: 'right' },
  arrestor: { use: 'oxygen' },
  torch: { use: 'acetylene' },
  copper: null,
  oil: false,
}
const ACETYLENE: GasSet = {
  parts: PRODUCTS.acetylene.parts,
  outlet: '510',
  service: 250 * PSI,
  regulator: { use: 'acetylene', inlet: '510', highest: 400 * PSI },
  hose: { colour: 'red', standard: 'us', thread: 'left' },
  arrestor: { use: 'acetylene' },
  torch: { use: 'acetylene' },
  copper: 0.6,
  oil: null,
}

describe('what goes on what', () => {
  it('a right set is clear', () => {
    expect(worstLevel(judgeFit(OXYGEN))).toBe('clear')
    expect(worstLevel(judgeFit(ACETYLENE))).toBe('clear')
  })
  it.each<[string, GasSet, string, RegExp]>([
    [
      'acetylene regulator on oxygen',
      { ...OXYGEN, regulator: { ...OXYGEN.regulator!, use: 'acetylene' } },
      'gas.fit.regulator',
      /one for oxygen/,
    ],
    [
      'argon connection on oxygen',
      { ...OXYGEN, regulator: { ...OXYGEN.regulator!, inlet: '580' } },
      'gas.fit.connection',
      /CGA 540/,
    ],
    [
      'inlet too weak',
      { ...OXYGEN, regulator: { ...OXYGEN.regulator!, highest: 2000 * PSI } },
      'gas.fit.inlet',
      /pressure/,
    ],
    [
      'red hose on oxygen',
      { ...OXYGEN, hose: { colour: 'red', standard: 'us', thread: 'right' } },
      'gas.fit.hose',
      /green/,
    ],
    [
      'red hose on propane by ISO',
      {
        ...ACETYLENE,
        parts: PRODUCTS.propane.parts,
        hose: { colour: 'red', standard: 'iso', thread: 'left' },
      },
      'gas.fit.hose',
      /orange/,
    ],
    [
      'fuel arrestor on oxygen',
      { ...OXYGEN, arrestor: { use: 'acetylene' } },
      'gas.fit.arrestor',
      /oxygen/,
    ],
    [
      'left-handed hose on oxygen',
      { ...OXYGEN, hose: { ...OXYGEN.hose!, thread: 'left' } },
      'gas.fit.thread',
      /right-handed/,
    ],
    [
      'torch for acetylene on propane',
      { ...ACETYLENE, parts: PRODUCTS.propane.parts },
      'gas.fit.torch',
      /propane/,
    ],
    [
      'shielding gas torch on oxygen',
      { ...OXYGEN, torch: { use: 'inert' } },
      'gas.fit.torch',
      /oxygen and fuel/,
    ],
    ['copper with acetylene', { ...ACETYLENE, copper: 0.66 }, 'gas.fit.copper', /65/],
    ['oil with oxygen', { ...OXYGEN, oil: true }, 'gas.fit.oil', /clean/],
    ['argon outlet on oxygen', { ...OXYGEN, outlet: '580' }, 'gas.fit.outlet', /CGA 540/],
  ])('%s is a stop that names the right part', (_, set, code, remedy) => {
    const finding = judgeFit(set).find((one) => one.code === code)!
    expect(finding.level).toBe('stop')
    expect(finding.remedy).toMatch(remedy)
  })
  it('a set with one wrong part always stops, whatever else is unknown', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...OUTLETS.filter((outlet) => outlet !== '540')),
        fc.boolean(),
        fc.boolean(),
        fc.boolean(),
        (inlet, noHose, noArrestor, noOil) => {
          const set: GasSet = {
            ...OXYGEN,
            regulator: { use: 'oxygen', inlet, highest: null },
            hose: noHose ? null : OXYGEN.hose,
            arrestor: noArrestor ? null : OXYGEN.arrestor,
            oil: noOil ? null : false,
          }
          return worstLevel(judgeFit(set)) === 'stop'
        },
      ),
    )
  })
  it.each<[string, Partial<GasSet>]>([
    ['gas', { parts: null }],
    ['outlet', { outlet: null }],
    ['regulator', { regulator: null }],
    ['hose', { hose: null }],
    ['arrestor', { arrestor: null }],
    ['torch', { torch: null }],
    ['thread', { hose: { ...OXYGEN.hose!, thread: null } }],
    ['standard of the hose', { hose: { ...OXYGEN.hose!, standard: null } }],
    ['look for oil', { oil: null }],
    ['real pressure of the cylinder', { service: -1 }],
    ['finite inlet pressure', { regulator: { ...OXYGEN.regulator!, highest: NaN } }],
  ])('without a %s it is unknown', (_, more) => {
    expect(worstLevel(judgeFit({ ...OXYGEN, ...more }))).toBe('unknown')
  })
  it.each([null, NaN, -1, 1.5])('copper of %s is unknown with acetylene', (copper) => {
    expect(worstLevel(judgeFit({ ...ACETYLENE, copper }))).toBe('unknown')
  })
  it('of a mix that the table does not know nothing is clear', () => {
    const mix = { ...OXYGEN, parts: { oxygen: 0.5, nitrogen: 0.5 } }
    expect(judgeFit(mix)[0]!.level).toBe('unknown')
  })
})

const STORE: Store = {
  indoors: true,
  oxygenToFuel: 20 * FOOT,
  barrier: false,
  toCombustibles: 20 * FOOT,
  toHeat: 5,
  apart: true,
}
const cylinder = (
  label: string,
  product: keyof typeof PRODUCTS,
  more: Partial<Stored> = {},
): Stored => ({
  label,
  parts: PRODUCTS[product].parts,
  full: 145 * FOOT3,
  liquidPetroleum: 0,
  state: 'full',
  capped: true,
  chained: true,
  ...more,
})
const MIXED = [cylinder('O-1', 'oxygen'), cylinder('A-1', 'acetylene')]
const level = (store: Partial<Store>, cylinders: Stored[], code: string): string | undefined =>
  judgeStorage({ ...STORE, ...store }, cylinders).find((one) => one.code === `gas.store.${code}`)
    ?.level

// 29 CFR 1910.253(b), from memory; each at its boundary.
describe('a store', () => {
  it('in order is clear', () => {
    expect(worstLevel(judgeStorage(STORE, MIXED))).toBe('clear')
  })
  it.each<[string, Partial<Store>, string]>([
    ['at 20 ft', {}, 'clear'],
    ['a hair under 20 ft', { oxygenToFuel: 19.99 * FOOT }, 'stop'],
    ['under 20 ft with a wall', { oxygenToFuel: 1, barrier: true }, 'clear'],
    ['under 20 ft, wall not told', { oxygenToFuel: 1, barrier: null }, 'unknown'],
    ['at 20 ft, wall not told', { barrier: null }, 'clear'],
    ['not measured', { oxygenToFuel: null }, 'unknown'],
    ['nonsense', { oxygenToFuel: -3 }, 'unknown'],
    ['not finite', { oxygenToFuel: Infinity }, 'unknown'],
  ])('oxygen from fuel %s: %s', (_, store, expected) => {
    expect(level(store, MIXED, 'apart')).toBe(expected)
  })
  it('empties count, those in use do not', () => {
    const far = { oxygenToFuel: 1 }
    expect(level(far, [MIXED[0]!, { ...MIXED[1]!, state: 'empty' }], 'apart')).toBe('stop')
    expect(level(far, [MIXED[0]!, { ...MIXED[1]!, state: 'inUse' }], 'apart')).toBeUndefined()
  })
  it.each([
    [2000, 'clear'],
    [2001, 'stop'],
  ])('%d ft3 of fuel gas inside: %s', (feet, expected) => {
    const fuel = [cylinder('A-1', 'acetylene', { full: feet * FOOT3 })]
    expect(level({}, fuel, 'quantity')).toBe(expected)
    expect(level({ indoors: false }, fuel, 'quantity')).toBe('clear')
    expect(level({ indoors: null }, fuel, 'quantity')).toBe('unknown')
    expect(
      level(
        {},
        [...fuel, cylinder('A-2', 'acetylene', { full: 100, state: 'connected' })],
        'quantity',
      ),
    ).toBe(expected)
  })
  it.each([
    [300, 'clear'],
    [301, 'stop'],
  ])('%d lb of propane inside: %s', (pounds, expected) => {
    const propane = cylinder('P-1', 'propane', { liquidPetroleum: pounds * 0.45359237, full: null })
    expect(level({}, [propane], 'quantity')).toBe(expected)
  })
  it('one of unknown size makes the quantity unknown, unless it is too much already', () => {
    for (const full of [null, NaN, -5])
      expect(level({}, [...MIXED, cylinder('A-2', 'acetylene', { full })], 'quantity')).toBe(
        'unknown',
      )
  })
  it('a cylinder of unknown gas keeps the store from being clear', () => {
    const untold = cylinder('X-1', 'argon', { parts: null })
    expect(worstLevel(judgeStorage(STORE, [untold]))).toBe('unknown')
  })
  it.each([
    ['cap', { capped: false }, 'stop'],
    ['cap', { capped: null }, 'unknown'],
    ['chain', { chained: false }, 'stop'],
    ['chain', { chained: null }, 'unknown'],
  ] as const)('%s %j: %s', (code, more, expected) => {
    expect(level({}, [cylinder('N-1', 'argon', more)], code)).toBe(expected)
  })
  it('full and empty together are a caution', () => {
    const both = [cylinder('N-1', 'argon'), cylinder('N-2', 'argon', { state: 'empty' })]
    expect(level({ apart: false }, both, 'empties')).toBe('caution')
    expect(level({ apart: null }, both, 'empties')).toBe('unknown')
    expect(level({ apart: true }, both, 'empties')).toBe('clear')
  })
  it('with nothing in it there is nothing to say', () => {
    expect(judgeStorage(STORE, [])).toEqual([])
  })
})

const JUDGED_BY = {
  today: '2026-11-26',
  now: Date.parse('2026-11-26T14:00:00.000Z'),
  stopsUntested: false,
  standingRule: 'asLongAsItLay',
} as const

describe('what keeps a cylinder from work', () => {
  const held = (state: CylinderState | null, marks = '', stopsUntested = false): string[] =>
    heldBack(
      'C-1',
      state,
      judgeCylinder(
        {
          body: { parts: null, volume: null, nominal: null, tare: null, service: null },
          marks,
          tenure: 'owned',
          state,
          reading: null,
          readDaysAgo: null,
          standing: null,
        },
        { ...JUDGED_BY, stopsUntested },
      ),
    ).map((one) => one.level)
  it.each<[CylinderState | null, string[]]>([
    ['empty', ['stop']],
    ['quarantine', ['stop']],
    ['returned', ['stop']],
    ['full', []],
    ['inUse', []],
    [null, []],
  ])('%s: %j', (state, levels) => {
    expect(held(state)).toEqual(levels)
  })
  it('a test date that ran out, a stop where the site says so', () => {
    expect(held('full', 'DOT 3AA2400 06/2019')).toEqual(['caution'])
    expect(held('full', 'DOT 3AA2400 06/2019', true)).toEqual(['stop'])
    expect(held('full', 'DOT 3AA2400 06/2024')).toEqual([])
  })
  it('one that is drawn from is read each day, or what is left is unknown', () => {
    const body = {
      parts: PRODUCTS.argon.parts,
      volume: 0.05,
      nominal: null,
      tare: null,
      service: 15e6,
    }
    const reading = { pressure: 10e6, temperature: 293, weight: null }
    const at = (state: CylinderState, readDaysAgo: number) =>
      judgeCylinder(
        { body, marks: '', tenure: null, state, reading, readDaysAgo, standing: null },
        JUDGED_BY,
      )
    expect(at('inUse', 0).left).toBeGreaterThan(4)
    expect(at('inUse', 1)).toMatchObject({ left: null, share: null })
    expect(at('inUse', 1).findings[0]!.level).toBe('unknown')
    expect(at('full', 30).left).toBeGreaterThan(4)
  })
  it('a job tells what it takes where its flow is told', () => {
    const job = { ...JOB, process: 'GMAW', shieldFlow: 16.5, arcMinutes: 60 } as const
    expect(demandsOf(job).inert! / FOOT3).toBeCloseTo(34.96, 1)
    expect(demandsOf({ ...job, shieldFlow: null })).toEqual({ inert: null })
    expect(demandsOf({ ...job, process: 'SMAW' })).toEqual({})
    // By hand: 40 starts with 8 s after each are 320 s more at 16.5 L/min, and 50 L to purge.
    const more = { ...job, postFlow: 8, starts: 40, purgeVolume: 0.05 }
    expect(demandsOf(more).inert! - demandsOf(job).inert!).toBeCloseTo(0.088 + 0.05, 6)
  })
  it('a flame takes oxygen and fuel, each by its own flow', () => {
    const cut = { ...JOB, process: 'OFC', gasFlow: 3000, otherFlow: 400, arcMinutes: 30 } as const
    // By hand: 3,000 L/h for half an hour.
    expect(demandsOf(cut).oxygen).toBeCloseTo(1.5, 9)
    expect(demandsOf(cut).fuel).toBeCloseTo(0.2, 9)
    const weld = { ...cut, process: 'OFW' } as const
    expect(flameFlows(weld).fuel! * 3.6e6).toBeCloseTo(3000, 6)
    expect(demandsOf({ ...cut, otherFlow: null })).toMatchObject({ fuel: null })
    expect(Object.keys(demandsOf({ ...cut, process: 'TB' }))).toEqual(['fuel'])
  })
  it.each<[number | null, number | null, number | null, number | null]>([
    // By hand: half of what 60 minutes take lasts 30, at the earliest 30 / 1.15.
    [1, 2, 60, 30],
    [2.4, 2, 60, null],
    [2.2, 2, 60, 60],
    [0, 2, 60, 0],
    [null, 2, 60, null],
    [1, null, 60, null],
    [1, 2, null, null],
    [NaN, 2, 60, null],
    [1, Infinity, 60, null],
    [1, 0, 60, null],
  ])('%s of %s m3 in %s minutes: swapped after %s', (left, demand, minutes, likely) => {
    const swap = swapTime(left, demand, minutes)
    expect(swap?.likely ?? null).toBe(likely)
    if (swap) expect(swap.earliest).toBeLessThanOrEqual(swap.likely)
  })
  it('on a job running out warns, acetone drawn along stops', () => {
    const cut = { ...JOB, process: 'OFC', gasFlow: 3000, otherFlow: 600, arcMinutes: 90 } as const
    const of = (left: number | null) => [
      { label: 'O', line: 'oxygen', left: 9, usable: 9, acetylene: false } as const,
      { label: 'A', line: 'fuel', left, usable: left, acetylene: true } as const,
    ]
    const levels = (left: number | null) =>
      judgeSupplyOfJob(cut, of(left), 'present').map(({ code, level }) => `${code} ${level}`)
    // 600 L/h of 1/15 an hour: 9 m3 are needed.
    expect(levels(9)).toEqual(['gas.enough clear', 'gas.enough clear', 'gas.draw clear'])
    expect(levels(4)).toEqual(['gas.enough clear', 'gas.enough clear', 'gas.draw stop'])
    expect(levels(0.5)).toEqual(['gas.enough clear', 'gas.enough caution', 'gas.draw stop'])
    expect(levels(null)).toEqual(['gas.enough clear', 'gas.enough caution', 'gas.draw unknown'])
    // One of two gases told: of the other it is not known.
    expect(
      judgeSupplyOfJob({ ...cut, otherFlow: null }, of(9), 'present').map(({ level }) => level),
    ).toEqual(['clear', 'caution'])
    expect(judgeSupplyOfJob({ ...cut, gasFlow: null, otherFlow: null }, of(1), 'present')).toEqual(
      [],
    )
  })
})

describe('rent', () => {
  const rent = (more: object) =>
    rentOf(
      { arrivedOn: '2026-11-01', dailyRate: 0.5, movedOn: '2026-11-20', ...more },
      '2026-11-26',
    )
  it('by hand: from the 1st to the 26th are 26 days, 13.00 at 0.50, and 6 days idle', () => {
    expect(rent({})).toEqual({ days: 26, cost: 13, idle: 6 })
    expect(rent({ arrivedOn: '2026-11-26' })).toMatchObject({ days: 1, cost: 0.5 })
  })
  it('what is not told, or lies ahead, is not reckoned', () => {
    expect(rent({ arrivedOn: null })).toMatchObject({ days: null, cost: null })
    expect(rent({ dailyRate: null })).toMatchObject({ days: 26, cost: null })
    expect(rent({ arrivedOn: '2026-12-01' })).toMatchObject({ days: null, cost: null })
    expect(rent({ movedOn: null }).idle).toBeNull()
  })
})

describe('a cylinder that empties into a room', () => {
  const room = (
    product: keyof typeof PRODUCTS | null,
    amount: number | null,
    volume: number | null,
    space: 'indoors' | 'outdoors' = 'indoors',
  ) => judgeEmptied({ parts: product && PRODUCTS[product].parts, amount, air: { space, volume } })
  // Worst case of the closed space: 20.9 (1 - V gas / V room).
  it.each([
    ['argon', 8.5, 60, 'stop', 'Oxygen falls to 17.9 %'],
    ['argon', 8.5, 600, 'caution', '20.6 %'],
    ['oxygen', 8.5, 60, 'stop', 'Oxygen rises to 32.1 %'],
    ['acetylene', 4, 600, 'stop', 'lower explosive limit'],
    ['argonHydrogen_5', 8.5, 60, 'stop', 'Explosive'],
  ] as const)('%s, %d m3 into %d m3: %s', (product, amount, volume, level, words) => {
    const finding = room(product, amount, volume)!
    expect(finding.level).toBe(level)
    expect(finding.sentence).toContain(words)
  })
  it('is unknown where something is not told, and nothing outdoors', () => {
    expect(room(null, 8, 60)!.level).toBe('unknown')
    expect(room('argon', null, 60)!.level).toBe('unknown')
    expect(room('argon', 8, null)!.level).toBe('unknown')
    for (const amount of [NaN, -1, Infinity])
      expect(room('argon', amount, 60)!.level).toBe('unknown')
    for (const volume of [NaN, 0, -60, Infinity])
      expect(room('argon', 8, volume)!.level).toBe('unknown')
    expect(room('argon', 8, 60, 'outdoors')).toBeNull()
  })
})
