import { plumeAt } from '#core/hood/plume'
import type { Section, SectionAnswer } from '#core/hood/section'

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

const ROWS = 24
/** The plume is drawn from just over the arc, m. */
const FOOT = 0.02

/** Outline of the plume, leaning with the draft, from the arc up to the top of the picture or into a hood that holds it. */
export function plumeOutline(
  section: Section,
  answer: SectionAnswer,
  view: Drawing,
): string | null {
  const heat = answer.plume?.heat
  if (!heat) return null
  const { draft, hood } = section
  const held = answer.mechanism !== 'neither'
  const top = held && hood.y > 0.05 ? hood.y : view.top
  const rows = Array.from({ length: ROWS }, (_, i) => {
    const z = FOOT + ((top - FOOT) * i) / (ROWS - 1)
    const { drift, radius } = plumeAt(heat, z, Math.abs(draft))
    const lean = Math.sign(draft) * drift
    // Where the hood holds it by air speed, the fume is drawn to the hood as it rises.
    const drawn = held && answer.mechanism !== 'receiving'
    const x = drawn ? lean + (hood.x - lean) * (z / top) ** 2 : lean
    return { left: x - radius, right: x + radius, z }
  })
  const point = (x: number, z: number): string => `${view.x(x).toFixed(1)} ${view.y(z).toFixed(1)}`
  const up = rows.map((row) => point(row.left, row.z))
  const down = rows.toReversed().map((row) => point(row.right, row.z))
  return `M${[...up, ...down].join('L')}Z`
}

/** The hood in its own frame, its face on the x axis: body, flange and the blade of the damper. */
export function hoodPaths({ opening, duct, damper, shape }: Section, scale: number) {
  const [face, neck] = [(opening / 2) * scale, (duct / 2) * scale]
  return {
    body: `M${-face} 0H${face}L${neck} -42V-74H${-neck}V-42Z`,
    flange: shape.startsWith('flanged') ? `M${-face - 20} 0H${face + 20}` : null,
    blade: `M${-neck} -58L${neck} ${-58 - 2 * neck * damper}`,
  }
}

/** Head and visor, drawn to scale around the middle of the head. */
export function headPaths(scale: number): { head: string; visor: string } {
  const at = (metres: number): number => metres * scale
  return {
    head: `M${at(-0.11)} ${at(0.02)}a${at(0.11)} ${at(0.13)} 0 1 1 ${at(0.22)} 0l${at(-0.02)} ${at(0.13)}h${at(-0.14)}Z`,
    visor: `M${at(0.02)} ${at(-0.02)}h${at(0.09)}v${at(0.05)}h${at(-0.09)}Z`,
  }
}

/** An arrow at the edge the draft comes from, pointing where it blows. */
export function draftArrow(draft: number, width: number) {
  const way = Math.sign(draft)
  return {
    x: way > 0 ? 24 : width - 24,
    path: `M0 0h${54 * way}m${-12 * way} -8l${12 * way} 8l${-12 * way} 8`,
    anchor: way > 0 ? ('start' as const) : ('end' as const),
  }
}
