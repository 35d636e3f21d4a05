import { randomUUID } from 'node:crypto'
import { dayAfter } from '#core/calendar/day'
import { linesOf } from '#core/inspection/checklist'
import { metersOf, type MetersUsed } from '#core/inspection/calibration'
import { judgeInspection, withMeters, type LineResult } from '#core/inspection/inspection'
import type { ChecklistLine, Measure } from '#core/inspection/line'
import { OCCASIONS, type Occasion } from '#core/inspection/occasion'
import { insertInspections, type NewInspection } from '#server/db/inspection'
import type { Db } from '#server/db/pool'
import type { Actor } from '#server/services/actor'
import { checklistFor } from '#server/services/inspection/checklist'
import { lookWasDone } from '#server/services/inspection/look'
import { siteDay } from '#server/services/shop/day'
import type { ShopScope } from '#server/services/shop/shop'
import type { Gear } from '#shared/inspection/schema'

const DAY = 86_400_000
const TWO_YEARS = 728

/** A reading within its span: near the middle, or so far along from the good end to the limit. */
function reading({ min = 0, max }: Measure, worn: number): number {
  if (max === undefined) return min * (3 - 1.9 * worn)
  return min + (max - min) * (0.6 + 0.38 * worn)
}

/** Lines that the yard's gear does not have. */
const NOT_HERE = ['ocvAc']

/** A filled checklist: everything passes but the line named; readings wander towards their limit as the gear wears. */
export function filled(
  gear: Pick<Gear, 'kind'>,
  failing?: { id: string; note: string },
  occasion: Occasion = 'beforeUse',
  worn = 0.3,
): LineResult[] {
  return linesOf(gear.kind, occasion).map((line) => {
    const amount = line.measure && reading(line.measure, worn)
    if (line.id === failing?.id)
      return {
        id: line.id,
        mark: 'fail',
        note: failing.note,
        ...(amount !== undefined && { reading: amount * 1.3 }),
      }
    if (NOT_HERE.includes(line.id)) return { id: line.id, mark: 'na' }
    return { id: line.id, mark: 'pass', ...(amount !== undefined && { reading: amount }) }
  })
}

/** Every so many days. */
const STEP: Record<Occasion, number | null> = {
  beforeUse: 21,
  weekly: 7,
  monthly: 30,
  quarterly: 90,
  yearly: 330,
  afterEvent: null,
}

/** Two years of looks at gear, ending some days ago: faults grow commoner as leads and valves age. Repeats exactly for the same day. */
export async function writeHistory(
  db: Db,
  actor: Actor,
  scope: ShopScope,
  items: readonly Gear[],
): Promise<number> {
  let count = 0
  for (const [n, gear] of items.entries())
    for (const occasion of OCCASIONS) count += await writeLooks(db, actor, scope, gear, n, occasion)
  return count
}

/** Looks that somebody has let slip. */
const SLIPPED: Record<string, Occasion> = { 'WF-2': 'monthly', 'ED-1': 'monthly', 'EX-1': 'yearly' }

/** Days since the newest look of the past: each day of use has its own, by the calendar they are in time but for those that slipped. */
function newestAge({ label }: Gear, n: number, occasion: Occasion, step: number): number {
  if (SLIPPED[label] === occasion) return step + 45
  return occasion === 'beforeUse' ? 8 + (n % step) : 2 + (n % Math.ceil(step * 0.7))
}

async function writeLooks(
  db: Db,
  actor: Actor,
  scope: ShopScope,
  gear: Gear,
  n: number,
  occasion: Occasion,
): Promise<number> {
  const step = gear.kind === 'cylinder' ? 28 : STEP[occasion]
  if (step === null || linesOf(gear.kind, occasion).length === 0) return 0
  const { lines, version } = await checklistFor(db, actor, { ...gear, occasion })
  const newest = newestAge(gear, n, occasion, step)
  const ages: number[] = []
  for (let age = newest; age <= TWO_YEARS; age += step) ages.unshift(age)
  const looks: NewInspection[] = ages.map((age) => {
    const worn = (TWO_YEARS - age) / TWO_YEARS
    const at = new Date(actor.now.getTime() - age * DAY - (n % 9) * 3_600_000)
    const failing = failingLine(lines, n, age, worn)
    const outcome = judgeInspection(lines, filled(gear, failing, occasion, worn * 0.9))
    return {
      id: randomUUID(),
      organisation: actor.organisation,
      kind: gear.kind,
      gear: gear.id,
      person: actor.person,
      at,
      occasion,
      // Some were made late.
      dueOn: dayAfter(siteDay(at, scope.timeZone), (n + age) % 11 === 0 ? -2 : 1),
      version,
      result: outcome.result,
      lockReason: outcome.lockReason,
      lines: withMeters(lines, outcome.lines, METER),
      repairNote: null,
      rehearsal: actor.rehearsal,
    }
  })
  await insertInspections(db, looks)
  await keepNewest(db, actor, scope, gear, occasion, ages.at(-1))
  return ages.length
}

/** The newest look of each counts from now on; faults of the past were mended. */
async function keepNewest(
  db: Db,
  actor: Actor,
  scope: ShopScope,
  gear: Gear,
  occasion: Occasion,
  age: number | undefined,
): Promise<void> {
  if (age === undefined) return
  const at = new Date(actor.now.getTime() - age * DAY)
  const on = siteDay(at, scope.timeZone)
  await lookWasDone(db, actor, scope, gear, {
    occasion,
    on,
    at,
    result: 'pass',
    calibrated: readsOf(gear, occasion),
    changes: [],
  })
}

/** What was read was read with the yard's own meters, in their calibration. */
const METER: MetersUsed = {
  voltMeter: { meter: 'VM-1', calibrated: true },
  airMeter: { meter: 'AM-2', calibrated: true },
}
const readsOf = ({ kind }: Gear, occasion: Occasion): boolean | null =>
  metersOf(linesOf(kind, occasion)).length > 0 ? true : null

function failingLine(
  lines: readonly ChecklistLine[],
  n: number,
  age: number,
  worn: number,
): { id: string; note: string } | undefined {
  if ((n * 7 + age * 13) % 97 >= 3 + 6 * worn) return undefined
  const minor = lines.filter((line) => !line.critical && !line.measure)
  const line = minor[(n + age) % Math.max(1, minor.length)]
  return line && { id: line.id, note: line.faults?.[0] ?? 'Worn, to be mended' }
}
