import type { Finding } from '../finding/finding'

/** What was written on a permit when it was issued stays, whatever the rules say since. */
const WRITTEN = ['fire.watchTime', 'fire.reach', 'fire.monitoring', 'fire.validity']
/** Of these not knowing any more is as bad as a stop: the air of a closed space was tested for a time only. */
const RUNS_OUT = ['air.gasTest', 'fire.attendant']

/** Whether a Finding made after issue keeps work from starting or going on. */
export function stopsWork({ code, level }: Pick<Finding, 'code' | 'level'>): boolean {
  if (level === 'unknown') return RUNS_OUT.includes(code)
  return level === 'stop' && !WRITTEN.includes(code)
}
