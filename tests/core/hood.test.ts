import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { convectiveHeat, leanAt, plumeAt } from '#core/hood/plume'
import { judgeSection, NEAREST_HOOD, type Section } from '#core/hood/section'
import { judgeSurveys, surveyTrend, type HoodSurvey } from '#core/hood/survey'
import {
  ductVelocity,
  flowFor,
  reach,
  roundOpening,
  slotOpening,
  velocityAt,
} from '#core/hood/velocity'

const INCH = 0.0254
const FPM = 0.3048 / 60
const CFM = 0.3048 ** 3 / 60
const point = (shape: 'plain' | 'flanged') => roundOpening(shape, 1e-6)

describe('capture velocity', () => {
  // ACGIH movable hood: 1,335 X2 (ft), plain; flanged three quarters. 6 in 335/250, 9 in 755/560, 12 in 1,335/1,000 cfm at 100 fpm needs 1,000 X2, at 133 fpm the table.
  test.each([
    [6, 335, 250],
    [9, 755, 560],
    [12, 1335, 1000],
  ])(
    'ACGIH design manual at %s in: %s plain, %s flanged, one ratio to 10 X2',
    (inches, plain, flanged) => {
      const needed = (shape: 'plain' | 'flanged'): number =>
        flowFor(point(shape), 133.5 * FPM, inches * INCH) / CFM
      expect(needed('plain') / plain).toBeCloseTo(1, 1)
      expect(needed('flanged') / flanged).toBeCloseTo(1, 1)
    },
  )
  it('a flanged 6 in duct 19 in away needs about 1,900 cfm for 100 fpm', () =>
    expect(flowFor(roundOpening('flanged', 6 * INCH), 100 * FPM, 19 * INCH) / CFM).toBeCloseTo(
      1895,
      -2,
    ))
  it('at the face of a plain opening it is flow over area', () =>
    expect(velocityAt(roundOpening('plain', 0.3), 0.2, 0)).toBeCloseTo(
      0.2 / ((Math.PI / 4) * 0.09),
      12,
    ))
  it('reach and velocity undo each other, for every shape', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('plain', 'flanged', 'slot', 'flanged_slot'),
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        (shape, flow, speed) => {
          const opening = { shape: shape as 'plain', area: 0.06, length: 0.6 }
          const distance = reach(opening, flow, speed)
          if (distance !== null) expect(velocityAt(opening, flow, distance)).toBeCloseTo(speed, 9)
          else expect(velocityAt(opening, flow, 0)).toBeLessThan(speed)
        },
      ),
    )
  })
  it('a slot near by: Q = 3.7 L V X, flanged 2.6', () => {
    const flow = (shape: 'slot' | 'flanged_slot') =>
      flowFor({ shape, area: 0.03, length: 0.6 }, 0.5, 0.1)
    expect(flow('slot')).toBeCloseTo(3.7 * 0.6 * 0.5 * 0.1, 12)
    expect(flow('flanged_slot')).toBeCloseTo(2.6 * 0.6 * 0.5 * 0.1, 12)
  })
  it("the duct of the regulation's 10 to 12 in row runs near 4,000 fpm", () =>
    expect(ductVelocity(600 * CFM, 5.5 * INCH) / FPM).toBeCloseTo(3637, 0))
  it('refuses sizes that are none', () => {
    expect(() => velocityAt(roundOpening('plain', 0), 1, 1)).toThrow(RangeError)
    expect(() => velocityAt(roundOpening('plain', 1), -1, 1)).toThrow(RangeError)
    expect(() => reach(roundOpening('plain', 1), 1, 0)).toThrow(RangeError)
    expect(() => ductVelocity(1, 0)).toThrow(RangeError)
  })
})

