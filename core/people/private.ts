import type { Finding, Level } from '../finding/finding'
import { published } from '../finding/source'

/** Findings that say something of a person's eyes or lungs. */
const PRIVATE: readonly string[] = [
  'eyes.person',
  'eyes.glasses',
  'eyes.correction',
  'body.respirator',
  'people.respirator',
  'people.fitTest',
]

const READY: Record<Level, string> = {
  clear: 'Ready.',
  caution: 'Ready, with something to mind.',
  unknown: 'Not known to be ready.',
  stop: 'Not ready.',
}

/** Whether a Finding is for the person and those who answer for the work only. */
export const isPrivate = ({ code }: Finding): boolean => PRIVATE.includes(code)

/** A private Finding as others see it: ready or not, and no more. The level stays. */
export const withheld = ({ code, step, level, legal }: Finding): Finding => ({
  code,
  step,
  level,
  ...(legal !== undefined && { legal }),
  sentence: `${step === 'eyes' ? 'Eyes' : 'Respirator'}: ${READY[level].toLowerCase()}`,
  remedy: 'The person and the staff know the reason; ask there.',
  reasons: [
    {
      rule: 'Health data is seen by the person and by lead and instructor only',
      source: published('OSHA 29 CFR 1910.134(e)(6)(i); ADA, 29 CFR 1630.14(c)'),
    },
  ],
})
