import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { shiftAir, type Stretch } from '#core/air/shift'
import { course, exchange, steady, type Air, type Drive, type Room } from '#core/air/zones'

const ROOM: Room = { volume: 120, mixing: 1.5, near: { radius: 0.6, airSpeed: 0.15 } }

const MIXED: Room = { volume: 120, mixing: 2, near: null }

const STRETCHES: Stretch[] = [
  { seconds: 1800, flow: 0.4, near: 1.2, far: 0, supply: 0.05 },
  { seconds: 600, flow: 0.4, near: 0, far: 2, supply: 0.05 },
  { seconds: 5400, flow: 0.1, near: 0.8, far: 1, supply: 0 },
  { seconds: 1200, flow: 1.1, near: 0, far: 0, supply: 0 },
]

/** The same equations, stepped by the classical Runge-Kutta method; what must agree with the closed form. */
function rungeKutta(
  room: Room,
  stretches: readonly Stretch[],
  start: Air,
  step: number,
): { end: Air; dose: Air } {
  const nearVolume = room.near ? (2 / 3) * Math.PI * room.near.radius ** 3 : 0
  const beta = room.near ? exchange(room.near) : 0
  const slope = (drive: Drive, [n, f]: readonly number[]): number[] => {
    const q = drive.flow / room.mixing
    if (!room.near)
      return [0, (drive.near + drive.far + q * (drive.supply - f!)) / room.volume, 0, f!]
    return [
      (drive.near + beta * (f! - n!)) / nearVolume,
      (drive.far + beta * (n! - f!) + q * (drive.supply - f!)) / (room.volume - nearVolume),
      n!,
      f!,
    ]
  }
  let state = [start.near, start.far, 0, 0]
  const plus = (a: number[], b: number[], h: number): number[] => a.map((x, i) => x + h * b[i]!)
  for (const stretch of stretches) {
    const steps = Math.round(stretch.seconds / step)
    for (let i = 0; i < steps; i++) {
      const k1 = slope(stretch, state)
      const k2 = slope(stretch, plus(state, k1, step / 2))
      const k3 = slope(stretch, plus(state, k2, step / 2))
      const k4 = slope(stretch, plus(state, k3, step))
      state = state.map((x, j) => x + (step / 6) * (k1[j]! + 2 * k2[j]! + 2 * k3[j]! + k4[j]!))
    }
  }
  const [n, f, nearDose, farDose] = state as [number, number, number, number]
  return room.near
    ? { end: { near: n, far: f }, dose: { near: nearDose, far: farDose } }
    : { end: { near: f, far: f }, dose: { near: farDose, far: farDose } }
}

