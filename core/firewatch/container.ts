import type { Finding } from '../finding/finding'
import { clear, legalStop, unknown, type Judged } from '../finding/judged'
import { COMMON_PRACTICE, published, type Source } from '../finding/source'

export const CONTENTS = ['harmless', 'flammable', 'toxic', 'unknown'] as const
export type Contents = (typeof CONTENTS)[number]
export const CONTENTS_NAME: Readonly<Record<Contents, string>> = {
  harmless: 'Nothing that burns or harms',
  flammable: 'Something that burns or gives off vapour',
  toxic: 'Something that harms people',
  unknown: 'Nobody knows',
}

export const CLEANINGS = ['new', 'steam', 'hotWater', 'chemical', 'notCleaned'] as const
export type Cleaning = (typeof CLEANINGS)[number]
export const CLEANING_NAME: Readonly<Record<Cleaning, string>> = {
  new: 'New, never filled',
  steam: 'Steam',
  hotWater: 'Hot water or caustic',
  chemical: 'Chemical cleaning',
  notCleaned: 'Not cleaned',
}

export const PURGES = ['inert', 'water', 'none'] as const
export type Purge = (typeof PURGES)[number]
export const PURGE_NAME: Readonly<Record<Purge, string>> = {
  inert: 'With inert gas',
  water: 'Filled with water to below the work',
  none: 'Not purged',
}

/** What is known of a container, pipe or hollow part before heat. null: not told. */
export interface ContainerCheck {
  /** What was in it, as people call it. */
  held: string
  contents: Contents | null
  cleaned: Cleaning | null
  /** Who tested the air in it. */
  tester: string
  /** ms since the epoch */
  testedAt: number | null
  /** Reading, % of the lower explosive limit. */
  explosive: number | null
  /** Pipes and connections taken off or blanked. */
  isIsolated: boolean | null
  isVented: boolean | null
  purged: Purge | null
}

interface Context {
  /** When the permit begins; times in ms since the epoch. */
  from: number | null
  now: number
}

const rule = (paragraph: string): Source => published(`OSHA 29 CFR 1910.252(a)(3)${paragraph}`)
/** A test counts for work that begins within so many minutes of it. Common practice. */
const TEST_COUNTS = 60
const MINUTE = 60_000

/** Of a container of which nothing is told yet. */
export const NOTHING_TOLD: ContainerCheck = {
  held: '',
  contents: null,
  cleaned: null,
  tester: '',
  testedAt: null,
  explosive: null,
  isIsolated: null,
  isVented: null,
  purged: null,
}

/**
 * Whether a container, pipe or hollow part may be heated. What is not told is unknown; a past that nobody knows is a stop.
 * Source: OSHA 29 CFR 1910.252(a)(3): cleaned until nothing is left that burns, connections off or blanked, vented; purging is advised.
 */
export function judgeContainer(check: ContainerCheck | null, context: Context): Finding[] {
  const told = check ?? NOTHING_TOLD
  const isNew = told.cleaned === 'new' && told.contents === 'harmless'
  return [
    pastOf(told),
    cleaningOf(told),
    ...(isNew ? [] : [testOf(told, context), isolationOf(told), purgeOf(told)]),
    ventOf(told),
  ]
}

const finding = (
  code: string,
  judged: Judged,
  [reason, source]: [string, Source],
  inputs?: Finding['reasons'][number]['inputs'],
): Finding => ({
  code: `fire.container${code}`,
  step: 'fire',
  ...judged,
  reasons: [{ rule: reason, source, ...(inputs && { inputs }) }],
})

function pastOf({ contents, held }: ContainerCheck): Finding {
  const known = (): Judged => {
    if (contents === null)
      return unknown('What the container held is not told.', 'Find out what was in it, and say so.')
    if (contents === 'unknown')
      return legalStop(
        'Nobody knows what the container held.',
        'Never weld a container whose past is unknown. Use another, or have it examined.',
      )
    if (contents !== 'harmless' && held.trim() === '')
      return unknown('What was in the container is not named.', 'Name it.')
    return clear(`It held: ${held.trim() || CONTENTS_NAME[contents].toLowerCase()}.`)
  }
  return finding('Past', known(), ['The past of a container is known', rule('(i)')])
}

