import { inSentence } from '../finding/wording'
import type { Finding, Input } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { isArc, PROCESS_NAME } from '../job/job'
import {
  askSchools,
  guideMinimum,
  legalRows,
  measureOf,
  rowSays,
  type SchoolAnswer,
  type ShadeQuery,
  type ShadeRules,
} from './school'
import { HOUSE_CHART, LEGAL_MINIMUM } from './shade.table'
import { SCHOOL_NAME, SCHOOL_SAYS } from './terms'

export type { ShadeQuery } from './school'

export interface ShadeAnswer {
  /** `filter`: a shade is asked for. `impact`: no arc, impact protection only. `light`: the arc is under flux. `laser`: optical density instead of a shade. */
  need: 'filter' | 'impact' | 'light' | 'laser'
  /** Legal minimum, or null when the chart has no row. */
  floor: number | null
  /** Where to start, by the school the shop chose, never under the floor; null when there is no floor. */
  working: number | null
  schools: SchoolAnswer[]
  findings: Finding[]
}

/** Until a shop decides otherwise: start from the guide; the chart in common use stands by. */
export const DEFAULT_SHADE_RULES: ShadeRules = { school: 'guide', house: HOUSE_CHART }

const eyes = (finding: Omit<Finding, 'step'>): Finding => ({ step: 'eyes', ...finding })

/**
 * Legal minimum, working shade and what each school says for a job.
 * Arc processes go by amps (A) and, for SMAW, electrode diameter (mm); flame processes by plate thickness (mm) or, in Europe, gas flow (L/h).
 * Outside the legal chart, or with the measure missing, the Findings are `unknown` and both numbers null: never extrapolated.
 * Source: OSHA 29 CFR 1910.133(a)(5); ANSI Z49.1 / AWS F2.2; EN 169 / EN 379; the shop's chart.
 */
export function assignShade(
  query: ShadeQuery,
  rules: ShadeRules = DEFAULT_SHADE_RULES,
): ShadeAnswer {
  const without = noFilter(query)
  if (without) return { ...without, floor: null, working: null, schools: [] }
  const schools = askSchools(query, rules.house)
  const law = schools[0]!
  if (law.shade === null) {
    return {
      need: 'filter',
      floor: null,
      working: null,
      schools,
      findings: [
        eyes({
          code: 'eyes.minimum',
          level: 'unknown',
          sentence: `No shade, because ${whyNot(query)}`,
          remedy:
            'Correct the entry. Outside the table ask a competent person; it is never extrapolated.',
          reasons: [
            {
              rule: 'Minimum shade by process and current or plate',
              source: law.source,
              inputs: inputsOf(query),
            },
          ],
        }),
      ],
    }
  }
  const floor = law.shade
  const chosen = schools.find((answer) => answer.school === rules.school)!
  // Where the chosen school is silent the guide stands in, then the law.
  const used = [chosen, schools[1]!].find((answer) => answer.shade !== null) ?? law
  const working = Math.max(floor, used.shade!)
  return {
    need: 'filter',
    floor,
    working,
    schools,
    findings: [
      minimum(query, law, floor),
      start(query, chosen, used, working, floor),
      ...electrode(query),
      ...raised(chosen),
    ],
  }
}

function minimum(query: ShadeQuery, law: SchoolAnswer, floor: number): Finding {
  return eyes({
    code: 'eyes.minimum',
    level: 'clear',
    value: { amount: floor, unit: 'shade' },
    sentence: `Never lighter than shade ${floor}.`,
    ...(query.arcHidden && {
      remedy:
        'The table is for an arc that is clearly seen. Where the work hides it a lighter filter may serve; the table gives no figure, so a competent person decides.',
    }),
    reasons: [{ rule: `Legal minimum, ${law.row}`, source: law.source, inputs: inputsOf(query) }],
  })
}

function start(
  query: ShadeQuery,
  chosen: SchoolAnswer,
  used: SchoolAnswer,
  working: number,
  floor: number,
): Finding {
  const own = guideMinimum(query)
  const silent = used !== chosen
  const named = SCHOOL_SAYS[used.school]
  return eyes({
    code: 'eyes.start',
    level: 'clear',
    value: { amount: working, unit: 'shade' },
    sentence:
      working > floor
        ? `Start at shade ${working}; come down one at a time until the puddle shows, not under ${floor}.`
        : `Start at the minimum, ${floor}, or darker.`,
    reasons: [
      ...(silent
        ? [
            {
              rule: `${SCHOOL_NAME[chosen.school]} gives the working shade in this shop, but ${chosen.because}; ${named} stands in`,
              source: chosen.source,
            },
          ]
        : []),
      {
        rule:
          used.school === 'guide'
            ? `Suggested comfort shade, ${used.row}`
            : `Working shade by ${named}, ${used.row}`,
        source: used.source,
        inputs: inputsOf(query),
      },
      ...(own
        ? [
            {
              rule: `The guide's own minimum is ${own.shade}${own.shade < floor ? `; the law's ${floor} goes before it` : ''}`,
              source: own.source,
            },
          ]
        : []),
      { rule: 'Start too dark and come down, never under the minimum', source: COMMON_PRACTICE },
    ],
  })
}

