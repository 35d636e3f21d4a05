import type { Plan, Point } from '../plan/plan'
import { outline } from '../plan/svg'
import type { InReach, WorkPoint } from './reach-map'

/** Size of the drawing, mm on paper. */
const SIDE = 84
/** Of the ring of the sweep so much is left free around it, share. */
const AROUND = 1.12
const MARK = 2.1

/**
 * The plan around some work, black on white: the ring of the sweep, where sparks come to lie, and what is in reach by its number in a list.
 * @param plan with the floor of the work
 * @param reach of the sweep, m; @param far of nineteen of twenty sparks, m; null: not reckoned
 * @returns SVG, square
 */
export function reachSvg(
  plan: Plan,
  work: WorkPoint,
  { reach, far, items }: { reach: number; far: number | null; items: readonly InReach[] },
): string {
  const half = AROUND * Math.max(reach, far ?? 0)
  const mm = SIDE / (2 * half)
  const onPage = ({ x, y }: Point): Point => ({
    x: SIDE / 2 + (x - work.x) * mm,
    y: SIDE / 2 - (y - work.y) * mm,
  })
  const inList = new Set(items.map(({ thing }) => thing))
  const lines = plan.things
    .filter(({ floor, id }) => floor === work.floor || inList.has(id))
    .map((thing) => outline(thing, onPage))
  const ring = (metres: number, dashes: string): string =>
    `<circle cx="${SIDE / 2}" cy="${SIDE / 2}" r="${(metres * mm).toFixed(2)}" stroke-dasharray="${dashes}" stroke-width="0.4"/>`
  const marks = items
    .filter(({ metres }) => metres > 0)
    .map(({ at }, i) => numbered(onPage(at), String(i + 1)))
  const { x, y } = { x: SIDE / 2, y: SIDE / 2 }
  const cross = `<path d="M${x - 2} ${y}H${x + 2}M${x} ${y - 2}V${y + 2}" stroke-width="0.8"/>`
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}mm" height="${SIDE}mm" viewBox="0 0 ${SIDE} ${SIDE}">`,
    `<defs><clipPath id="page"><rect width="${SIDE}" height="${SIDE}"/></clipPath></defs>`,
    `<g clip-path="url(#page)" fill="none" stroke="#000" stroke-width="0.25">`,
    ...lines,
    ring(reach, '2 1.2'),
    ...(far === null || far === 0 ? [] : [ring(far, '0.5 0.8')]),
    cross,
    ...marks,
    `<rect width="${SIDE}" height="${SIDE}" stroke-width="0.5"/>`,
    '</g></svg>',
  ].join('')
}

const numbered = ({ x, y }: Point, says: string): string =>
  `<circle cx="${x.toFixed(2)}" cy="${y.toFixed(2)}" r="${MARK}" fill="#fff"/>` +
  `<text x="${x.toFixed(2)}" y="${(y + 0.9).toFixed(2)}" font-family="Roboto" font-size="2.6" text-anchor="middle" fill="#000" stroke="none">${says}</text>`
