import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { dutyAt, judgeDuty, judgeSupply } from '#core/electric/duty'
import { AWG_AREA, judgeLeads, leadDrop, thinnestLead, type LeadRun } from '#core/electric/leads'
import { judgeNoLoad, NO_LOAD_LIMITS, type NoLoad } from '#core/electric/no-load'
import { BODY_OHMS, currentThrough, SHOCK_MARKS, shockText } from '#core/electric/shock'
import { supplyFactor } from '#core/electric/supply.table'

describe('duty cycle', () => {
  // Ten-minute thermal law, IEC 60974-1 and NEMA EW 1: I1^2 D1 = I2^2 D2, worked by hand.
  test.each([
    [{ amps: 200, duty: 0.6 }, 155, 0.999],
    [{ amps: 200, duty: 0.6 }, 250, 0.384],
    [{ amps: 300, duty: 0.35 }, 300, 0.35],
    [{ amps: 400, duty: 0.6 }, 100, 1],
  ])('%o at %s A', (rated, amps, duty) => {
    expect(dutyAt(rated, amps)).toBeCloseTo(duty, 3)
  })
  it('tells how long on and how long off, never rounding an arc up', () => {
    const finding = judgeDuty({ amps: 200, duty: 0.6, highest: 280 }, { amps: 250, share: 0.5 })
    expect(finding.level).toBe('caution')
    expect(finding.sentence).toContain('3.8 min on, then 6.2 min off')
    expect(finding.value!.amount).toBeCloseTo(0.6 * 0.64, 12)
  })
  it('is stopped over the highest output, and unknown where the plate is not told', () => {
    const over = judgeDuty({ amps: 200, duty: 0.6, highest: 230 }, { amps: 250, share: 0.1 })
    expect(over.level).toBe('stop')
    expect(judgeDuty(null, { amps: 100, share: 0.1 }).level).toBe('unknown')
  })
  it.each([0, -1, Number.NaN, Infinity])('%s amps or duty is unknown', (x) => {
    const rated = { amps: 200, duty: 0.6, highest: null }
    const planned = { amps: 100, share: 0.5 }
    expect(judgeDuty({ ...rated, amps: x }, planned).level).toBe('unknown')
    expect(judgeDuty({ ...rated, duty: x }, planned).level).toBe('unknown')
    expect(judgeDuty(rated, { ...planned, amps: x }).level).toBe('unknown')
  })
  it('never allows more arc at more amps', () => {
    const amps = fc.double({ min: 1, max: 2000, noNaN: true })
    fc.assert(
      fc.property(
        amps,
        amps,
        amps,
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (rated, a, b, duty) => {
          const [low, high] = [Math.min(a, b), Math.max(a, b)]
          expect(dutyAt({ amps: rated, duty }, high)).toBeLessThanOrEqual(
            dutyAt({ amps: rated, duty }, low),
          )
        },
      ),
    )
  })

  // NEC (NFPA 70) table 630.11(A), written out again from memory.
  test.each([
    [1, 1],
    [0.9, 0.95],
    [0.8, 0.89],
    [0.7, 0.84],
    [0.6, 0.78],
    [0.5, 0.71],
    [0.4, 0.63],
    [0.3, 0.55],
    [0.2, 0.45],
    [0.1, 0.45],
  ])('supply factor at %s is %s', (duty, factor) => {
    expect(supplyFactor(duty)).toBe(factor)
    // Each factor of the table is the square root of its duty cycle, to the second place.
    if (duty >= 0.2) expect(Math.abs(factor - Math.sqrt(duty))).toBeLessThan(0.0101)
  })
  it('takes the higher factor between two rows, and none out of range', () => {
    expect(supplyFactor(0.65)).toBe(0.84)
    for (const duty of [0, -0.1, 1.1, Number.NaN]) expect(supplyFactor(duty)).toBeNull()
    expect(judgeSupply(40, 0.6).value!.amount).toBeCloseTo(31.2, 9)
    expect(judgeSupply(null, 0.6).level).toBe('unknown')
    expect(judgeSupply(40, null).level).toBe('unknown')
  })
})

