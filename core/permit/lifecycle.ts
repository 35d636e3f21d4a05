import { countdown, finalRoundMade, type Watch } from '../firewatch/countdown'
import type { Monitoring } from '../firewatch/rule-sets.table'

export const PERMIT_STATES = [
  'draft',
  'issued',
  'working',
  'watching',
  'closed',
  'suspended',
  'revoked',
  'expired',
] as const
export type PermitState = (typeof PERMIT_STATES)[number]

export const PERMIT_ACTIONS = [
  'issue',
  'start',
  'stop',
  'resume',
  'suspend',
  'reinstate',
  'revoke',
  'close',
] as const
export type PermitAction = (typeof PERMIT_ACTIONS)[number]

/** What the record of a permit is made of. */
export const PERMIT_EVENTS = [
  'action',
  'round',
  'sign',
  'override',
  'hand_over',
  'void',
  'extend',
  /** An attempt that was refused. */
  'refused',
  /** Something that was left hot. */
  'hot_part',
] as const
export type PermitEventKind = (typeof PERMIT_EVENTS)[number]

/** What the life of a permit depends on. Times in ms since the epoch. */
export interface PermitLife {
  /** As stored; `expired` may also follow from the time alone. */
  state: PermitState
  validTo: number
  workStartedAt: number | null
  /** When the last arc went out; the watch counts from here. Null while working. */
  watchStartedAt: number | null
  watchMinutes: number
  monitoring: Monitoring | null
  rounds: readonly number[]
}

export type Transition =
  | { ok: true; state: PermitState; workStartedAt: number | null; watchStartedAt: number | null }
  | { ok: false; because: string }

const LIVE: readonly PermitState[] = ['issued', 'working', 'suspended']

/** State at `now`: a live permit past its end is expired, without anyone having to say so. */
export function permitState(life: Pick<PermitLife, 'state' | 'validTo'>, now: number): PermitState {
  return LIVE.includes(life.state) && now >= life.validTo ? 'expired' : life.state
}

/** Whether a fire watch is owed: work was begun, and nobody has closed the watch yet. */
export function watchOwed(life: PermitLife): boolean {
  return life.workStartedAt !== null && life.state !== 'closed' && life.state !== 'draft'
}

/** Whether somebody stands as fire watch at `now`: from issue to the end, and beyond it while a watch is owed. */
export function stationed(life: PermitLife, now: number): boolean {
  const state = permitState(life, now)
  return LIVE.includes(state) || watchOwed(life)
}

/** Whether a permit may be given a later end. */
export const mayExtend = (life: PermitLife, now: number): boolean =>
  ['issued', 'working'].includes(permitState(life, now))

/** Whether another operator may take over: before the permit is over, and while no arc burns. */
export const mayChangeOperator = (life: PermitLife, now: number): boolean =>
  ['issued', 'suspended', 'watching'].includes(permitState(life, now))

/** Why a permit may not go on longer, or null. @param until ms since the epoch */
export function extensionFault(life: PermitLife, until: number, now: number): string | null {
  if (!mayExtend(life, now))
    return `A permit that is ${permitState(life, now)} cannot be extended. Issue a new one.`
  return until > life.validTo ? null : 'It is valid so long already.'
}

/**
 * What an action makes of a permit at `now`. Refusals say why.
 * Revoking or suspending while work goes on is the last arc: the watch starts then. A watch that is owed survives expiry and revocation.
 */
export function transition(life: PermitLife, action: PermitAction, now: number): Transition {
  const state = permitState(life, now)
  const keep = { workStartedAt: life.workStartedAt, watchStartedAt: life.watchStartedAt }
  const refuse = (because: string): Transition => ({ ok: false, because })
  const allowed = ALLOWED[action].includes(state)
  if (!allowed) return refuse(`A permit that is ${state} cannot take "${action}".`)
  const stopped = keep.watchStartedAt ?? (keep.workStartedAt === null ? null : now)
  switch (action) {
    case 'issue':
      return now >= life.validTo
        ? refuse('Its time has already run out.')
        : { ok: true, state: 'issued', ...keep }
    case 'start':
      return {
        ok: true,
        state: 'working',
        workStartedAt: life.workStartedAt ?? now,
        watchStartedAt: null,
      }
    case 'resume':
      return now >= life.validTo
        ? refuse('Its time has run out; issue a new permit.')
        : { ok: true, state: 'working', workStartedAt: life.workStartedAt, watchStartedAt: null }
    case 'stop':
      return life.workStartedAt === null
        ? refuse('No work was started under it.')
        : {
            ok: true,
            state: 'watching',
            workStartedAt: life.workStartedAt,
            watchStartedAt: stopped,
          }
    case 'suspend':
      return {
        ok: true,
        state: 'suspended',
        workStartedAt: life.workStartedAt,
        watchStartedAt: stopped,
      }
    case 'reinstate':
      return { ok: true, state: 'issued', ...keep }
    case 'revoke':
      return {
        ok: true,
        state: 'revoked',
        workStartedAt: life.workStartedAt,
        watchStartedAt: stopped,
      }
    case 'close':
      return close(life, now)
  }
}

/** Why a permit may not be closed yet although its watch runs; null: it may, or none runs. */
export function earlyFault(life: PermitLife, now: number): string | null {
  if (life.watchStartedAt === null || life.state === 'closed') return null
  const count = countdown(watchOf(life, life.watchStartedAt), now)
  if (count.done) return null
  return `Too early: ${Math.ceil(count.left / 60_000)} min of ${count.phase === 'watch' ? 'the watch' : 'monitoring'} are left.`
}

function close(life: PermitLife, now: number): Transition {
  const closed = {
    ok: true as const,
    state: 'closed' as const,
    workStartedAt: life.workStartedAt,
    watchStartedAt: life.watchStartedAt,
  }
  if (life.workStartedAt === null) return closed
  if (life.watchStartedAt === null)
    return { ok: false, because: 'Work has not been stopped; the watch has not begun.' }
  const watch = watchOf(life, life.watchStartedAt)
  const early = earlyFault(life, now)
  if (early) return { ok: false, because: early }
  if (!finalRoundMade(watch))
    return { ok: false, because: 'Make the last round first, after the time has run out.' }
  return closed
}

/** The watch of a permit, from the last arc on. */
export const watchOf = (
  { watchMinutes: minutes, monitoring, rounds }: PermitLife,
  startedAt: number,
): Watch => ({ startedAt, minutes, monitoring, rounds })

const ALLOWED: Record<PermitAction, readonly PermitState[]> = {
  issue: ['draft'],
  start: ['issued'],
  stop: ['working', 'expired', 'suspended'],
  resume: ['watching'],
  suspend: ['issued', 'working', 'watching'],
  reinstate: ['suspended'],
  revoke: ['draft', 'issued', 'working', 'watching', 'suspended', 'expired'],
  close: ['watching', 'revoked', 'issued', 'expired'],
}
