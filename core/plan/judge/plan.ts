import { LEVELS } from '../../finding/finding'
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

/** Everything that a plan says, worst first. The plan has to be sound. */
export const judgePlan = (plan: Plan, equipment: Equipment): DrawnFinding[] =>
  [
    ...judgeRooms(plan),
    ...judgeStorage(plan),
    ...judgeFuel(plan, equipment),
    ...judgeReach(plan, equipment),
    ...judgeWaysOut(plan),
    ...judgeArcs(plan, equipment),
    ...judgeFinishes(plan, equipment),
    ...judgeBeams(plan),
  ].sort((a, b) => LEVELS.indexOf(b.finding.level) - LEVELS.indexOf(a.finding.level))