/** Current and electrode size may ask for different shades; then the darker counts and the reader is told. */
function electrode(query: ShadeQuery): Finding[] {
  const { measure, electrode: size } = legalRows(query)
  if (!measure || !size || measure.shade === size.shade) return []
  const darker =
    size.shade > measure.shade
      ? `the electrode, ${rowSays(size)}`
      : `the current, ${rowSays(measure)}`
  return [
    eyes({
      code: 'eyes.electrode',
      level: 'clear',
      value: { amount: Math.max(size.shade, measure.shade), unit: 'shade' },
      sentence: `Current asks for ${measure.shade}, electrode size for ${size.shade}: the darker counts.`,
      remedy: 'Check that the current suits this electrode.',
      reasons: [
        {
          rule: `Two rows of the table disagree; ${darker}, decides`,
          source: size.source,
          inputs: inputsOf(query),
        },
      ],
    }),
  ]
}

function raised(chosen: SchoolAnswer): Finding[] {
  if (chosen.raisedFrom === null) return []
  return [
    eyes({
      code: 'eyes.house',
      level: 'caution',
      value: { amount: chosen.shade!, unit: 'shade' },
      sentence: `The house chart says ${chosen.raisedFrom}, under the legal minimum: raised to ${chosen.shade}.`,
      remedy: 'Correct the house chart.',
      reasons: [
        { rule: `House chart, ${chosen.row}`, source: chosen.source },
        { rule: 'No house value goes under the legal minimum', source: LEGAL_MINIMUM[0]!.source },
      ],
    }),
  ]
}

/** Work that asks for something other than a shade number by the table. */
function noFilter(query: ShadeQuery): Pick<ShadeAnswer, 'need' | 'findings'> | null {
  if (query.process === 'GRIND') {
    return {
      need: 'impact',
      findings: [
        eyes({
          code: 'eyes.minimum',
          level: 'clear',
          sentence: 'No shade for grinding: clear, impact-rated glasses under a face shield.',
          remedy:
            'A welding helmet in grind mode serves as the shield; put it back before the next arc.',
          reasons: [
            { rule: 'Grinding gives no arc; the hazard is flying metal', source: COMMON_PRACTICE },
          ],
        }),
      ],
    }
  }
  if (query.process === 'LBW') return { need: 'laser', findings: [] }
  if (query.process !== 'SAW') return null
  if (!query.arcHidden) {
    return {
      need: 'filter',
      findings: [
        eyes({
          code: 'eyes.minimum',
          level: 'unknown',
          sentence: 'No shade, because the table has no row for a submerged arc that shows.',
          remedy:
            'Keep the arc under its flux. If it breaks through, stop, and ask a competent person.',
          reasons: [
            {
              rule: 'Minimum shade by process and current',
              source: LEGAL_MINIMUM[0]!.source,
              inputs: inputsOf(query),
            },
          ],
        }),
      ],
    }
  }
  return {
    need: 'light',
    findings: [
      eyes({
        code: 'eyes.minimum',
        level: 'caution',
        sentence: 'The arc is under the flux: clear safety glasses, or a light shade of 2 or 3.',
        remedy:
          'If the flux parts and the arc shows, look away and stop. The legal table has no row for this process.',
        reasons: [
          {
            rule: 'A hidden arc needs no filter; glasses or a light shade against a flash',
            source: COMMON_PRACTICE,
            inputs: inputsOf(query),
          },
        ],
      }),
    ],
  }
}

function whyNot(query: ShadeQuery): string {
  const measure = measureOf(query)
  if (typeof measure === 'string') return measure
  const { measure: row, electrode: size } = legalRows(query)
  if (row && !size) return `an electrode of ${query.electrode} mm lies outside the table.`
  return measure.by === 'amps'
    ? `${measure.x} A lies outside the table for ${inSentence(PROCESS_NAME[query.process])}.`
    : 'the plate thickness must be more than zero.'
}

function inputsOf(query: ShadeQuery): Record<string, Input> {
  return {
    process: PROCESS_NAME[query.process],
    ...(isArc(query.process) &&
      query.amps !== null && { current: { amount: query.amps, unit: 'A' as const } }),
    ...(query.electrode !== null && {
      electrode: { amount: query.electrode, unit: 'mm' as const },
    }),
    ...(query.thickness !== null && { plate: { amount: query.thickness, unit: 'mm' as const } }),
    ...(query.gasFlow !== null && { gasFlow: { amount: query.gasFlow, unit: 'L/h' as const } }),
  }
}
