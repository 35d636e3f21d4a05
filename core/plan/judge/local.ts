import { foundAgain, type Found } from '../again/found-again'
import type { Changes } from '../again/changes'
import { floorOf } from '../again/part'
import { boundsOfThing, grown, type Bounds } from '../near'
import type { Plan, Thing } from '../plan'
import { ADJACENT, judgeArcs } from './arc'
import type { DrawnFinding } from './drawn'
import type { Equipment } from './equipment'
import { judgeFinishes, THROWS_BACK } from './finish'
import { judgeFuel } from './fuel'
import { judgeRooms } from './room'
import { judgeStorage, zoneOfStore } from './storage'

/** Judges whose Findings hang on what lies near the thing that they are about, and on nothing else. */
interface LocalJudge {
  name: string
  about: Thing['kind']
  /** What counts for a thing lies in its zone. */
  zone: (plan: Plan) => (thing: Thing) => Bounds
  judge: (plan: Plan, equipment: Equipment, isAsked: (thing: Thing) => boolean) => DrawnFinding[]
}

/** Nothing that is drawn hangs on less than this, m. */
const LITTLE = 0.5
const within = (metres: number) => () => (thing: Thing) =>
  grown(boundsOfThing(thing), metres + LITTLE)

const LOCAL_JUDGES: readonly LocalJudge[] = [
  { name: 'room', about: 'room', zone: within(0), judge: judgeRooms },
  { name: 'store', about: 'gasStore', zone: zoneOfStore, judge: judgeStorage },
  { name: 'fuel', about: 'room', zone: within(0), judge: judgeFuel },
  { name: 'arc', about: 'station', zone: within(ADJACENT), judge: judgeArcs },
  { name: 'finish', about: 'station', zone: within(THROWS_BACK), judge: judgeFinishes },
]

/** By judge and floor: the Findings about each thing. */
export type FoundNear = ReadonlyMap<string, Found<readonly DrawnFinding[]>>

/** What these judges say of a plan. @param before what they said, and what is not as it was then; null: nothing counts */
export function judgeNear(
  plan: Plan,
  equipment: Equipment,
  before: { found: FoundNear; changes: Changes } | null,
): FoundNear {
  const found = new Map<string, Found<readonly DrawnFinding[]>>()
  for (const { name, about, zone, judge } of LOCAL_JUDGES)
    for (const { id: floor } of plan.floors) {
      const onFloor = floorOf(plan, floor)
      const key = `${name} ${floor}`
      const find = (part: Plan, asked: readonly Thing[]): Found<readonly DrawnFinding[]> => {
        const ids = new Set(asked.map(({ id }) => id))
        return byFirst(
          judge(part, equipment, ({ id }) => ids.has(id)),
          ids,
        )
      }
      const known = before?.found.get(key)
      found.set(
        key,
        foundAgain(
          onFloor,
          floor,
          onFloor.things.filter(({ kind }) => kind === about),
          { zone: zone(onFloor), find },
          known ? { found: known, changes: before!.changes } : null,
        ),
      )
    }
  return found
}

/** By the thing that each is about before all; none is said of some. */
function byFirst(
  findings: readonly DrawnFinding[],
  about: ReadonlySet<string>,
): Found<readonly DrawnFinding[]> {
  const found = new Map([...about].map((id): [string, DrawnFinding[]] => [id, []]))
  for (const one of findings) found.get(one.things[0]!)?.push(one)
  return found
}