describe('no-load voltage', () => {
  const DC: NoLoad = { output: 'dc', dcPeak: 80, acRms: null, sMark: true, reducer: null }
  const DRY = { wet: false, cramped: false, onTheWork: false }
  // IEC 60974-1, from memory: raised risk DC 113 V peak, AC 48 V rms and 68 V peak; elsewhere AC 80 V rms.
  it('carries the limits of the standard', () => {
    expect(NO_LOAD_LIMITS).toEqual({
      raised: { dcPeak: 113, acRms: 48, acPeak: 68 },
      usual: { dcPeak: 113, acRms: 80, acPeak: 113 },
    })
  })
  test.each([
    [DC, DRY, 'clear'],
    [DC, { ...DRY, wet: true }, 'clear'],
    [{ ...DC, sMark: false }, { ...DRY, wet: true }, 'stop'],
    [{ ...DC, sMark: null }, { ...DRY, cramped: true }, 'unknown'],
    // OSHA 1910.254(b)(3): manual welding, DC 100 V.
    [{ ...DC, dcPeak: 101 }, DRY, 'stop'],
    [{ ...DC, output: 'ac', dcPeak: null, acRms: 70 }, DRY, 'clear'],
    [{ ...DC, output: 'ac', dcPeak: null, acRms: 70 }, { ...DRY, onTheWork: true }, 'stop'],
    [
      { ...DC, output: 'ac', dcPeak: null, acRms: 70, reducer: true },
      { ...DRY, onTheWork: true },
      'clear',
    ],
    [{ ...DC, dcPeak: null }, DRY, 'unknown'],
    [{ ...DC, output: 'both' }, DRY, 'unknown'],
    [{ ...DC, output: null }, DRY, 'unknown'],
    [{ ...DC, dcPeak: 0 }, DRY, 'unknown'],
    [{ ...DC, dcPeak: Number.NaN }, DRY, 'unknown'],
  ] as const)('%o in %o: %s', (machine, place, level) => {
    expect(judgeNoLoad(machine, place).level).toBe(level)
  })
  it('takes what is not known of a place for raised risk', () => {
    const bare = { ...DC, sMark: false }
    expect(judgeNoLoad(bare, { ...DRY, wet: null }).level).toBe('stop')
  })
})

describe('current through a person', () => {
  // IEC 60479-1, hand to hand, 50th percentile, from memory.
  it('follows the table at its rows and lies between them elsewhere', () => {
    expect(currentThrough(50, 'dry')).toBeCloseTo(0.02, 6)
    expect(currentThrough(100, 'saltWet')).toBeCloseTo(100 / 1225, 6)
    for (const skin of ['dry', 'wet', 'saltWet'] as const) {
      const at = currentThrough(80, skin)!
      expect(at).toBeGreaterThan(currentThrough(75, skin)!)
      expect(at).toBeLessThan(currentThrough(100, skin)!)
    }
    expect(BODY_OHMS).toHaveLength(3)
  })
  it('is worse the wetter, and better in a dry glove', () => {
    const [dry, wet, salt] = (['dry', 'wet', 'saltWet'] as const).map((skin) =>
      currentThrough(80, skin)!,
    )
    expect(dry!).toBeLessThan(wet!)
    expect(wet!).toBeLessThan(salt!)
    expect(currentThrough(80, 'wet', 100_000)!).toBeLessThan(SHOCK_MARKS.letGoForAll)
    expect(shockText(salt!)).toContain('heart')
    expect(shockText(0.011)).toContain('cannot let go')
  })
  it.each([0, 49, 101, Number.NaN, Infinity])('has no answer at %s V', (volts) => {
    expect(currentThrough(volts, 'wet')).toBeNull()
  })
})

describe('leads', () => {
  const RUN: LeadRun = {
    amps: 200,
    area: 53.5,
    lead: 15,
    back: 15,
    joints: 0,
    temperature: 293.15,
    coiled: false,
  }
  // By hand: 200 A x 1.72e-8 ohm m x 30 m / 53.5e-6 m2 = 1.929 V, 386 W.
  it('drop what resistivity says', () => {
    const drop = leadDrop(RUN)!
    expect(drop.volts).toBeCloseTo(1.929, 3)
    expect(drop.watts).toBeCloseTo(385.8, 1)
    // Twice as long drops twice as much; 50 K warmer 19.5 % more.
    expect(leadDrop({ ...RUN, lead: 45 })!.volts).toBeCloseTo(2 * drop.volts, 9)
    expect(leadDrop({ ...RUN, temperature: 343.15 })!.volts / drop.volts).toBeCloseTo(1.195, 3)
  })
  // Areas of American wire gauges: 0.012668 mm2 x 92^((36 - n) / 19.5), the definition of the gauge.
  test.each([
    ['4', 4],
    ['2', 2],
    ['1', 1],
    ['1/0', 0],
    ['2/0', -1],
    ['3/0', -2],
    ['4/0', -3],
  ])('gauge %s has its area', (gauge, n) => {
    expect(Math.abs(AWG_AREA[gauge]! / (0.012668 * 92 ** ((36 - n) / 19.5)) - 1)).toBeLessThan(
      0.005,
    )
  })
  it('are judged by drop, heat, and whether they lie coiled', () => {
    expect(judgeLeads(RUN).level).toBe('clear')
    expect(judgeLeads({ ...RUN, lead: 60 }).level).toBe('caution')
    expect(judgeLeads({ ...RUN, area: 21.2 }).level).toBe('stop')
    expect(judgeLeads({ ...RUN, coiled: true }).level).toBe('caution')
    expect(judgeLeads({ ...RUN, coiled: null }).level).toBe('unknown')
    expect(judgeLeads({ ...RUN, area: 0 }).level).toBe('unknown')
    expect(judgeLeads({ ...RUN, lead: Number.NaN }).level).toBe('unknown')
    expect(judgeLeads(RUN, 0).level).toBe('unknown')
  })
  it('names the thinnest that does, and none where none does', () => {
    expect(thinnestLead({ ...RUN, lead: 30, back: 30 }, 4)).toEqual(['1/0', 53.5])
    expect(thinnestLead({ ...RUN, lead: 500 }, 4)).toBeNull()
  })
})