function cleaningOf({ cleaned, contents }: ContainerCheck): Finding {
  const judged = (): Judged => {
    if (cleaned === null)
      return unknown('How the container was cleaned is not told.', 'Say how it was cleaned.')
    if (cleaned === 'new' && contents !== 'harmless')
      return legalStop(
        'A container that was never filled cannot have held something.',
        'Say which of the two is right.',
      )
    if (cleaned === 'notCleaned' && contents !== 'harmless')
      return legalStop(
        'The container was not cleaned.',
        'Have it cleaned until nothing is left that burns or gives off fumes.',
      )
    return clear(`Cleaned: ${CLEANING_NAME[cleaned].toLowerCase()}.`)
  }
  return finding('Cleaned', judged(), [
    'Cleaned so thoroughly that nothing is left that burns or gives off toxic vapour',
    rule('(i)'),
  ])
}

function testOf(check: ContainerCheck, context: Context): Finding {
  const { explosive, tester, testedAt } = check
  return finding(
    'Tested',
    testJudged(check, context),
    ['Air in it tested before heat; nothing that burns may be left', rule('(i)')],
    {
      tested: tester.trim() || 'nobody named',
      explosive: explosive === null ? 'not read' : `${explosive} % of the limit`,
      ...(testedAt !== null &&
        context.from !== null && {
          before: { amount: (context.from - testedAt) / MINUTE, unit: 'min' as const },
        }),
    },
  )
}

function testJudged(
  { explosive, tester, testedAt }: ContainerCheck,
  { from, now }: Context,
): Judged {
  if (explosive !== null && Number.isFinite(explosive) && explosive > 0)
    return legalStop(
      `${explosive} % of the lower explosive limit in it: something is left that burns.`,
      'Clean it again, vent it, and test again.',
    )
  if (explosive === null || !Number.isFinite(explosive) || explosive < 0)
    return unknown(
      'The air in the container was not read.',
      'Have a competent person test the air in it and enter the reading.',
    )
  if (tester.trim() === '')
    return unknown('Who tested the container is not told.', 'Name who tested it.')
  if (testedAt === null || from === null)
    return unknown('When the container was tested is not told.', 'Enter the time of the test.')
  if (testedAt > now)
    return unknown(
      'The test of the container lies in the future.',
      'Enter the time at which it was tested.',
    )
  if (testedAt < from - TEST_COUNTS * MINUTE)
    return unknown(
      `The container was tested more than ${TEST_COUNTS} min before the work begins.`,
      'Test it again, shortly before the work.',
    )
  return clear(`Tested by ${tester.trim()}: nothing that burns was found.`)
}

function isolationOf({ isIsolated }: ContainerCheck): Finding {
  return finding(
    'Isolated',
    yesNo(isIsolated, {
      yes: 'Pipes and connections are off or blanked.',
      no: 'Pipes or connections still lead to it.',
      open: 'Whether pipes still lead to the container is not told.',
      remedy: 'Take them off or blank them.',
    }),
    ['Pipe lines and connections disconnected or blanked', rule('(i)')],
  )
}

function ventOf({ isVented }: ContainerCheck): Finding {
  return finding(
    'Vented',
    yesNo(isVented, {
      yes: 'Vented: hot air and gas can get out.',
      no: 'The hollow part is closed: heat bursts it.',
      open: 'Whether the container is vented is not told.',
      remedy: 'Open or drill a vent before heat.',
    }),
    ['Hollow parts are vented before they are heated', rule('(ii)')],
  )
}

function purgeOf({ purged, contents }: ContainerCheck): Finding {
  const judged = (): Judged => {
    if (purged === null)
      return unknown('Whether the container is purged is not told.', 'Say whether it is.')
    if (purged === 'none' && contents !== 'harmless')
      return {
        level: 'caution',
        sentence: 'Not purged: vapour may come back out of seams and rust when it gets hot.',
        remedy: 'Purge it with inert gas, or fill it with water to below the work.',
      }
    return clear(`Purged: ${PURGE_NAME[purged].toLowerCase()}.`)
  }
  return finding('Purged', judged(), [
    'Purging with inert gas is advised',
    purged === 'water' ? COMMON_PRACTICE : rule('(ii)'),
  ])
}

const yesNo = (
  told: boolean | null,
  words: { yes: string; no: string; open: string; remedy: string },
): Judged => {
  if (told === null) return unknown(words.open, words.remedy)
  return told ? clear(words.yes) : legalStop(words.no, words.remedy)
}
