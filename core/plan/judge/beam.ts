import type { Finding, Input } from '../../finding/finding'
import { COMMON_PRACTICE, published } from '../../finding/source'
import { laserHazard, type LaserHazard } from '../../laser/hazard'
import { NO_ENCLOSURES } from '../enclosure'
import { onFloor, type Plan, type Point, type Thing } from '../plan'
import { along, apart, cornersOf, middleOf, segmentsOf, type Segment } from '../shape'
import { figureOf, wallsOf } from '../walls'
import type { DrawnFinding } from './drawn'
import { arcsOf, isHighEnough, Looks, type Closing, type Look } from './look'
import { peopleAt } from './people'
import { namesOf, says } from './says'

const CELL = published('ANSI Z136.1, nominal hazard zone')

/** So long somebody is taken to look into a beam that nobody sees, s. */
const EXPOSURE = 10
/** Reflections off the work go ahead of the torch; this far to either side of where it points, degrees. Common practice. */
const REFLECTED = 45
/** Who may stand in the beam. */
const PEOPLE: readonly Thing['kind'][] = ['station', 'desk', 'walkway', 'exit', 'meetingPoint']
/** Walls of these end no beam. */
const LETS_THROUGH = ['glass', 'mesh']

/** Stations where a hand-held laser welds: whether its cell ends the beam before anybody, and cylinders ahead of it. */
export function judgeBeams(plan: Plan): DrawnFinding[] {
  return plan.things
    .filter(({ kind, facts }) => kind === 'station' && facts.laser === true)
    .flatMap((station) => judgeBeam(plan, station))
}

function judgeBeam(plan: Plan, station: Thing): DrawnFinding[] {
  const hazard = hazardAt(station)
  if (typeof hazard === 'string')
    return [
      says(station, {
        code: 'plan.laser',
        step: 'eyes',
        level: 'unknown',
        sentence: `${station.name}: how far the beam reaches is not known, because ${hazard}`,
        remedy: 'Enter power, wavelength and divergence of the laser; the beam stays off.',
        reasons: [{ rule: CELL_RULE, source: CELL, inputs: { place: station.name } }],
      }),
    ]
  const looks = new Looks(endsOfBeam(plan, station.floor))
  return [judgeCell(plan, station, hazard, looks), ...judgeCylinders(plan, station, hazard, looks)]
}

const CELL_RULE = 'Nobody is in line with the beam within its hazard distance; the cell ends it'

/** What is told of the laser, in the units of the formula. */
function hazardAt({ facts }: Thing): LaserHazard | string {
  const [power, wavelength, divergence] = [facts.power, facts.wavelength, facts.divergence].map(
    figureOf,
  )
  if (power == null || wavelength == null || divergence == null)
    return 'power, wavelength and divergence are not given.'
  return laserHazard({ power, wavelength, divergence, exposure: EXPOSURE })
}

/** What ends a beam: walls that let no light through, and openings that are closed to it. */
function endsOfBeam(plan: Plan, floor: string): Closing {
  const walls = wallsOf(plan, floor, 'eyes').map(({ segment, of, material }) => {
    const isSolid = material === null ? null : !LETS_THROUGH.includes(material)
    return { segment, ends: bothOf(isSolid, isHighEnough(of)) }
  })
  const openings = onFloor(plan, floor, 'door', 'window', 'hatch').flatMap(({ shape, facts }) => {
    const ends = typeof facts.beamTight === 'boolean' ? facts.beamTight : null
    return segmentsOf(shape).map((segment) => ({ segment, ends }))
  })
  const those = (wanted: boolean | null): Segment[] =>
    [...walls, ...openings].flatMap(({ segment, ends }) => (ends === wanted ? [segment] : []))
  return { surely: those(true), perhaps: those(null), rooms: NO_ENCLOSURES }
}

/** Both hold, one of them does not, or it is not known. */
function bothOf(one: boolean | null, other: boolean | null): boolean | null {
  if (one === false || other === false) return false
  return one === null || other === null ? null : true
}

