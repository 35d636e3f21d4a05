import type { Finding, Level, Reason } from '../../finding/finding'
import { COMMON_PRACTICE, published } from '../../finding/source'
import {
  fitOfArrestor,
  fitOfHose,
  fitOfOutlet,
  fitOfRegulator,
  fitOfTorch,
  gasNotTold,
} from '../fit'
import type { Composition } from '../gas.table'
import type { Outlet } from '../outlet.table'
import {
  LINE_NAME,
  lineOf,
  LINES_OF,
  PART_KIND_NAME,
  type Line,
  type PartKind,
  type SetKind,
  type SetPart,
} from './kind'

/** A cylinder as it is connected to a set; null: not told. Pa gauge. */
interface SetCylinder {
  label: string
  parts: Composition | null
  outlet: Outlet | null
  service: number | null
}

/** A gas set as it stands. */
export interface GasSetState {
  kind: SetKind
  cylinders: readonly SetCylinder[]
  /** Each with what its own inspection says. */
  parts: readonly (SetPart & { inspected: Finding })[]
  /** When the newest leak test found it tight, ms since 1970; null: none. */
  tightAt: number | null
  /** When its parts or cylinders last changed, ms since 1970; null: none on record. */
  changedAt: number | null
}

const say = (
  code: string,
  level: Level,
  sentence: string,
  remedy: string,
  reason: Reason,
): Finding => ({
  code: `gas.set.${code}`,
  step: 'gear',
  level,
  sentence,
  remedy,
  reasons: [reason],
})

/** Whether a set may be used as it stands: everything there, all of it for its gas, nothing locked or overdue, tight since the last change. */
export function judgeSet(set: GasSetState): Finding[] {
  const lines = linesOfSet(set)
  return [
    ...foreignGases(set),
    ...lines.flatMap((line) => lineFindings(set, line)),
    ...torchFindings(set),
    ...set.parts.map(({ inspected }) => inspected),
    tightness(set),
  ]
}

/** The lines that a set has: those of its kind; of a manifold, the one of its gas. */
export function linesOfSet({
  kind,
  cylinders,
}: Pick<GasSetState, 'kind' | 'cylinders'>): readonly Line[] {
  if (kind !== 'manifold') return LINES_OF[kind]
  const told = new Set(cylinders.flatMap(({ parts }) => (parts ? [lineOf(parts)] : [])))
  return LINES_OF.manifold.filter((line) => told.has(line))
}

const onLine = (set: GasSetState, line: Line): SetCylinder[] =>
  set.cylinders.filter(({ parts }) => parts !== null && lineOf(parts) === line)

/** What is not told, and what has no line here. */
function foreignGases(set: GasSetState): Finding[] {
  const reason: Reason = { rule: 'Each line carries its own gas', source: COMMON_PRACTICE }
  const { kind, cylinders } = set
  const untold = cylinders
    .filter(({ parts }) => parts === null)
    .map(({ label }) => named(label, gasNotTold()))
  if (kind === 'manifold') {
    const gases = linesOfSet(set)
    if (cylinders.length === 0)
      return [say('gas', 'unknown', 'No cylinder is connected.', 'Connect one.', reason)]
    return gases.length > 1
      ? [
          say(
            'gas',
            'stop',
            'Different gases are connected to one manifold.',
            'Take off what does not belong to it.',
            reason,
          ),
          ...untold,
        ]
      : untold
  }
  const foreign = cylinders
    .filter(({ parts }) => parts !== null && !LINES_OF[kind].includes(lineOf(parts)))
    .map(({ label, parts }) =>
      say(
        'gas',
        'stop',
        `Cylinder ${label} holds ${LINE_NAME[lineOf(parts!)]}, for which this set has no line.`,
        'Take it off.',
        reason,
      ),
    )
  return [...foreign, ...untold]
}

const named = (label: string, finding: Finding): Finding => ({
  ...finding,
  sentence: `${label}: ${finding.sentence}`,
})

const MISSING_OF: readonly PartKind[] = ['regulator', 'arrestor', 'hose']

function lineFindings(set: GasSetState, line: Line): Finding[] {
  const cylinders = onLine(set, line)
  if (cylinders.length === 0)
    return [
      say(
        'line',
        'unknown',
        `No ${LINE_NAME[line]} cylinder is connected.`,
        'Connect one, so that what goes with it can be judged.',
        { rule: 'Parts are chosen by the gas', source: COMMON_PRACTICE },
      ),
    ]
  const here = (kind: PartKind): SetPart[] =>
    set.parts.filter((part) => part.kind === kind && part.line === line)
  const missing = MISSING_OF.filter(
    (kind) => here(kind).length === 0 && !(kind === 'arrestor' && line === 'inert'),
  ).map((kind) =>
    say(
      'part',
      'unknown',
      `No ${PART_KIND_NAME[kind]} is named on the ${LINE_NAME[line]} line.`,
      `Name the ${PART_KIND_NAME[kind]}, or fit one.`,
      {
        rule: 'Regulator, arrestor and hose on each line',
        source: published('OSHA 29 CFR 1910.253(e)(3) and (e)(6)'),
      },
    ),
  )
  const fits = cylinders.flatMap((cylinder) => [
    named(cylinder.label, fitOfOutlet(cylinder, cylinder.parts!)),
    ...here('regulator').flatMap(({ label, facts }) =>
      fitOfRegulator(cylinder, cylinder.parts!, facts).map((finding) => named(label, finding)),
    ),
    ...here('hose').flatMap(({ label, facts }) =>
      fitOfHose(cylinder.parts!, facts).map((finding) => named(label, finding)),
    ),
    ...here('arrestor').flatMap(({ label, facts }) =>
      fitOfArrestor(cylinder.parts!, facts).map((finding) => named(label, finding)),
    ),
  ])
  return [...missing, ...fits]
}

/** A manifold ends at its outlet; every other set at a torch or a gun. */
function torchFindings(set: GasSetState): Finding[] {
  if (set.kind === 'manifold') return []
  const torches = set.parts.filter(({ kind }) => kind === 'torch')
  if (torches.length === 0)
    return [
      say('part', 'unknown', 'No torch is named.', 'Name the torch or gun.', {
        rule: 'Mixer and tip are made for one fuel',
        source: COMMON_PRACTICE,
      }),
    ]
  // Oxygen goes with either fuel: the other gas decides.
  const deciding = set.cylinders.filter(({ parts }) => parts !== null && lineOf(parts) !== 'oxygen')
  return torches.flatMap(({ label, facts }) =>
    deciding.map(({ parts }) => named(label, fitOfTorch(parts!, facts))),
  )
}

function tightness({ tightAt, changedAt }: GasSetState): Finding {
  const reason: Reason = { rule: 'A leak test at every change', source: COMMON_PRACTICE }
  const remedy = 'Test it for leaks, by soap and by the gauge.'
  if (tightAt === null || !Number.isFinite(tightAt))
    return say('tight', 'unknown', 'No leak test is on record.', remedy, reason)
  if (changedAt !== null && !(changedAt <= tightAt))
    return say('tight', 'unknown', 'It was changed since its leak test.', remedy, reason)
  const { remedy: _, ...clear } = say('tight', 'clear', 'Tight since its last change.', '', reason)
  return clear
}
