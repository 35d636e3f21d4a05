import type { Equipment } from '../judge/equipment'
import type { Point, Shape, Thing } from '../plan'

/** What is known of a thing; null: nobody told, or it is not known to be ready. */
export interface KnownOfThing {
  extinguishes: ReturnType<Equipment['extinguishers']['get']> | null
  isEyewash: boolean
  isCurtain: boolean
  burns: ReturnType<Equipment['burns']['get']> | null
  stored: ReturnType<Equipment['stored']['get']> | null
}

/** Without the names of its fields: they would be more than half of the text, and almost half of the time to read it. */
type Line = [
  id: Thing['id'],
  kind: Thing['kind'],
  floor: Thing['floor'],
  name: Thing['name'],
  of: Thing['of'],
  outline: Shape['type'],
  figures: number[],
  facts: Thing['facts'],
  known: KnownOfThing | null,
]

/** Everything that is told of one thing, as text: what has the same line is the same. */
export function lineOf(thing: Thing, equipment: Equipment): string {
  const { id, kind, floor, name, of, shape, facts } = thing
  const line: Line = [
    id,
    kind,
    floor,
    name,
    of,
    shape.type,
    figuresOf(shape),
    facts,
    knownOf(id, equipment),
  ]
  return JSON.stringify(line)
}

/** The id of the thing that a line is about. Of an id that JSON writes otherwise, as with a quote in it, another is told. */
export const idIn = (line: string): string => line.slice(2, line.indexOf('"', 2))

/** @param line as of `lineOf` */
export function readLine(line: string): { thing: Thing; known: KnownOfThing | null } {
  const [id, kind, floor, name, of, outline, figures, facts, known] = JSON.parse(line) as Line
  return { thing: { id, kind, floor, name, shape: shapeOf(outline, figures), facts, of }, known }
}

/** @returns null: nothing is known of it */
export function knownOf(id: string, equipment: Equipment): KnownOfThing | null {
  const known = {
    extinguishes: equipment.extinguishers.get(id) ?? null,
    isEyewash: equipment.eyewash.has(id),
    isCurtain: equipment.curtains.has(id),
    burns: equipment.burns.get(id) ?? null,
    stored: equipment.stored.get(id) ?? null,
  }
  return Object.values(known).some(Boolean) ? known : null
}

/** Of a box its middle, where its front looks, its width and depth; of others x and y of each point. */
function figuresOf(shape: Shape): number[] {
  if (shape.type !== 'box') return shape.points.flatMap(({ x, y }) => [x, y])
  const { at, angle, width, depth } = shape
  return [at.x, at.y, angle, width, depth]
}

function shapeOf(type: Shape['type'], figures: readonly number[]): Shape {
  if (type !== 'box') return { type, points: pointsOf(figures) }
  const [x, y, angle, width, depth] = figures as [number, number, number, number, number]
  return { type, at: { x, y }, angle, width, depth }
}

function pointsOf(figures: readonly number[]): Point[] {
  const points: Point[] = []
  for (let i = 0; i < figures.length; i += 2) points.push({ x: figures[i]!, y: figures[i + 1]! })
  return points
}
