import { published, type Source } from '../finding/source'

export const HOOD_SHAPES = ['plain', 'flanged', 'slot', 'flanged_slot'] as const
export type HoodShape = (typeof HOOD_SHAPES)[number]
export const HOOD_SHAPE_NAME: Record<HoodShape, string> = {
  plain: 'Plain opening',
  flanged: 'Flanged opening',
  slot: 'Slot',
  flanged_slot: 'Flanged slot',
}

/** A hood opening. Area m2; length of a slot m. */
export interface Opening {
  shape: HoodShape
  area: number
  length: number
}

export const VELOCITY_SOURCE: Source = published(
  'Dalla Valle, V = Q / (10 X2 + A), flanged V = Q / 0.75 (10 X2 + A); slots Q = 3.7 L V X, flanged 2.6 (ACGIH industrial ventilation)',
)

/** A slot is at most so wide for its length; wider ones are open hoods. Source: ACGIH industrial ventilation, recalled. */
const MOST_SLOT = 0.2
const TOO_WIDE = 'A slot is at most a fifth as wide as it is long; a wider one is an open hood.'
const isTooWide = (area: number, length: number): boolean =>
  area > MOST_SLOT * length ** 2 * (1 + 1e-9)
/** A flange keeps the air behind the hood out: a quarter less flow. */
const flangeOf = (shape: HoodShape): number => (shape.startsWith('flanged') ? 0.75 : 1)

const SLOT: Partial<Record<HoodShape, number>> = { slot: 3.7, flanged_slot: 2.6 }

/**
 * Air speed on the axis of a hood at a distance, m/s. Beside the axis it is less.
 * @param flow m3/s, @param distance m from the face
 * A slot is a line near by and an open hood far off, where the line would flatter it: the slower of the two counts.
 * @throws RangeError for a flow or distance that is negative, an opening that is not positive, a slot wider than a fifth of its length; nearer than its width a slot keeps the speed at that distance
 * Source: Dalla Valle; ACGIH slots.
 */
export function velocityAt(opening: Opening, flow: number, distance: number): number {
  check(opening, flow)
  if (!(distance >= 0)) throw new RangeError('The distance cannot be negative.')
  const open = flow / (flangeOf(opening.shape) * (10 * distance ** 2 + opening.area))
  const factor = SLOT[opening.shape]
  if (factor === undefined) return open
  const width = opening.area / opening.length
  return Math.min(open, flow / (factor * opening.length * Math.max(distance, width)))
}

/**
 * Farthest distance at which a hood still gives an air speed, m. @returns null when even its face is slower
 * @throws RangeError as `velocityAt`, and for a speed that is not positive
 */
export function reach(opening: Opening, flow: number, speed: number): number | null {
  check(opening, flow)
  if (!(speed > 0)) throw new RangeError('The air speed must be more than zero.')
  const square = (flow / speed / flangeOf(opening.shape) - opening.area) / 10
  if (square < 0) return null
  const open = Math.sqrt(square)
  const factor = SLOT[opening.shape]
  if (factor === undefined) return open
  const distance = Math.min(open, flow / (factor * opening.length * speed))
  return distance < opening.area / opening.length ? null : distance
}

/** Flow for an air speed at a distance, m3/s. @throws RangeError as `velocityAt` */
export const flowFor = (opening: Opening, speed: number, distance: number): number =>
  speed / velocityAt(opening, 1, distance)

/** Air speed in a round duct, m/s. @throws RangeError for a diameter that is not positive */
export function ductVelocity(flow: number, diameter: number): number {
  if (!(diameter > 0)) throw new RangeError('The duct must be wider than zero.')
  return flow / ((Math.PI / 4) * diameter ** 2)
}

export const roundOpening = (shape: HoodShape, diameter: number): Opening => ({
  shape,
  area: (Math.PI / 4) * diameter ** 2,
  length: diameter,
})

/** Why a slot of these sizes has no answer, for its width; null when it has one, and for open hoods. m. */
export function faultOfSlot(shape: HoodShape, length: number, width: number | null): string | null {
  if (!isSlot(shape)) return null
  if (width === null) return 'Enter the width of the slot.'
  return isTooWide(length * width, length) ? TOO_WIDE : null
}

/** A slot of a length and a width, m. @throws RangeError while its width is not told */
export function slotOpening(shape: HoodShape, length: number, width: number | null): Opening {
  if (width === null) throw new RangeError('Enter the width of the slot.')
  return { shape, area: length * width, length }
}

export const isSlot = (shape: HoodShape): boolean => SLOT[shape] !== undefined

function check(opening: Opening, flow: number): void {
  if (!(opening.area > 0 && opening.length > 0))
    throw new RangeError('The opening must be larger than zero.')
  if (isSlot(opening.shape) && isTooWide(opening.area, opening.length))
    throw new RangeError(TOO_WIDE)
  if (!(flow >= 0)) throw new RangeError('The flow cannot be negative.')
}
