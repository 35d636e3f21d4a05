import type { SpaceWatch } from '#core/firewatch/attendant'
import type { Neighbour } from '#core/firewatch/neighbours'
import type { Named, PermitPeople, Watcher } from '#core/firewatch/people'
import { apart } from '#core/plan/shape'
import type { JobRow } from '#server/db/job'
import type { PermitDbRow } from '#server/db/permit'
import {
  peopleById,
  permitsBeside,
  type OtherPermit,
  type PersonRow,
} from '#server/db/permit-people'
import type { Db } from '#server/db/pool'
import { clearancesOf } from '#server/db/record'

/** Who is named on a permit, as things stand now, and what else is under way. */
export interface AroundPermit {
  people: Pick<PermitPeople, 'process' | 'operator' | 'fireWatch' | 'others'>
  space: Pick<SpaceWatch, 'attendant' | 'rescue'> | null
  putsBack: Named | null
  neighbours: Neighbour[]
}

export async function aroundPermit(
  db: Db,
  row: PermitDbRow,
  job: JobRow,
  now: Date,
): Promise<AroundPermit> {
  const { operator_id: operatorId, fire_watch_id: watchId } = row
  const named = [operatorId, watchId, row.attendant_id, row.puts_back_id]
  const ids = [...named, ...row.watchers.map(({ personId }) => personId)].filter(
    (id) => id !== null,
  )
  const known = new Map((await peopleById(db, ids)).map((person) => [person.id, person]))
  const find = (id: string | null): PersonRow | null => (id === null ? null : known.get(id)!)
  const beside = await permitsBeside(db, {
    id: row.id,
    site: row.site_id,
    besides: row.goes_on ? row.from_id : null,
    now,
    ...whenOf(row),
  })
  const watcher = (id: string, side: string | null): Watcher => ({
    ...namedOf(find(id)!),
    isTrained: find(id)!.trained,
    side,
    busyOn: beside.find(({ watchers }) => watchers.includes(id))?.number ?? null,
  })
  const operator = find(operatorId)
  const { process } = job.spec
  const cleared = operator ? await clearancesOf(db, [operator.id]) : []
  const [attendant, putsBack] = [find(row.attendant_id), find(row.puts_back_id)]
  return {
    people: {
      process,
      operator: operator && {
        ...namedOf(operator),
        isCleared: cleared.some((one) => one.process === process),
      },
      fireWatch: watchId === null ? null : watcher(watchId, null),
      others: row.watchers.map(({ personId, side }) => watcher(personId, side)),
    },
    space:
      job.spec.air.space === 'confined'
        ? { attendant: attendant && namedOf(attendant), rescue: row.rescue }
        : null,
    putsBack: putsBack && namedOf(putsBack),
    neighbours: beside.map((other) => neighbourOf(row, job, other)),
  }
}

const namedOf = ({ id, name, active }: PersonRow): Named => ({ id, name, isActive: active })

/** From the beginning of a permit to the end of its watch, were it worked to its end. */
function whenOf(row: PermitDbRow): { from: Date; to: Date } {
  const watch = (row.watch_minutes + row.monitor_minutes) * 60_000
  return { from: row.valid_from, to: new Date(row.valid_to.getTime() + watch) }
}

const neighbourOf = (
  { work }: PermitDbRow,
  { station_id: station }: JobRow,
  other: OtherPermit,
): Neighbour => ({
  number: other.number,
  place: other.place,
  metres: work && other.work?.floor === work.floor ? apart(work, other.work) : null,
  isSamePlace: station !== null && other.station_id === station,
  reach: other.reach,
})
