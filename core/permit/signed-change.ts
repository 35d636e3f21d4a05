import { SWEEP, sweepText } from '../firewatch/rules.table'

/** What was signed, as it was kept: JSON by its names. */
export type Signed = Readonly<Record<string, unknown>>

/** One thing that is not what it was when it was signed before. */
export interface SignedChange {
  what: string
  /** In words; a time is ISO, UTC. null: there was none. */
  before: string | null
  after: string | null
  isTime: boolean
}

const NAMES: Readonly<Record<string, string>> = {
  job: 'Job',
  place: 'Place',
  work: 'Where the work is',
  height: 'Height of the work, m',
  from: 'Valid from',
  to: 'Valid to',
  operator: 'Operator',
  fireWatch: 'Fire watch',
  watchers: 'Further watchers',
  attendant: 'Attendant',
  rescue: 'Rescue',
  putsBack: 'Puts the detectors back',
  container: 'Container',
  sketch: 'Sketch of the place',
  found: 'Found there on the day',
  sparks: 'How far sparks fly',
  rules: 'Rules',
  watchMinutes: 'Watch, min',
  monitoring: 'Rounds after the watch',
  reach: 'Sweep reaches, m',
  goesOnFrom: 'Goes on from permit',
}
const TIMES: readonly string[] = ['from', 'to']
/** Who saw a line follows from its answer, and the number of the permit never changes. */
const LEFT_OUT: readonly string[] = ['seen', 'permit', 'sweep']

/** What changed between two texts that were signed, in the order of the permit. Unknown names are told as they are. */
export function signedChanges(before: Signed, after: Signed): SignedChange[] {
  const names = new Set([...Object.keys(NAMES), ...Object.keys(before), ...Object.keys(after)])
  return [
    ...[...names]
      .filter((name) => !LEFT_OUT.includes(name) && !isSame(before[name], after[name]))
      .map((name) =>
        changeOf(NAMES[name] ?? name, before[name], after[name], TIMES.includes(name)),
      ),
    ...sweepChanges(before, after),
  ]
}

function sweepChanges(before: Signed, after: Signed): SignedChange[] {
  const answers = ({ sweep }: Signed): Record<string, unknown> =>
    (sweep ?? {}) as Record<string, unknown>
  const [then, now] = [answers(before), answers(after)]
  const reach = typeof after.reach === 'number' ? after.reach : 0
  return SWEEP.filter(({ id }) => !isSame(then[id], now[id])).map((line) =>
    changeOf(sweepText(line, reach), then[line.id], now[line.id], false),
  )
}

const changeOf = (what: string, before: unknown, after: unknown, isTime: boolean): SignedChange => {
  const [then, now] = [inWords(before), inWords(after)]
  const isTold = then !== now
  return {
    what,
    before: isTold ? then : null,
    after: isTold ? now : 'changed',
    isTime,
  }
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** A value as a person reads it; of what has many parts, its names. */
function inWords(value: unknown): string | null {
  if (value === undefined || value === null || value === '') return null
  if (typeof value === 'string') return value
  if (typeof value === 'number' || typeof value === 'boolean') return String(value)
  if (Array.isArray(value)) return value.map(inWords).join(', ') || null
  const parts = value as Record<string, unknown>
  for (const name of ['name', 'title'])
    if (typeof parts[name] === 'string' && parts[name] !== '') return parts[name]
  const numbers = Object.entries(parts).filter(([, part]) => typeof part === 'number')
  return numbers.length > 0
    ? numbers.map(([name, part]) => `${name} ${String(part)}`).join(', ')
    : 'told'
}