describe('closed forms against a Runge-Kutta integration of the same equations (Nicas 1996; V dC/dt = G - Q C / K)', () => {
  test.each([
    ['two zones', ROOM, 0.1],
    ['well mixed', MIXED, 1],
  ] as const)('%s, to one in a million', (_, room, step) => {
    const start = { near: 0.3, far: 0.3 }
    const closed = shiftAir(room, STRETCHES, start)
    const stepped = rungeKutta(room, STRETCHES, start, step)
    for (const zone of ['near', 'far'] as const) {
      expect(closed.at(closed.length)[zone] / stepped.end[zone]).toBeCloseTo(1, 6)
      expect(
        (closed.mean(0, closed.length)[zone] * closed.length) / stepped.dose[zone],
      ).toBeCloseTo(1, 6)
    }
  })

  it('conserves mass: what comes in and is given off is there or has left', () => {
    const closed = shiftAir(ROOM, STRETCHES, { near: 0, far: 0 })
    const nearVolume = (2 / 3) * Math.PI * 0.6 ** 3
    let given = 0
    let left = 0
    let from = 0
    for (const stretch of STRETCHES) {
      given +=
        (stretch.near + stretch.far + (stretch.flow / ROOM.mixing) * stretch.supply) *
        stretch.seconds
      left +=
        (stretch.flow / ROOM.mixing) *
        closed.mean(from, from + stretch.seconds).far *
        stretch.seconds
      from += stretch.seconds
    }
    const end = closed.at(closed.length)
    expect(given - left).toBeCloseTo(
      end.near * nearVolume + end.far * (ROOM.volume - nearVolume),
      6,
    )
  })

  it('reaches the steady state that the reference gives: far = G/Q, near = G/Q + G/beta', () => {
    const room: Room = { ...ROOM, mixing: 1 }
    const drive: Drive = { flow: 0.5, near: 2, far: 0, supply: 0 }
    // Nicas 1996: beta = FSA s / 2 with FSA = 2 pi r2
    const beta = (2 * Math.PI * 0.6 ** 2 * 0.15) / 2
    expect(steady(room, drive)).toEqual({ far: 4, near: 4 + 2 / beta })
    const late = course(room, drive, { near: 0, far: 0 }).at(1e6)
    expect(late.far).toBeCloseTo(4, 9)
    expect(late.near).toBeCloseTo(4 + 2 / beta, 9)
  })

  it('the well-mixed transient is C0 e^(-Qt/KV) + (KG/Q)(1 - e^(-Qt/KV))', () => {
    const at = course(MIXED, { flow: 0.3, near: 0, far: 0.9, supply: 0 }, { near: 2, far: 2 }).at(
      700,
    ).far
    const decay = Math.exp((-0.3 * 700) / (2 * 120))
    expect(at).toBeCloseTo(2 * decay + ((2 * 0.9) / 0.3) * (1 - decay), 12)
  })
})

describe('the highest 15 minutes', () => {
  it.each([
    ['two zones', ROOM],
    ['well mixed', MIXED],
  ] as const)('%s: none of ten thousand windows is higher, and one is as high', (_, room) => {
    const shift = shiftAir(room, STRETCHES, { near: 0, far: 0 })
    for (const zone of ['near', 'far'] as const) {
      const means = Array.from({ length: 10_000 }, (_, i) => {
        const t = ((shift.length - 900) * i) / 9999
        return shift.mean(t, t + 900)[zone]
      })
      expect(Math.max(...means)).toBeLessThanOrEqual(shift.stel[zone] * (1 + 1e-4))
      expect(Math.max(...means)).toBeGreaterThan(shift.stel[zone] * (1 - 1e-4))
    }
  })
  it('a shift shorter than 15 minutes is its own mean', () => {
    const shift = shiftAir(ROOM, [STRETCHES[1]!], { near: 0, far: 0 })
    expect(shift.stel).toEqual(shift.mean(0, 600))
  })
})

describe('refuses what is no room', () => {
  const drive: Drive = { flow: 0.5, near: 1, far: 0, supply: 0 }
  it.each([
    [{ ...ROOM, volume: 0 }, drive, /volume/],
    [{ ...ROOM, volume: -3 }, drive, /volume/],
    [ROOM, { ...drive, flow: 0 }, /air flow/],
    [{ ...ROOM, mixing: 0.5 }, drive, /mixing/],
    [{ ...ROOM, near: { radius: 5, airSpeed: 0.1 } }, drive, /near field/],
    [{ ...ROOM, volume: 0.4 }, drive, /fill the room/],
  ] as const)('%#', (room, wrong, says) => {
    expect(() => steady(room, wrong)).toThrow(says)
  })
  it('25 hours', () =>
    expect(() => shiftAir(ROOM, [{ ...drive, seconds: 25 * 3600 }], { near: 0, far: 0 })).toThrow(
      /24 hours/,
    ))
  it('no stretch, or one of no length', () => {
    expect(() => shiftAir(ROOM, [], { near: 0, far: 0 })).toThrow(RangeError)
    expect(() => shiftAir(ROOM, [{ ...drive, seconds: 0 }], { near: 0, far: 0 })).toThrow(
      RangeError,
    )
  })
})

