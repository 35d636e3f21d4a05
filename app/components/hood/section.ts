/** Height of the plume section in its own units; its width follows the screen. */
export const HEIGHT = 440
export type Handle = 'hood' | 'head' | 'arc' | 'damper'

/** What the picture shows, m: the same scale both ways. */
const TOP = 1.05
const BOTTOM = -0.22
const FLOOR_ROOM = 40

export interface Drawing {
  width: number
  /** Units per m. */
  scale: number
  left: number
  right: number
  top: number
  bottom: number
  x: (metres: number) => number
  y: (metres: number) => number
  metresX: (units: number) => number
  metresY: (units: number) => number
  damper: { x: number; width: number }
}

/** Places of things in a picture of a width. */
export function drawing(width: number): Drawing {
  const scale = (HEIGHT - FLOOR_ROOM) / (TOP - BOTTOM)
  const middle = width / 2
  const x = (metres: number): number => middle + metres * scale
  const y = (metres: number): number => (TOP - metres) * scale
  return {
    width,
    scale,
    left: -middle / scale + 0.1,
    right: middle / scale - 0.1,
    top: TOP - 0.1,
    bottom: BOTTOM + 0.1,
    x,
    y,
    metresX: (units) => (units - middle) / scale,
    metresY: (units) => TOP - units / scale,
    damper: { x: 20, width: Math.min(160, width / 3) },
  }
}
