import { countdown, finalRoundMade } from '../firewatch/countdown'
import { watchOf, watchOwed, type PermitLife } from '../permit/lifecycle'
import type { AlertKind } from './kinds'
import type { AlertRules } from './rules'

const MINUTE = 60_000

/** A permit as far as somebody may have to be called for it. Times in ms since the epoch. */
export interface WatchedPermit {
  life: PermitLife
  /** When a phone last showed the watch, since work was begun; null: never. */
  seenAt: number | null
  /** More rounds are on their way until then from a phone that had no signal; null: none are. */
  roundsUntil: number | null
  /** Detectors were isolated or covered. */
  detectorsOut: boolean
}

/** Something for which people are called from a moment on. */
export interface Need {
  kind: AlertKind
  /** Tells this need from the one before it: the same need has the same key however often it is looked at. */
  key: string
  /** ms since the epoch; a moment that is not known counts as now. */
  since: number
}

/**
 * What a permit needs people to be called for, now or later.
 * @returns needs with the moment from which they are there; what has been seen to is not among them
 */
export function permitNeeds(
  { life, seenAt, roundsUntil, detectorsOut }: WatchedPermit,
  rules: AlertRules,
  now: number,
): Need[] {
  if (!watchOwed(life)) return []
  const need = (kind: AlertKind, since: number, key: string = kind): Need => ({
    kind,
    key,
    since: Number.isFinite(since) ? since : now,
  })
  const begun = life.workStartedAt!
  return life.watchStartedAt === null
    ? [phoneNeed(), ...workNeeds()]
    : watchNeeds(life.watchStartedAt)

  function phoneNeed(): Need {
    return seenAt === null
      ? need('unwatched', begun + rules.unwatched * MINUTE, `unwatched ${begun}`)
      : need('silent_phone', seenAt + rules.silent * MINUTE, `silent ${seenAt}`)
  }

  function workNeeds(): Need[] {
    const { validTo } = life
    const overrun = need('overrun', validTo, `overrun ${validTo}`)
    const isOver = now >= validTo
    return isOver
      ? [overrun]
      : [need('expiring', validTo - rules.expiring * MINUTE, `expiring ${validTo}`), overrun]
  }

  function watchNeeds(startedAt: number): Need[] {
    const watch = watchOf(life, startedAt)
    const { nextRoundAt, watchEndsAt, endsAt } = countdown(watch, now)
    // Afterwards somebody comes by for the rounds, and nobody has to stand there.
    const phone = now >= watchEndsAt ? [] : [phoneNeed()]
    // What is about to come may be the very round.
    const awaited = roundsUntil !== null && now < roundsUntil ? roundsUntil : -Infinity
    const round = finalRoundMade(watch)
      ? []
      : [need('round', Math.max(nextRoundAt, awaited), `round ${nextRoundAt}`)]
    const detectors = detectorsOut ? [need('detectors', endsAt, `detectors ${endsAt}`)] : []
    return [...phone, ...round, ...detectors]
  }
}

/** Whether a monitor that is watched over has gone silent. @param heardAt ms since the epoch */
export const monitorNeed = (heardAt: number, rules: AlertRules, now: number): Need => ({
  kind: 'silent_monitor',
  key: `silent ${heardAt}`,
  since: Number.isFinite(heardAt) ? heardAt + rules.silent * MINUTE : now,
})
