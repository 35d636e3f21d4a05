import type { Finding } from '../../finding/finding'
import { published } from '../../finding/source'
import { gathered } from '../gathered'
import { boundsOf, nearOf, thingsNear } from '../near'
import { onFloor, type Plan, type Point, type Thing } from '../plan'
import { shortestTo } from '../segment'
import { apart, contains, cornersOf, middleOf, pointAt, type Segment } from '../shape'
import { wallsOf } from '../walls'
import type { DrawnFinding } from './drawn'
import type { Equipment } from './equipment'
import { looksOver } from './look'
import { namesOf, says } from './says'

const BOOTH_FINISH = published('OSHA 29 CFR 1910.252(b)(2)(iii)')

/** A wall nearer than this throws the arc back at whoever welds, m. Common practice. */
export const THROWS_BACK = 3

/**
 * Whether the walls around a station throw the arc back: rays from a light wall reach the back of the head and the neck.
 * Of a room the walls count for whoever stands in it; what a ready curtain hides does not.
 * @param isAsked which stations are judged
 */
export function judgeFinishes(
  plan: Plan,
  { curtains }: Pick<Equipment, 'curtains'>,
  isAsked: (station: Thing) => boolean = () => true,
): DrawnFinding[] {
  return gathered(plan.floors, ({ id: floor }) => {
    const near = nearOf(wallsOf(plan, floor, 'eyes'), ({ segment }) => boundsOf(segment))
    const looks = looksOver(plan, floor, curtains)
    const roomsNear = thingsNear(onFloor(plan, floor, 'room'))
    const stations = onFloor(plan, floor, 'station').filter(isAsked)
    return gathered(stations, (station) => {
      const middle = middleOf(station.shape)
      const own = new Set(roomsNear(station, 0).filter(({ shape }) => contains(shape, middle)))
      const around = near(cornersOf(station.shape), THROWS_BACK)
      const view = looks.sight.from(middle)
      const found = gathered(around, ({ segment, of }): NearWall[] => {
        if (of.kind === 'room' && !own.has(of)) return []
        const way = shortestTo(segment, station.shape)
        if (apart(...way) > THROWS_BACK) return []
        if (looks.inView(view, middle, justBefore(middle, way[1])) === 'closed') return []
        return [{ of, way, finish: of.facts.finish ?? null }]
      })
      return found.length > 0 ? [judgeStation(station, found)] : []
    })
  })
}

/** A point at the face of a wall, so that the wall itself does not hide it. */
const justBefore = (from: Point, to: Point): Point =>
  pointAt([from, to], 1 - Math.min(1, FACE / Math.max(FACE, apart(from, to))))
/** m */
const FACE = 0.05

interface NearWall {
  of: Thing
  way: Segment
  finish: Thing['facts'][string]
}

function judgeStation(station: Thing, walls: readonly NearWall[]): DrawnFinding {
  const light = walls.filter(({ finish }) => finish === 'light')
  const untold = walls.filter(({ finish }) => finish !== 'light' && finish !== 'dark')
  const finding = (answer: Pick<Finding, 'level' | 'sentence' | 'remedy'>): Finding => ({
    code: 'plan.finish',
    step: 'eyes',
    ...answer,
    reasons: [
      {
        rule: 'Walls around an arc have a finish that throws little back',
        source: BOOTH_FINISH,
        inputs: { place: station.name, within: { amount: THROWS_BACK, unit: 'm' } },
      },
    ],
  })
  const about = [light, untold, walls].find((some) => some.length > 0)!
  const others = [...new Set(about.map(({ of }) => of))]
  const drawn = { others, lines: about.map(({ way }) => way) }
  if (light.length > 0)
    return says(
      station,
      finding({
        level: 'caution',
        sentence: `${station.name}: the wall of ${namesOf(others)} is light and throws the arc back.`,
        remedy: 'Paint it matt and dark, or hang a curtain before it; cover neck and head.',
      }),
      drawn,
    )
  if (untold.length > 0)
    return says(
      station,
      finding({
        level: 'unknown',
        sentence: `${station.name}: how the wall of ${namesOf(others)} is painted is not told.`,
        remedy: 'Look, and enter its finish.',
      }),
      drawn,
    )
  return says(
    station,
    finding({
      level: 'clear',
      sentence: `${station.name}: the walls around it are matt and dark.`,
    }),
    drawn,
  )
}
