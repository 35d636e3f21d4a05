import { describe, expect, it } from 'vitest'
import { captureReach, judgeSection, type Section } from '#core/hood/section'
import { faultOfSlot } from '#core/hood/velocity'
import { convectiveHeat, leanAt, plumeAt } from '#core/hood/plume'
import { judgeSurveys, sinceFilter, surveyTrend, type HoodSurvey } from '#core/hood/survey'

describe('a hood at its edges', () => {
  const SECTION: Section = {
    process: 'SMAW',
    amps: 120,
    shape: 'flanged',
    opening: 0.3,
    duct: 0.15,
    flow: 0.3,
    damper: 1,
    hood: { x: 0.15, y: 0.2 },
    head: { x: -0.4, y: 0.4 },
    draft: 0,
  }
  const judge = (change: Partial<Section>) => judgeSection({ ...SECTION, ...change })
  it('captures up to where 100 fpm ends, and no farther', () => {
    const ends = judge({}).captureEnds!
    expect(judge({ hood: { x: ends, y: 0 } }).mechanism).toMatch(/capturing|both/)
    expect(judge({ hood: { x: ends * 1.01, y: 0 } }).mechanism).not.toMatch(/capturing|both/)
  })
  it('the head is in the plume within its radius, beside the arc within 0.2 m', () => {
    const heat = convectiveHeat('SMAW', 120)!
    const { radius } = plumeAt(heat, 0.5, 0)
    const inPlume = (x: number, y: number, draft = 0) =>
      judge({ head: { x, y }, draft }).headInPlume
    expect(inPlume(radius * 0.99, 0.5)).toBe(true)
    expect(inPlume(radius * 1.01, 0.5)).toBe(false)
    expect(inPlume(0.19, 0)).toBe(true)
    expect(inPlume(0.2, 0)).toBe(false)
    const drift = plumeAt(heat, 0.5, 0.3).drift
    expect(inPlume(drift, 0.5, 0.3)).toBe(true)
    expect(inPlume(-drift, 0.5, 0.3)).toBe(false)
    expect(inPlume(-drift, 0.5, -0.3)).toBe(true)
  })
  it('a receiving hood holds while the plume is whole under it, twice its flow in still air, four times in a draft', () => {
    const over = (change: Partial<Section>) =>
      judge({ hood: { x: 0, y: 0.6 }, flow: 0.05, opening: 0.5, ...change })
    const heat = convectiveHeat('SMAW', 120)!
    const own = plumeAt(heat, 0.6, 0).flow
    expect(over({ flow: own * 2.01 }).plume!.needed).toBeCloseTo(own * 2, 12)
    expect(over({ flow: own * 2.01 }).mechanism).toBe('receiving')
    expect(over({ flow: own * 1.99 }).mechanism).toBe('neither')
    expect(over({ flow: own * 2.01, draft: 0.1 }).plume!.needed).toBeCloseTo(own * 2, 12)
    expect(over({ flow: own * 4.01, draft: 0.11 }).plume!.needed).toBeCloseTo(own * 4, 12)
    expect(over({ hood: { x: 0.6, y: 0.59 } }).plume!.atHood).toBeNull()
    expect(over({ hood: { x: 0.59, y: 0.6 } }).plume!.atHood).not.toBeNull()
  })
  it('the draft that breaks it carries the plume to the edge, or asks for more flow than there is', () => {
    const heat = convectiveHeat('SMAW', 120)!
    const { flow, radius } = plumeAt(heat, 0.6, 0)
    const breaks = (share: number, x = 0) =>
      judge({ hood: { x, y: 0.6 }, opening: 0.5, flow: flow * share }).plume!.breaksAt!
    const byEdge = (0.25 - radius) / plumeAt(heat, 0.6, 1).drift
    expect(breaks(4.1)).toBeCloseTo(byEdge, 9)
    expect(breaks(2.1)).toBeCloseTo(Math.min(byEdge, 0.1), 9)
    expect(breaks(4.1, 0.05)).toBeCloseTo((0.3 - radius) / plumeAt(heat, 0.6, 1).drift, 9)
  })
  it('the gas shield: TIG from 1 m/s by common practice, the others from 5 mph by AWS D1.1', () => {
    const shield = (process: Section['process'], draft: number) =>
      judge({ process, draft, hood: { x: 0.6, y: 0.6 } }).findings.find(
        ({ code }) => code === 'air.gasShield',
      )
    expect(shield('GTAW', 0.99)!.level).toBe('clear')
    expect(shield('GTAW', 1.01)).toMatchObject({ level: 'caution', remedy: 'Screen the draft.' })
    expect(shield('GTAW', 0)!.reasons[0]!.rule).toBe('TIG and plasma: caution from 1 m/s')
    expect(shield('GTAW', 0)!.reasons[0]!.source.document).toBe('Common practice')
    expect(shield('GMAW', 2.2)!.level).toBe('clear')
    expect(shield('GMAW', 2.3)!.level).toBe('caution')
    expect(shield('GMAW', 0)!.reasons[0]!.rule).toContain('5 mph')
    expect(shield('GMAW', 0)!.reasons[0]!.source.document).toContain('D1.1')
    expect(shield('SMAW', 3)).toBeUndefined()
    const near = judge({ process: 'GTAW', hood: { x: 0.03, y: 0 }, flow: 0.6 }).findings.find(
      ({ code }) => code === 'air.gasShield',
    )!
    expect(near).toMatchObject({ level: 'caution', remedy: expect.stringContaining('Back off') })
  })
  it('a slot is at most a fifth as wide as it is long', () => {
    // ACGIH industrial ventilation, recalled: slots have width over length of 0.2 or less.
    expect(faultOfSlot('slot', 0.5, 0.1)).toBeNull()
    expect(faultOfSlot('slot', 0.5, 0.101)).toContain('a fifth as wide')
    expect(faultOfSlot('flanged_slot', 0.5, null)).toBe('Enter the width of the slot.')
    expect(faultOfSlot('plain', 0.5, null)).toBeNull()
    expect(captureReach({ ...SECTION, shape: 'slot', slotWidth: null })).toBeNull()
    expect(captureReach({ ...SECTION, shape: 'slot', slotWidth: 0.05 })).toBeGreaterThan(0)
    expect(captureReach(SECTION)).toBe(judge({}).captureEnds)
  })
  it('heat is 0.3 of current times conventional voltage', () => {
    // IEC 60974-1, recalled: covered electrodes 20 + 0.04 I, MIG 14 + 0.05 I, TIG 10 + 0.04 I volts.
    expect(convectiveHeat('SMAW', 100)).toBeCloseTo(0.3 * 100 * 24, 9)
    expect(convectiveHeat('GMAW', 200)).toBeCloseTo(0.3 * 200 * 24, 9)
    expect(convectiveHeat('FCAW', 200)).toBeCloseTo(0.3 * 200 * 24, 9)
    expect(convectiveHeat('GTAW', 100)).toBeCloseTo(0.3 * 100 * 14, 9)
    expect(convectiveHeat('OFC', 100)).toBeNull()
    expect(convectiveHeat('SMAW', 0.5)).toBeCloseTo(0.3 * 0.5 * 20.02, 9)
    for (const amps of [0, -1, Number.NaN])
      expect(() => convectiveHeat('SMAW', amps)).toThrow(RangeError)
  })
  it('1 kW at half a metre: 0.0158 m3/s (33 cfm), as handbooks have it', () => {
    const plume = plumeAt(1000, 0.5, 0.1)
    expect(plume.flow).toBeCloseTo(0.0158, 3)
    expect(plume.rise).toBeCloseTo(0.128 * 10 * 0.5 ** (-1 / 3), 12)
    expect(plume.radius).toBeCloseTo(Math.sqrt((2 * plume.flow) / (Math.PI * plume.rise)), 12)
    expect(leanAt(1000, 0.5, 0.1)).toBeCloseTo(Math.atan(0.1 / plume.rise), 12)
    expect(plumeAt(1000, 0.5, 0).drift).toBe(0)
    for (const [heat, z, draft] of [
      [0, 1, 0],
      [1, 0, 0],
      [1, 1, -1],
    ] as const)
      expect(() => plumeAt(heat, z, draft)).toThrow(RangeError)
  })
  it('drift is the draft for as long as the plume has risen', () => {
    // Integral of draft / rise from 0 to z, by the midpoint rule.
    const steps = 100_000
    const z = 0.8
    let drift = 0
    for (let i = 0; i < steps; i++) {
      const at = ((i + 0.5) * z) / steps
      drift += (0.2 / plumeAt(900, at, 0).rise) * (z / steps)
    }
    expect(plumeAt(900, z, 0.2).drift / drift).toBeCloseTo(1, 5)
  })
})

