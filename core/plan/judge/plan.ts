import type { Plan } from '../plan'
import type { DrawnFinding } from './drawn'
import { judgeArcs } from './arc'
import { judgeBeams } from './beam'
import type { Equipment } from './equipment'
import { judgeFinishes } from './finish'
import { judgeFuel } from './fuel'
import { judgeReach } from './reach'
import { judgeRooms } from './room'
import { judgeStorage } from './storage'
import { judgeWaysOut } from './ways-out'

/** What a plan says of ways that are walked: about half of the work. Each of its things has to be sound. */
export const judgeWays = (plan: Plan, equipment: Equipment): DrawnFinding[] => [
  ...judgeReach(plan, equipment),
  ...judgeWaysOut(plan),
]

/** What it says of everything else. The plan has to be sound. */
export const judgePlaces = (plan: Plan, equipment: Equipment): DrawnFinding[] => [
  ...judgeRooms(plan),
  ...judgeStorage(plan),
  ...judgeFuel(plan, equipment),
  ...judgeArcs(plan, equipment),
  ...judgeFinishes(plan, equipment),
  ...judgeBeams(plan),
]
