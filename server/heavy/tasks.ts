import { workOutAir } from '../services/air/work-out'
import { readDeliveryFile } from '../services/gas/delivery-file'
import { renderCalendar } from '../services/inspection/calendar-file'
import { readGearFile } from '../services/inspection/gear-file'
import { planConsumables } from '../services/air/consumable-file'
import { readRosterFile } from '../services/people/roster-file'
import { reckonSparks } from '../services/permit/sparks'
import { shrinkPhoto } from '../services/photo/shrink'
import {
  errorsOfPlan,
  findUnreached,
  judgePlacesOf,
  judgeReachOf,
  judgeWaysOutOf,
  orderWalk,
  walksOfPlan,
} from '../services/plan/judge'
import { render } from '../services/print/render'
import { planSamples } from '../services/sampling/sample-file'

/** Work that would keep the server's only thread from answering. Each takes and gives plain data, and touches no database. */
export const TASKS = {
  workOutAir,
  planConsumables,
  readDeliveryFile,
  readGearFile,
  renderCalendar,
  readRosterFile,
  render,
  shrinkPhoto,
  planSamples,
  judgePlacesOf,
  judgeReachOf,
  judgeWaysOutOf,
  errorsOfPlan,
  findUnreached,
  orderWalk,
  walksOfPlan,
  reckonSparks,
}

export type TaskName = keyof typeof TASKS
export type TaskInput<T extends TaskName> = Parameters<(typeof TASKS)[T]>[0]
export type TaskOutput<T extends TaskName> = Awaited<ReturnType<(typeof TASKS)[T]>>
