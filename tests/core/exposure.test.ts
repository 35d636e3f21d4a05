import { describe, expect, it, test } from 'vitest'
import { mixtureIndex, timeWeightedAverage } from '#core/exposure/average'
import { bandOf, compareAll, governing, mixtures } from '#core/exposure/compare'
import { asSubstance, LIMITS, LIMIT_WORDS, strictest } from '#core/exposure/limits.table'
import { ACTS_ON } from '#core/exposure/organ.table'
import {
  GASES,
  LIMIT_SETS,
  SUBSTANCES,
  unitOf,
  type LimitKind,
  type LimitSet,
  type Substance,
} from '#core/exposure/terms'

const limit = (set: LimitSet, substance: Substance, kind: LimitKind = 'twa'): number | undefined =>
  LIMITS.find((row) => row.set === set && row.substance === substance && row.kind === kind)?.limit

describe('worked examples of OSHA 29 CFR 1910.1000(d)', () => {
  it('(d)(1)(ii): 2 h at 150, 2 h at 75, 4 h at 50 ppm is 81.25 ppm', () => {
    expect(
      timeWeightedAverage([
        { concentration: 150, hours: 2 },
        { concentration: 75, hours: 2 },
        { concentration: 50, hours: 4 },
      ]),
    ).toBe(81.25)
  })
  it('(d)(2)(ii): 500/1000 + 45/200 + 40/200 is 0.925', () => {
    expect(
      mixtureIndex([
        { concentration: 500, limit: 1000 },
        { concentration: 45, limit: 200 },
        { concentration: 40, limit: 200 },
      ]),
    ).toBeCloseTo(0.925, 12)
  })
  it('refuses a 25 h day, negatives and a limit of zero', () => {
    expect(() => timeWeightedAverage([{ concentration: 1, hours: 25 }])).toThrow(RangeError)
    expect(() => timeWeightedAverage([{ concentration: -1, hours: 1 }])).toThrow(RangeError)
    expect(() => mixtureIndex([{ concentration: 1, limit: 0 }])).toThrow(RangeError)
  })
})

describe('limits of five sets, written out again from memory (mg/m3, gases ppm)', () => {
  // OSHA 1910.1000 Z-1, NIOSH Pocket Guide, ACGIH TLV, UK EH40, EU directives
  test.each<[Substance, LimitKind, (number | undefined)[]]>([
    ['manganese', 'twa', [undefined, 1, 0.02, 0.05, 0.05]],
    ['manganese', 'ceiling', [5, undefined, undefined, undefined, undefined]],
    ['manganese', 'stel', [undefined, 3, undefined, undefined, undefined]],
    ['chromiumVI', 'twa', [0.005, 0.0002, 0.0002, 0.01, 0.005]],
    ['nickel', 'twa', [1, 0.015, 0.2, 0.5, 0.01]],
    ['lead', 'twa', [0.05, 0.05, 0.05, 0.15, 0.03]],
    ['cadmium', 'twa', [0.005, undefined, 0.002, 0.025, 0.001]],
    ['zincOxide', 'twa', [5, 5, 2, undefined, undefined]],
    ['copper', 'twa', [0.1, 0.1, 0.2, 0.2, undefined]],
    ['fluorides', 'twa', [2.5, 2.5, 2.5, 2.5, 2.5]],
    ['beryllium', 'twa', [0.0002, undefined, 0.00005, 0.002, 0.0002]],
    ['cobalt', 'twa', [0.1, 0.05, 0.02, 0.1, undefined]],
    ['carbonMonoxide', 'twa', [50, 35, 25, 20, 20]],
    ['carbonMonoxide', 'ceiling', [undefined, 200, undefined, undefined, undefined]],
    ['nitrogenDioxide', 'ceiling', [5, undefined, undefined, undefined, undefined]],
    ['nitricOxide', 'twa', [25, 25, 25, 2, 2]],
    ['carbonDioxide', 'twa', [5000, 5000, 5000, 5000, 5000]],
    ['phosgene', 'twa', [0.1, 0.1, undefined, 0.02, 0.02]],
    ['ozone', 'twa', [0.1, undefined, 0.05, undefined, undefined]],
  ])('%s, %s', (substance, kind, figures) =>
    expect(LIMIT_SETS.map((set) => limit(set, substance, kind))).toEqual(figures),
  )
  it('every substance has a limit somewhere, one a set and kind, with a source', () => {
    for (const substance of SUBSTANCES)
      expect(
        LIMITS.some((row) => row.substance === substance),
        substance,
      ).toBe(true)
    const keys = LIMITS.map((row) => `${row.set} ${row.substance} ${row.kind}`)
    expect(new Set(keys).size).toBe(keys.length)
    expect(
      LIMITS.every((row) => row.source.document.length > 10 && row.unit === unitOf(row.substance)),
    ).toBe(true)
    expect(LIMIT_WORDS.find((row) => row.set === 'uk')!.words).toMatch(/any indoor welding/)
  })
  it('a short-term limit or ceiling is never under the 8 h limit of its set', () => {
    for (const row of LIMITS.filter((entry) => entry.kind !== 'twa')) {
      const twa = LIMITS.find(
        (entry) =>
          entry.set === row.set && entry.substance === row.substance && entry.kind === 'twa',
      )
      if (twa) expect(asSubstance(row)).toBeGreaterThanOrEqual(asSubstance(twa))
    }
  })
  it('a limit as Fe is met by 1.43 times as much Fe2O3 (molar masses 111.69 of 159.69)', () => {
    const row = LIMITS.find((entry) => entry.set === 'niosh' && entry.substance === 'ironOxide')!
    expect(asSubstance(row)).toBeCloseTo((5 * 159.688) / 111.69, 3)
  })
})

describe('comparing', () => {
  const values = { twa: 0.03, stel: 0.2, ceiling: 0.4 }
  it('the strictest of the adopted sets decides for each kind; others are shown, not counted', () => {
    const all = compareAll('manganese', values, ['osha', 'niosh'])
    expect(governing(all)).toMatchObject({ limit: { set: 'osha', kind: 'ceiling' }, share: 0.08 })
    expect(all[0]).toMatchObject({ limit: { set: 'acgih' }, share: 1.5, decides: false })
    expect(strictest('manganese', 'twa', ['osha'])).toBeNull()
    expect(governing(compareAll('fume', values, ['eu']))).toBeNull()
  })
  it("mixture by organ: OSHA's sum of shares; one part alone is no mixture, and fume is not counted twice", () => {
    const both = mixtures(
      new Map<Substance, number>([
        ['manganese', 0.01],
        ['lead', 0.025],
        ['fume', 4],
      ]),
      ['acgih'],
    )
    expect(both).toHaveLength(1)
    expect(both[0]!.organ).toBe('nerves')
    expect(both[0]!.index).toBeCloseTo(0.01 / 0.02 + 0.025 / 0.05, 12)
    expect(Object.values(ACTS_ON).flat()).not.toContain('fume')
    expect(GASES.some((gas) => ACTS_ON.blood.includes(gas))).toBe(true)
  })
  // AIHA practice: <1 % trivial, <10 % highly controlled, 10-50 % well, 50-100 % controlled, over 100 % poorly
  test.each([
    [0.009, 'trivial'],
    [0.01, 'highly controlled'],
    [0.1, 'well controlled'],
    [0.5, 'controlled'],
    [1, 'controlled'],
    [1.01, 'poorly controlled'],
  ] as const)('%s is %s', (share, name) => expect(bandOf(share)).toBe(name))
})