describe('the rising plume', () => {
  it('1 kW at 0.5 m: 0.0158 m3/s, 33 cfm (ventilation handbooks)', () => {
    expect(plumeAt(1000, 0.5, 0).flow).toBeCloseTo(0.0158, 3)
    expect(plumeAt(1000, 0.5, 0).flow / CFM).toBeCloseTo(33.4, 1)
  })
  it('MIG at 180 A: load voltage 23 V by IEC 60974-1, 0.3 of it heats the air', () => {
    expect(convectiveHeat('GMAW', 180)).toBeCloseTo(0.3 * 180 * 23, 9)
    expect(convectiveHeat('SMAW', 120)).toBeCloseTo(0.3 * 120 * 24.8, 9)
    expect(convectiveHeat('OFC', 100)).toBeNull()
    expect(() => convectiveHeat('GMAW', 0)).toThrow(RangeError)
  })
  it("leans by draft over rise, and drift is the draft's speed for as long as it rose (integrated by the trapezoid rule)", () => {
    const rise = (z: number): number => plumeAt(1000, z, 0).rise
    expect(Math.tan(leanAt(1000, 0.5, 0.3))).toBeCloseTo(0.3 / rise(0.5), 9)
    let drift = 0
    for (let i = 0; i < 20_000; i++) {
      const [a, b] = [(0.5 * i) / 20_000, (0.5 * (i + 1)) / 20_000]
      drift += (0.3 * (b - a) * ((a === 0 ? 0 : 1 / rise(a)) + 1 / rise(b))) / 2
    }
    expect(plumeAt(1000, 0.5, 0.3).drift).toBeCloseTo(drift, 5)
    expect(plumeAt(1000, 0.5, 0).drift).toBe(0)
  })
})

const SECTION: Section = {
  process: 'GMAW',
  amps: 180,
  shape: 'flanged',
  opening: 0.3,
  duct: 0.14,
  flow: 640 * CFM,
  damper: 1,
  hood: { x: 0.14, y: 0.2 },
  head: { x: -0.38, y: 0.42 },
  draft: 0,
}
const section = (change: Partial<Section>) => judgeSection({ ...SECTION, ...change })
const codes = (answer: ReturnType<typeof judgeSection>, level?: string): string[] =>
  answer.findings
    .filter((finding) => !level || finding.level === level)
    .map((finding) => finding.code)

describe('the section', () => {
  it('near enough it captures; the window ends where 100 fpm ends and begins where the gas is stolen', () => {
    const answer = section({})
    expect(answer.mechanism).toMatch(/capturing|both/)
    expect(
      velocityAt(roundOpening('flanged', 0.3), answer.flow, answer.window!.to) / FPM,
    ).toBeCloseTo(100, 6)
    expect(answer.window!.from).toBeGreaterThanOrEqual(NEAREST_HOOD)
    const strong = section({ flow: 1.2, process: 'GTAW', amps: 100 })
    expect(velocityAt(roundOpening('flanged', 0.3), strong.flow, strong.window!.from)).toBeCloseTo(
      1,
      9,
    )
  })
  it('18 to 20 in above it only receives, at the side it holds nothing: why shops get away with the one', () => {
    const above = section({ hood: { x: 0, y: 19 * INCH } })
    expect(above.mechanism).toBe('receiving')
    expect(above.plume!.breaksAt).toBeGreaterThan(0)
    expect(section({ hood: { x: 19 * INCH, y: 0 } }).mechanism).toBe('neither')
  })
  it('a draft just over the one named breaks a receiving hood, just under it does not', () => {
    const above = { hood: { x: 0, y: 0.45 }, flow: 0.3 }
    const breaks = section(above).plume!.breaksAt!
    expect(section({ ...above, draft: breaks * 0.99 }).mechanism).toBe('receiving')
    expect(section({ ...above, draft: breaks * 1.01 }).mechanism).toBe('neither')
    expect(section({ ...above, draft: -breaks * 1.01 }).mechanism).toBe('neither')
  })
  it('a shut damper empties the window and says so', () => {
    const answer = section({ damper: 0 })
    expect(answer.window).toBeNull()
    expect(codes(answer, 'stop')).toEqual(
      expect.arrayContaining(['air.hoodHolds', 'air.hoodWindow']),
    )
    expect(codes(answer, 'caution')).toContain('air.duct')
    expect(() => section({ damper: 1.2 })).toThrow(RangeError)
  })
  it('a hood behind the welder and a head in the plume are stops', () => {
    expect(codes(section({ hood: { x: -0.75, y: 0.85 } }), 'stop')).toContain('air.hoodBehind')
    expect(codes(section({ head: { x: 0, y: 0.35 } }), 'stop')).toContain('air.head')
    expect(section({ head: { x: 0, y: 0.35 } }).headInPlume).toBe(true)
    expect(codes(section({}))).not.toContain('air.hoodBehind')
  })
  it('the gas shield: 2.2 m/s by AWS D1.1, caution from 1 m/s for TIG, nothing to say for stick', () => {
    expect(
      section({ flow: 3, hood: { x: 0.08, y: 0.08 } }).findings.find(
        (finding) => finding.code === 'air.gasShield',
      )!.level,
    ).toBe('caution')
    expect(section({}).gasLimit).toBeCloseTo(2.235, 3)
    expect(section({ process: 'GTAW' }).gasLimit).toBe(1)
    expect(codes(section({ process: 'SMAW' }))).not.toContain('air.gasShield')
    expect(
      section({ draft: 2.5 }).findings.find((finding) => finding.code === 'air.gasShield')!
        .sentence,
    ).toMatch(/draft by itself/)
  })
  it("the regulation's table has no answer beyond 12 in", () => {
    expect(section({}).table!.flow / CFM).toBeCloseTo(425, 6)
    expect(section({ hood: { x: 0.3, y: 0.3 } }).table).toBeNull()
  })
})

