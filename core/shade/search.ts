import { isArc, type JobSpec } from '../job/job'
import { shadeRow } from './lookup'
import { rowText } from './school'
import { LEGAL_MINIMUM } from './shade.table'

/** What the welder says of a shade: the puddle cannot be seen, it is seen well, or the light hurts. */
export type Sight = 'too_dark' | 'good' | 'too_bright'

/** A search in progress. It starts dark and comes down one at a time; it never goes under the floor. */
export interface ShadeSearch {
  floor: number
  at: number
  tried: readonly { shade: number; sight: Sight }[]
  /** `stuck`: too dark even at the floor, so light, lens or eyes need help, not a lighter shade. */
  state: 'trying' | 'found' | 'stuck'
}

/** Begin at the working shade. @throws RangeError when that is under the floor */
export function beginSearch(floor: number, start: number): ShadeSearch {
  if (start < floor) throw new RangeError('A search starts at the minimum shade or darker.')
  return { floor, at: start, tried: [], state: 'trying' }
}

/** The next shade after the welder's word. Too bright goes one darker and settles there if that one was tried before. Common practice. */
export function nextShade(search: ShadeSearch, sight: Sight): ShadeSearch {
  if (search.state !== 'trying') return search
  const tried = [...search.tried, { shade: search.at, sight }]
  if (sight === 'good') return { ...search, tried, state: 'found' }
  if (sight === 'too_bright') {
    const at = search.at + 1
    return {
      ...search,
      tried,
      at,
      state: tried.some((entry) => entry.shade === at) ? 'found' : 'trying',
    }
  }
  if (search.at - 1 < search.floor) return { ...search, tried, state: 'stuck' }
  const at = search.at - 1
  return tried.some((entry) => entry.shade === at)
    ? { ...search, tried, state: 'found' }
    : { ...search, tried, at }
}

/** Band of current (or plate) in which a found shade counts again: the row of the legal table; null outside it. */
export function shadeBand(job: Pick<JobSpec, 'process' | 'amps' | 'thickness'>): string | null {
  const by = isArc(job.process) ? ('amps' as const) : ('thickness' as const)
  const x = job[by]
  const row = x === null ? null : shadeRow(LEGAL_MINIMUM, job.process, by, x)
  return row ? `${job.process} ${rowText(row)}` : null
}