describe('surveys of a hood', () => {
  const survey = (on: string, velocity: number, filterChanged = false): HoodSurvey => ({
    on,
    velocity,
    staticPressure: null,
    filterChanged,
    calibrated: true,
  })
  const falling = [
    survey('2026-01-01', 1, true),
    survey('2026-01-11', 0.9),
    survey('2026-01-21', 0.8),
    survey('2026-01-31', 0.7),
  ]
  const trend = (surveys: readonly HoodSurvey[], need = 0.5) => surveyTrend(surveys, need)
  it('a line through the surveys since the filter, and the day it falls under the need', () => {
    const found = trend(falling, 0.505)
    if ('because' in found) throw new Error(found.because)
    expect(found).toMatchObject({ from: '2026-01-01', surveys: 4 })
    expect(found.slope).toBeCloseTo(-0.01, 12)
    expect(found.at(0).expected).toBeCloseTo(1, 12)
    expect(found.at(30).low).toBeCloseTo(0.7, 9)
    // 1 - 0.01 d < 0.505 from day 50 on, 20 February.
    expect([found.fallsOn, found.mayFallOn]).toEqual(['2026-02-20', '2026-02-20'])
  })
  it('the band by Student t: of 0.9, 1.1, 0.9, 1.1 at the mean', () => {
    const scattered = [0.9, 1.1, 0.9, 1.1].map((v, i) => survey(`2026-01-0${i + 1}`, v))
    const found = trend(scattered)
    if ('because' in found) throw new Error(found.because)
    // Least squares by hand: slope 0.04, residual variance 0.032 / 2; t(0.95, 2) = 2.920 (Student's table).
    const half = 2.92 * Math.sqrt(0.016) * Math.sqrt(1 + 1 / 4)
    expect(found.slope).toBeCloseTo(0.04, 12)
    expect(found.at(1.5).expected).toBeCloseTo(1, 12)
    expect(found.at(1.5).high).toBeCloseTo(1 + half, 3)
    expect(found.at(1.5).low).toBeCloseTo(1 - half, 3)
  })
  it('two surveys are no trend, nor are three of one day; a new filter starts anew', () => {
    expect(trend(falling.slice(0, 2))).toEqual({
      because: 'only 2 of 3 surveys since the filter was changed',
    })
    expect(trend([1, 2, 3].map((v) => survey('2026-01-01', v)))).toEqual({
      because: 'all surveys are of one day',
    })
    expect(sinceFilter([...falling, survey('2026-02-05', 1, true)])).toHaveLength(1)
    expect(sinceFilter(falling.slice(1))).toHaveLength(3)
    expect(() => trend(falling, 0)).toThrow(RangeError)
  })
  it('never under the need within three years is no day', () => {
    const flat = falling.map((one) => ({ ...one, velocity: 1 }))
    expect(trend(flat)).toMatchObject({ fallsOn: null, mayFallOn: null })
  })
  const judged = (surveys: readonly HoodSurvey[], today: string, need = 0.5) =>
    judgeSurveys(surveys, need, 90, today)
  it('is overdue the day after its interval', () => {
    const flat = falling.map((one) => ({ ...one, velocity: 1 }))
    expect(judged(flat, '2026-05-01').level).toBe('clear')
    expect(judged(flat, '2026-05-02')).toMatchObject({
      level: 'unknown',
      sentence: 'The survey of 31 Jan 2026 is 1 days overdue.',
    })
    expect(judged([], '2026-05-01').level).toBe('unknown')
  })
  it('under the need is a stop, at the need not', () => {
    expect(judged([survey('2026-01-31', 0.49)], '2026-02-01').level).toBe('stop')
    expect(judged([survey('2026-01-31', 0.5)], '2026-02-01').level).toBe('clear')
  })
  it('that falls before the next survey is a caution', () => {
    expect(judged(falling, '2026-02-01', 0.505)).toMatchObject({
      level: 'caution',
      sentence: expect.stringContaining('from 20 Feb 2026'),
    })
    expect(judged(falling, '2026-03-01', 0.505).sentence).toContain('by now')
  })
})