describe('surveys', () => {
  const survey = (on: string, velocity: number, filterChanged = false): HoodSurvey => ({
    on,
    velocity,
    staticPressure: null,
    filterChanged,
    calibrated: true,
  })
  const RUN = [
    survey('2026-01-01', 0.9),
    survey('2026-02-01', 0.7, true),
    survey('2026-03-01', 0.67),
    survey('2026-04-01', 0.62),
    survey('2026-05-01', 0.6),
  ]
  it('starts anew at a changed filter and agrees with a least-squares line worked out by hand', () => {
    const trend = surveyTrend(RUN, 0.5)
    if ('because' in trend) throw new Error(trend.because)
    expect(trend).toMatchObject({ from: '2026-02-01', surveys: 4 })
    // x 0, 28, 59, 89; y .7 .67 .62 .6: slope = Sxy/Sxx
    const x = [0, 28, 59, 89]
    const y = [0.7, 0.67, 0.62, 0.6]
    const [mx, my] = [44, 0.6475]
    expect(trend.slope).toBeCloseTo(
      x.reduce((sum, v, i) => sum + (v - mx) * (y[i]! - my), 0) /
        x.reduce((sum, v) => sum + (v - mx) ** 2, 0),
      12,
    )
    expect(trend.at(44).expected).toBeCloseTo(my, 12)
    expect(trend.mayFallOn! < trend.fallsOn!).toBe(true)
    expect(trend.at(200).high - trend.at(200).low).toBeGreaterThan(
      trend.at(44).high - trend.at(44).low,
    )
  })
  it('no trend with fewer than three, or all on one day', () => {
    expect(surveyTrend(RUN.slice(0, 2), 0.5)).toHaveProperty('because')
    expect(
      surveyTrend(
        [1, 2, 3].map(() => survey('2026-02-01', 0.7)),
        0.5,
      ),
    ).toHaveProperty('because')
    expect(() => surveyTrend(RUN, 0)).toThrow(RangeError)
  })
  it.each([
    [[], '2026-06-01', 'unknown'],
    [RUN, '2026-05-10', 'caution'],
    [RUN, '2026-09-01', 'unknown'],
    [[survey('2026-05-01', 0.4)], '2026-05-02', 'stop'],
    [[survey('2026-05-01', 0.9)], '2026-05-02', 'clear'],
  ] as const)('%#: judged', (surveys, today, level) =>
    expect(judgeSurveys(surveys, 0.5, 90, today).level).toBe(level),
  )
})

