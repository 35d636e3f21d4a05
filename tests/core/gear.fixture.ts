import { dayAfter } from '#core/calendar/day'
import { linesOf, periodicOf } from '#core/inspection/checklist'
import type { GearState } from '#core/inspection/gear'
import type { LineResult } from '#core/inspection/inspection'
import type { GearKind } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import type { Occasion } from '#core/inspection/occasion'
import type { Look } from '#core/inspection/schedule'

export const TODAY = '2026-11-23'

interface Change extends Partial<GearState> {
  /** Of the look before use. */
  daysSince?: number | null
  lastResult?: Look['lastResult']
}

/** Gear that was looked at: before use some days ago, the looks by the calendar not due for a month. */
export function gearOf({ daysSince = 0, lastResult = 'pass', ...change }: Change = {}): GearState {
  const kind = change.kind ?? 'machine'
  const everyDays = change.everyDays ?? 1
  const lastOn = daysSince === null ? null : dayAfter(TODAY, -daysSince)
  const routine: Look = {
    occasion: 'beforeUse',
    lastOn,
    lastResult,
    dueOn: lastOn && dayAfter(lastOn, everyDays),
    used: 0,
    useEvery: null,
    calibrated: null,
  }
  const periodic = periodicOf(kind).map(({ occasion }) => lookOf({ occasion }))
  return {
    kind,
    kindName: KINDS[kind].name,
    name: 'M-1',
    today: TODAY,
    lockReason: null,
    everyDays,
    looks: [routine, ...periodic],
    grace: {},
    event: null,
    lockedParts: [],
    facts: {},
    ...change,
  }
}

export const lookOf = (change: Partial<Look> & { occasion: Occasion }): Look => ({
  lastOn: dayAfter(TODAY, -10),
  lastResult: 'pass',
  dueOn: dayAfter(TODAY, 30),
  used: 0,
  useEvery: null,
  calibrated: null,
  ...change,
})

/** A reading within the span of its line. */
const within = ({ min = 0, max }: { min?: number; max?: number }): number =>
  max === undefined ? min * 2 : (min + max) / 2

/** Every line of a look passes, with readings; one of them changed. */
export const filledOf = (
  kind: GearKind,
  occasion: Occasion = 'beforeUse',
  change: Partial<LineResult> & { id?: string } = {},
): LineResult[] =>
  linesOf(kind, occasion).map((line) => ({
    id: line.id,
    mark: 'pass',
    ...(line.measure && { reading: within(line.measure) }),
    ...(change.id === line.id && change),
  }))
