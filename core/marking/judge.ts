import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import { EN, Z87, type MarkMeaning } from './marking.table'
import type { MarkedPart } from './terms'
import type { Marking } from './read'
import { helmetSetting } from '../shade/helmet'
import { inLine } from '../shade/personal'

/** What the marked thing is to do in a job: floor and working shade of the filter, null where no filter is asked for. */
export interface MarkNeed {
  part: MarkedPart
  floor: number | null
  working: number | null
  grinding: boolean
}

/**
 * Whether a marking fits a job. A lens or frame worn as glasses is judged for impact and tint, a helmet for its filter.
 * What is not marked is unknown; what the tables do not know never counts in favour.
 * Source: OSHA 29 CFR 1910.133(a) and (b); ANSI Z87.1; EN 166, 169, 379.
 */
export function judgeMarking(marking: Marking, need: MarkNeed): Finding[] {
  const meanings = marking.tokens.flatMap((token) => (token.meaning ? [token.meaning] : []))
  if (meanings.length === 0)
    return [
      find(
        'marking.read',
        'unknown',
        'Nothing in this marking is known, so it says nothing.',
        [{ rule: 'Marks are read, never guessed', source: Z87 }],
        'Check the letters, or ask the maker.',
      ),
    ]
  const filter =
    need.part === 'helmet'
      ? [filterOf(meanings, need)]
      : [impactOf(meanings, need), ...tintOf(meanings, need)]
  return [...filter, ...systemOf(marking)]
}

const find = (
  code: string,
  level: Finding['level'],
  sentence: string,
  reasons: Reason[],
  remedy?: string,
  more: Partial<Finding> = {},
): Finding => ({ code, step: 'eyes', level, sentence, reasons, ...(remedy && { remedy }), ...more })

function filterOf(meanings: readonly MarkMeaning[], need: MarkNeed): Finding {
  const reasons: Reason[] = [
    {
      rule: 'The filter must reach at least the minimum shade',
      source: published('OSHA 29 CFR 1910.133(a)(5)'),
      inputs: {
        ...(need.floor !== null && { floor: need.floor }),
        ...(need.working !== null && { working: need.working }),
      },
    },
  ]
  const ranges = meanings.flatMap((meaning) => (meaning.range ? [meaning.range] : []))
  if (ranges.length === 0)
    return find(
      'marking.filter',
      'unknown',
      'No shade is marked, so what it filters is unknown.',
      reasons,
      'Look on the filter itself.',
    )
  const shades = [
    ...new Set(ranges.map(([from, to]) => (from === to ? `${from}` : `${from} to ${to}`))),
  ]
  if (shades.length > 1)
    return find(
      'marking.filter',
      'unknown',
      `Contradicting shades are marked, ${shades.join(' and ')}: which one holds is not known.`,
      reasons,
      'Look on each part by itself: filter, cover plate, shell. Use another filter until that is clear.',
    )
  if (need.floor === null || need.working === null)
    return find(
      'marking.filter',
      'unknown',
      'There is no shade to compare it with.',
      reasons,
      'Find the shade of the job first.',
    )
  const { set, reaches } = helmetSetting({ name: 'marked', ranges }, need.floor, need.working)
  if (set === null)
    return find(
      'marking.filter',
      'stop',
      `It does not reach shade ${need.floor}, the legal minimum of this job.`,
      reasons,
      'Not for this job.',
      { legal: true },
    )
  const value = { amount: set, unit: 'shade' as const }
  return reaches
    ? find('marking.filter', 'clear', `Fits: set ${set}.`, reasons, undefined, { value })
    : find(
        'marking.filter',
        'caution',
        `Keeps the minimum but stops at ${set}, short of ${need.working}.`,
        reasons,
        undefined,
        { value },
      )
}

function impactOf(meanings: readonly MarkMeaning[], need: MarkNeed): Finding {
  const reasons: Reason[] = [
    {
      rule: 'Eye protection against flying pieces is impact rated and marked',
      source: published('OSHA 29 CFR 1910.133(a)(1) and (b), ANSI Z87.1'),
    },
  ]
  const grades = meanings.flatMap((meaning) => (meaning.impact ? [meaning.impact] : []))
  if (grades.includes('high'))
    return find(
      'marking.impact',
      'clear',
      'High impact: fit under the helmet and for grinding.',
      reasons,
    )
  if (grades.includes('basic'))
    return need.grinding
      ? find(
          'marking.impact',
          'stop',
          'Basic impact only: not for grinding.',
          reasons,
          'Glasses marked Z87+ for grinding.',
        )
      : find(
          'marking.impact',
          'caution',
          'Basic impact only.',
          reasons,
          'Glasses marked Z87+ are the better choice: chips fly while chipping and grinding.',
        )
  return find(
    'marking.impact',
    'unknown',
    'No impact mark: whether it holds is unknown.',
    reasons,
    'Use glasses with the mark on frame and lens.',
  )
}

function tintOf(meanings: readonly MarkMeaning[], need: MarkNeed): Finding[] {
  const tint = Math.max(
    0,
    ...meanings.flatMap((meaning) => meaning.tint ?? (meaning.range ? [meaning.range[1]] : [])),
  )
  if (tint <= 1.7) return []
  const dark = need.working === null ? null : inLine(need.working, tint)
  return [
    find(
      'marking.tint',
      'caution',
      `Tinted ${tint}: ${dark === null ? 'tints stay off under a helmet' : `under shade ${need.working} it would act like ${Math.round(dark * 10) / 10}`}.`,
      [
        { rule: 'Filters in line add up: N1 + N2 - 1', source: Z87 },
        { rule: 'No tinted glasses under a helmet', source: COMMON_PRACTICE },
      ],
      'Clear glasses under the helmet.',
    ),
  ]
}

function systemOf(marking: Marking): Finding[] {
  if (marking.systems.includes('Z87') || !marking.systems.includes('EN')) return []
  return [
    find(
      'marking.system',
      'caution',
      'Marked by the European standards only.',
      [
        {
          rule: 'Sites under US law ask for ANSI Z87.1 or protection shown to be as good',
          source: published('OSHA 29 CFR 1910.133(b)'),
        },
        { rule: 'European marks', source: EN },
      ],
      'Ask whether the site accepts it.',
    ),
  ]
}
