import { published, type Source } from '../finding/source'

/** A room with one near field, or none. Volume m3; near field: radius of the hemisphere round the arc m, random air speed m/s. */
export interface Room {
  volume: number
  /** K, 1 perfect to 10. */ mixing: number
  near: { radius: number; airSpeed: number } | null
}
/** What holds between two switches: flow m3/s, emission mg/s near the person and elsewhere, concentration of the air that comes in mg/m3. */
export interface Drive {
  flow: number
  near: number
  far: number
  supply: number
}
/** mg/m3. Without a near field both are the same. */
export interface Air {
  near: number
  far: number
}

export const ZONES_SOURCE: Source = published(
  'Well-mixed room, V dC/dt = G - (Q/K) C; two zones after Nicas (1996), beta = FSA s / 2, FSA = 2 pi r2',
)

/** @throws RangeError with a sentence for people when the room or its flow cannot be reckoned with */
function requireRoom(room: Room): void {
  if (!(room.volume > 0)) throw new RangeError('The room volume must be more than zero.')
  if (!(room.mixing >= 1 && room.mixing <= 10))
    throw new RangeError('The mixing factor runs from 1 to 10.')
  if (!room.near) return
  if (!(room.near.radius >= 0.1 && room.near.radius <= 2))
    throw new RangeError('The near field reaches from 0.1 to 2 m.')
  if (!(room.near.airSpeed >= 0.01 && room.near.airSpeed <= 1))
    throw new RangeError('Random air speed runs from 0.01 to 1 m/s.')
  if ((2 / 3) * Math.PI * room.near.radius ** 3 >= room.volume)
    throw new RangeError('The near field would fill the room: take the well-mixed model.')
}
function requireFlow(flow: number): void {
  if (!(flow > 0))
    throw new RangeError(
      'There is no answer without air flow: enter what leaks in and out, at least.',
    )
}

/** Exchange between near and far field, m3/s. Source: Nicas 1996, beta = FSA s / 2 with FSA = 2 pi r2. */
export const exchange = (near: NonNullable<Room['near']>): number =>
  Math.PI * near.radius ** 2 * near.airSpeed

/** Steady concentrations. @throws RangeError without flow or for an impossible room. Source: far = supply + G K / Q, near = far + G near / beta. */
export function steady(room: Room, drive: Drive): Air {
  requireRoom(room)
  requireFlow(drive.flow)
  const far = drive.supply + ((drive.near + drive.far) * room.mixing) / drive.flow
  return { far, near: room.near ? far + drive.near / exchange(room.near) : far }
}

/** A solution that can be asked at any time t (s) since the last switch: concentrations, and their integrals from the switch on (mg s/m3). */
export interface Course {
  at: (t: number) => Air
  sum: (t: number) => Air
  end: Air
}

/**
 * Closed form between two switches, from any start.
 * Well mixed: one exponential. Two zones: two eigenvalues of the exchange matrix.
 * @throws RangeError without flow or for an impossible room
 * Source: Nicas 1996; the matrix exponential by Sylvester's formula.
 */
export function course(room: Room, drive: Drive, start: Air): Course {
  const end = steady(room, drive)
  const q = drive.flow / room.mixing / room.volume
  if (!room.near) {
    const off = start.far - end.far
    const level = (t: number): number => end.far + off * Math.exp(-q * t)
    const total = (t: number): number => end.far * t - (off * Math.expm1(-q * t)) / q
    return { at: (t) => both(level(t)), sum: (t) => both(total(t)), end }
  }
  const beta = exchange(room.near)
  const nearVolume = (2 / 3) * Math.PI * room.near.radius ** 3
  const a = beta / nearVolume
  const b = beta / (room.volume - nearVolume)
  const out = drive.flow / room.mixing / (room.volume - nearVolume)
  // Both eigenvalues are real and negative; the smaller from the product, so that it keeps its digits.
  const fast = -(a + b + out + Math.sqrt((a + b + out) ** 2 - 4 * a * out)) / 2
  const slow = (a * out) / fast
  const offNear = start.near - end.near
  const offFar = start.far - end.far
  // (A - slow I) x and (A - fast I) x for the start's distance x from steady.
  const tilt = (lambda: number): Air => ({
    near: (-a - lambda) * offNear + a * offFar,
    far: b * offNear + (-b - out - lambda) * offFar,
  })
  const ofFast = tilt(slow)
  const ofSlow = tilt(fast)
  const gap = fast - slow
  const blend = (f: number, s: number): Air => ({
    near: (f * ofFast.near - s * ofSlow.near) / gap,
    far: (f * ofFast.far - s * ofSlow.far) / gap,
  })
  return {
    at: (t) => {
      const x = blend(Math.exp(fast * t), Math.exp(slow * t))
      return { near: end.near + x.near, far: end.far + x.far }
    },
    sum: (t) => {
      const x = blend(Math.expm1(fast * t) / fast, Math.expm1(slow * t) / slow)
      return { near: end.near * t + x.near, far: end.far * t + x.far }
    },
    end,
  }
}

const both = (x: number): Air => ({ near: x, far: x })
