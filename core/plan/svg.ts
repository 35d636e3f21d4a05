import { PLAN_KINDS } from './kinds.table'
import type { Plan, Point, Thing } from './plan'
import { cornersOf, extentOf, middleOf } from './shape'

/** Words on a drawing: where their baseline begins, is in the middle or ends, and how high they are; mm. */
export interface Lettering {
  at: Point
  says: string
  size: number
  anchor: 'middle' | 'end' | 'start'
}

/** A drawing of one floor, to be printed to scale. */
export interface Drawing {
  /** Everything. */
  svg: string
  /** Its lines alone, for a printer that letters by itself. */
  lines: string
  lettering: readonly Lettering[]
  /** Of the page, mm. */
  width: number
  height: number
}

/** Left free around the drawing, and below it for its title, mm. */
const MARGIN = 12
const TITLE = 14

/** Lines by what they are, mm on paper. */
const STROKE: Readonly<Partial<Record<Thing['kind'], string>>> = {
  room: 'stroke-width="0.7"',
  wall: 'stroke-width="0.7"',
  door: 'stroke="#fff" stroke-width="1.1"',
  hatch: 'stroke="#fff" stroke-width="1.1"',
  window: 'stroke="#fff" stroke-width="0.35"',
  duct: 'stroke="#fff" stroke-width="0.35"',
  curtain: 'stroke-dasharray="0.6 1"',
  gasStore: 'stroke-dasharray="2 1"',
  sprinklers: 'stroke-dasharray="0.4 1.6"',
  hotWorkArea: 'stroke-dasharray="3 0.8 0.6 0.8"',
  walkway: 'stroke="#999" stroke-dasharray="4 2"',
}
const LAST: readonly Thing['kind'][] = ['window', 'duct', 'door', 'hatch']

/**
 * Draw a floor to scale, black on white, with names, a bar and a title.
 * @param scale of so many: 100 means that a metre is a centimetre
 * @returns null where nothing is drawn on the floor
 */
export function toSvg(plan: Plan, floor: string, scale: number, title: string): Drawing | null {
  const things = plan.things.filter((thing) => thing.floor === floor)
  if (things.length === 0) return null
  const mm = 1000 / scale
  const { west, east, south, north } = extentOf(...things.map(({ shape }) => shape))
  const width = (east - west) * mm + 2 * MARGIN
  const height = (north - south) * mm + 2 * MARGIN + TITLE
  const onPage = ({ x, y }: Point): Point => ({
    x: MARGIN + (x - west) * mm,
    y: MARGIN + (north - y) * mm,
  })
  const ordered = [...things].sort((a, b) => LAST.indexOf(a.kind) - LAST.indexOf(b.kind))
  const metres = [1, 2, 5, 10, 20, 50].find((length) => length * mm >= 20) ?? 100
  const lines = [...ordered.map((thing) => outline(thing, onPage)), bar(metres * mm, height)]
  const lettering: Lettering[] = [
    ...things.flatMap((thing) => name(thing, onPage)),
    { at: { x: MARGIN, y: height - 3.6 }, says: `${metres} m`, size: 2.6, anchor: 'start' },
    {
      at: { x: width - MARGIN, y: height - 6 },
      says: `${title}, 1 : ${scale}`,
      size: 3.2,
      anchor: 'end',
    },
  ]
  const page = (body: readonly string[]): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="${mmOf(width)}mm" height="${mmOf(height)}mm" viewBox="0 0 ${mmOf(width)} ${mmOf(height)}"><rect width="100%" height="100%" fill="#fff"/><g fill="none" stroke="#000" stroke-width="0.25">${body.join('')}</g></svg>`
  return {
    svg: page([...lines, ...lettering.map(text)]),
    lines: page(lines),
    lettering,
    width,
    height,
  }
}

const mmOf = (value: number): string => String(Math.round(value * 1000) / 1000)

/** One thing of a plan as SVG. @param onPage where a point of the plan lies on paper */
export function outline({ kind, shape }: Thing, onPage: (p: Point) => Point): string {
  const points = cornersOf(shape).map((corner) => {
    const { x, y } = onPage(corner)
    return `${mmOf(x)},${mmOf(y)}`
  })
  const element = shape.type === 'line' ? 'polyline' : 'polygon'
  return `<${element} points="${points.join(' ')}" ${STROKE[kind] ?? ''}/>`
}

/** Openings and walls are known by their lines. */
const NAMELESS: readonly Thing['kind'][] = ['door', 'window', 'hatch', 'duct', 'wall', 'curtain']

/** What has a name of its own says it; what hangs on a wall says what it is. */
function name({ kind, name: own, shape }: Thing, onPage: (p: Point) => Point): Lettering[] {
  if (NAMELESS.includes(kind)) return []
  const { x, y } = onPage(middleOf(shape))
  const says = own || PLAN_KINDS[kind].name
  return [{ at: { x, y: y + 0.8 }, says, size: 2.2, anchor: 'middle' }]
}

const text = ({ at, says, size, anchor }: Lettering): string =>
  `<text x="${mmOf(at.x)}" y="${mmOf(at.y)}" font-family="sans-serif" font-size="${size}" text-anchor="${anchor}" fill="#000" stroke="none">${escaped(says)}</text>`

const escaped = (says: string): string =>
  says
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')

/** A bar of some millimetres at the foot of the page. */
function bar(length: number, height: number): string {
  const [x, y] = [MARGIN, height - 7]
  return `<path d="M${x} ${mmOf(y - 2)}V${mmOf(y)}H${mmOf(x + length)}V${mmOf(y - 2)}"/>`
}
