import { LEVELS } from '../../finding/finding'
import type { Plan } from '../plan'
import type { DrawnFinding } from './drawn'
import { judgeReach, type Equipment } from './reach'
import { judgeRooms } from './room'
import { judgeStorage } from './storage'

/** Everything that a plan says, worst first. The plan has to be sound. */
export const judgePlan = (plan: Plan, equipment: Equipment): DrawnFinding[] =>
  [...judgeRooms(plan), ...judgeStorage(plan), ...judgeReach(plan, equipment)].sort(
    (a, b) => LEVELS.indexOf(b.finding.level) - LEVELS.indexOf(a.finding.level),
  )