describe('what must always hold', () => {
  const positive = (max: number): fc.Arbitrary<number> => fc.double({ min: 0.02, max, noNaN: true })
  const stretch = fc.record({
    seconds: fc.integer({ min: 30, max: 7200 }),
    flow: positive(5),
    near: fc.double({ min: 0, max: 5, noNaN: true }),
    far: fc.double({ min: 0, max: 5, noNaN: true }),
    supply: fc.constant(0),
  })
  const room = fc.record({
    volume: fc.double({ min: 20, max: 5000, noNaN: true }),
    mixing: fc.double({ min: 1, max: 10, noNaN: true }),
    near: fc.record({
      radius: fc.double({ min: 0.3, max: 1, noNaN: true }),
      airSpeed: fc.double({ min: 0.05, max: 0.3, noNaN: true }),
    }),
  })
  const clean = { near: 0, far: 0 }
  const moments = [0.001, 0.1, 0.37, 0.8, 1]

  it('never negative, and the near field never below the far field', () => {
    fc.assert(
      fc.property(room, fc.array(stretch, { minLength: 1, maxLength: 5 }), (of, stretches) => {
        const shift = shiftAir(of, stretches, clean)
        for (const part of moments) {
          const air = shift.at(part * shift.length)
          expect(air.far).toBeGreaterThanOrEqual(-1e-12)
          // Without a source near the person the room reaches the near field late, by seconds.
          if (stretches.every((entry) => entry.far === 0))
            expect(air.near).toBeGreaterThanOrEqual(air.far * (1 - 1e-9) - 1e-12)
        }
        for (const drive of stretches)
          expect(steady(of, drive).near).toBeGreaterThanOrEqual(steady(of, drive).far)
      }),
      { numRuns: 60 },
    )
  })
  it('more flow never raises the far field; worse mixing never lowers it', () => {
    fc.assert(
      fc.property(room, stretch, fc.double({ min: 1, max: 8, noNaN: true }), (of, drive, more) => {
        const far = (r: Room, flow: number): number[] => {
          const shift = shiftAir(r, [{ ...drive, flow }], clean)
          return moments.map((part) => shift.at(part * shift.length).far)
        }
        const base = far(of, drive.flow)
        far(of, drive.flow * more).forEach((value, i) =>
          expect(value).toBeLessThanOrEqual(base[i]! * (1 + 1e-9) + 1e-12),
        )
        far({ ...of, mixing: Math.min(10, of.mixing * more) }, drive.flow).forEach((value, i) =>
          expect(value).toBeGreaterThanOrEqual(base[i]! * (1 - 1e-9) - 1e-12),
        )
      }),
      { numRuns: 60 },
    )
  })
})

describe('bounds of a room', () => {
  const room = { volume: 100, mixing: 1, near: { radius: 0.5, airSpeed: 0.2 } }
  const drive = { flow: 0.5, near: 1, far: 1, supply: 0 }
  it.each([
    [{ near: { radius: 0.5, airSpeed: 0.009 } }, 'Random air speed'],
    [{ near: { radius: 0.5, airSpeed: 1.01 } }, 'Random air speed'],
    [{ near: { radius: 0.09, airSpeed: 0.2 } }, 'The near field reaches'],
    [{ near: { radius: 2.01, airSpeed: 0.2 } }, 'The near field reaches'],
    [{ volume: (2 / 3) * Math.PI * 0.125 }, 'would fill the room'],
    [{ volume: Number.NaN }, 'volume must be more than zero'],
    [{ mixing: 0.9 }, 'mixing factor'],
    [{ mixing: 10.1 }, 'mixing factor'],
  ] as const)('%j: %s', (change, says) => {
    expect(() => steady({ ...room, ...change }, drive)).toThrow(says)
  })
  it('takes the ends themselves', () => {
    for (const airSpeed of [0.01, 1])
      expect(steady({ ...room, near: { radius: 0.5, airSpeed } }, drive).near).toBeGreaterThan(0)
    for (const radius of [0.1, 2])
      expect(steady({ ...room, near: { radius, airSpeed: 0.2 } }, drive).near).toBeGreaterThan(0)
  })
})