function judgeCell(plan: Plan, station: Thing, hazard: LaserHazard, looks: Looks): DrawnFinding {
  const arcs = arcsOf(station)
  const inLine = onFloor(plan, station.floor, ...PEOPLE)
    .filter(({ id }) => id !== station.id)
    .flatMap((place) => {
      const people = peopleAt(place).filter((p) => apart(p, arcs[0]!) <= hazard.eyeDistance)
      return people.length > 0 ? [{ place, ...looks.mostOpen(arcs, people) }] : []
    })
  const that = (wanted: Look): typeof inLine => inLine.filter((one) => one.look === wanted)
  const about = that('open').length > 0 ? that('open') : that('untold')
  const allRound = looks.mostOpen(arcs, ringAround(arcs[0]!, hazard.eyeDistance))
  const others = about.map(({ place }) => place)
  const finding = (answer: Pick<Finding, 'level' | 'sentence' | 'remedy'>): Finding => ({
    code: 'plan.laser',
    step: 'eyes',
    value: { amount: hazard.eyeDistance, unit: 'm' },
    ...answer,
    reasons: [{ rule: CELL_RULE, source: CELL, inputs: inputsOf(station, hazard) }],
  })
  const drawn = { others, lines: about.map(({ line }) => line) }
  if (that('open').length > 0)
    return says(
      station,
      finding({
        level: 'stop',
        sentence: `${station.name}: in line with the beam are ${namesOf(others)}.`,
        remedy: 'Close the cell: walls that let no light through, doors interlocked with the beam.',
      }),
      drawn,
    )
  if (about.length > 0)
    return says(
      station,
      finding({
        level: 'unknown',
        sentence: `${station.name}: whether the cell ends the beam before ${namesOf(others)} is not told.`,
        remedy:
          'Enter height and material of its walls, and whether its doors and windows are closed to the beam.',
      }),
      drawn,
    )
  if (allRound.look !== 'closed')
    return says(
      station,
      finding({
        level: allRound.look === 'open' ? 'caution' : 'unknown',
        sentence:
          allRound.look === 'open'
            ? `${station.name}: the beam leaves the cell; nobody is drawn in its line.`
            : `${station.name}: whether the cell ends the beam on every side is not told.`,
        remedy: 'Close the cell on every side, or keep everybody out of its line.',
      }),
      { lines: [allRound.line] },
    )
  return says(
    station,
    finding({ level: 'clear', sentence: `${station.name}: the cell ends the beam on every side.` }),
  )
}

/** Points all round at the end of the beam. */
const ringAround = (middle: Point, metres: number): Point[] =>
  Array.from({ length: 360 }, (_, degrees) => along(middle, degrees, metres))

const inputsOf = (station: Thing, hazard: LaserHazard): Record<string, Input> => ({
  place: station.name,
  power: { amount: figureOf(station.facts.power)!, unit: 'W' },
  divergence: { amount: figureOf(station.facts.divergence)!, unit: 'rad' },
  eyeDistance: { amount: hazard.eyeDistance, unit: 'm' },
  skinDistance: { amount: hazard.skinDistance, unit: 'm' },
})

/** Cylinders that a reflection may heat: ahead of the torch, within the distance that burns skin, with nothing between. */
function judgeCylinders(
  plan: Plan,
  station: Thing,
  hazard: LaserHazard,
  looks: Looks,
): DrawnFinding[] {
  const from = middleOf(station.shape)
  const front = station.shape.type === 'box' ? station.shape.angle : 0
  return onFloor(plan, station.floor, 'gasStore').flatMap((store) => {
    const ahead = outlineOf(store).filter(
      (p) => apart(from, p) <= hazard.skinDistance && turnBetween(from, p, front) <= REFLECTED,
    )
    if (ahead.length === 0) return []
    const { look: ends, line } = looks.mostOpen([from], ahead)
    if (ends === 'closed') return []
    const finding: Finding = {
      code: 'plan.laserCylinders',
      step: 'gear',
      level: ends === 'open' ? 'stop' : 'unknown',
      sentence:
        ends === 'open'
          ? `${store.name} stands ahead of the beam of ${station.name}.`
          : `Whether anything ends the beam of ${station.name} before ${store.name} is not told.`,
      remedy: 'Take the cylinders out of the line of the beam and of what the work throws back.',
      reasons: [
        {
          rule: 'Cylinders stand out of the line of a reflection',
          source: COMMON_PRACTICE,
          inputs: inputsOf(station, hazard),
        },
      ],
    }
    return [says(station, finding, { others: [store], lines: [line] })]
  })
}

const outlineOf = ({ shape }: Thing): Point[] => [middleOf(shape), ...cornersOf(shape)]

/** How far a point lies to either side of a direction, degrees, 0 to 180. */
function turnBetween(from: Point, to: Point, direction: number): number {
  const angle = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI
  return Math.abs(((((angle - direction) % 360) + 540) % 360) - 180)
}