describe('the meter of a survey', () => {
  const judge = (calibrated: boolean | null, velocity: number) =>
    judgeSurveys(
      [{ on: '2026-05-01', velocity, staticPressure: null, filterChanged: false, calibrated }],
      0.5,
      90,
      '2026-05-02',
    ).level
  it.each([
    [true, 0.9, 'clear'],
    [null, 0.9, 'caution'],
    [false, 0.9, 'unknown'],
    // Too little is too little by any meter.
    [false, 0.4, 'stop'],
    [null, 0.4, 'stop'],
  ] as const)('calibrated %s, %s m/s: %s', (calibrated, velocity, level) => {
    expect(judge(calibrated, velocity)).toBe(level)
  })
})

describe('a trend by hand', () => {
  const run = (velocities: number[], change: Partial<HoodSurvey> = {}): HoodSurvey[] =>
    velocities.map((velocity, i) => ({
      on: `2026-0${i + 1}-01`,
      velocity,
      staticPressure: null,
      filterChanged: false,
      calibrated: true,
      ...change,
    }))
  it('needs three surveys since the filter, and says how many there are', () => {
    expect(surveyTrend(run([1, 0.9]), 0.5)).toEqual({
      because: 'only 2 of 3 surveys since the filter was changed',
    })
    expect(surveyTrend(run([1, 0.9, 0.8]), 0.5)).not.toHaveProperty('because')
    expect(surveyTrend(run([1, 0.9, 0.8], { on: '2026-01-01' }), 0.5)).toEqual({
      because: 'all surveys are of one day',
    })
  })
  it('a straight line falls where the hand says, and no further than three years ahead', () => {
    const straight = [0, 10, 20].map((day, i): HoodSurvey => ({
      on: `2026-01-${String(1 + day).padStart(2, '0')}`,
      velocity: 1 - 0.01 * day,
      staticPressure: null,
      filterChanged: i === 0,
      calibrated: true,
    }))
    const trend = surveyTrend(straight, 0.5)
    if ('because' in trend) throw new Error(trend.because)
    expect(trend.slope).toBeCloseTo(-0.01, 12)
    expect(trend.at(30).expected).toBeCloseTo(0.7, 12)
    // 1 - 0.01 d < 0.5 from day 51 on; without scatter the interval is the line itself.
    expect(trend.fallsOn).toBe('2026-02-21')
    expect(trend.mayFallOn).toBe('2026-02-21')
    const slow = surveyTrend(
      straight.map((survey, i) => ({ ...survey, velocity: 1 - 0.0001 * i })),
      0.5,
    )
    if ('because' in slow) throw new Error(slow.because)
    expect(slow.fallsOn).toBeNull()
  })
})

describe('a slot', () => {
  const slot = (width: number, length = 0.6) => ({
    shape: 'slot' as const,
    area: width * length,
    length,
  })
  it('is a line near by, and never stronger than the open hood far off', () => {
    // ACGIH, recalled: Q = 3.7 L V X
    expect(velocityAt(slot(0.05), 0.3, 0.1)).toBeCloseTo(0.3 / (3.7 * 0.6 * 0.1), 9)
    const open = (distance: number) =>
      velocityAt({ shape: 'plain', area: 0.03, length: 0.6 }, 0.3, distance)
    for (const distance of [0.1, 0.3, 0.6, 1.2, 2])
      expect(velocityAt(slot(0.05), 0.3, distance)).toBeLessThanOrEqual(open(distance))
    expect(velocityAt(slot(0.05), 0.3, 1.2)).toBe(open(1.2))
  })
  it('reaches as far as its speed says', () => {
    const far = reach(slot(0.05), 0.3, 0.2)!
    expect(velocityAt(slot(0.05), 0.3, far)).toBeCloseTo(0.2, 9)
    expect(velocityAt(slot(0.05), 0.3, far * 1.01)).toBeLessThan(0.2)
  })
  it('wider than a fifth of its length it has no answer, and none before its width is told', () => {
    expect(() => velocityAt(slot(0.12), 0.3, 0.1)).not.toThrow()
    expect(() => velocityAt(slot(0.13), 0.3, 0.1)).toThrow('at most a fifth')
    expect(() => slotOpening('slot', 0.6, null)).toThrow('Enter the width')
  })
})
