import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import type { JudgedCylinder } from './judge'
import type { CylinderState } from './move'

const HELD: Partial<Record<CylinderState, string>> = {
  empty: 'is marked empty',
  quarantine: 'is set apart',
  returned: 'has gone back to the supplier',
}

/**
 * What on record keeps a cylinder from work, beside its inspection: its state, that it lay down, and a test date that ran out. Marks that nobody has
 * typed add nothing here, as the inspection looks at the stamp itself.
 */
export function heldBack(
  label: string,
  state: CylinderState | null,
  { findings }: Pick<JudgedCylinder, 'findings'>,
): Finding[] {
  const says = state && HELD[state]
  const held: Finding[] = says
    ? [
        {
          code: 'gas.state',
          step: 'gear',
          level: 'stop',
          sentence: `Cylinder ${label} ${says}.`,
          remedy: 'Take another, or look at it and say how it is.',
          reasons: [{ rule: 'Only a cylinder in order is connected', source: COMMON_PRACTICE }],
        },
      ]
    : []
  const standing = findings
    .filter(({ code }) => code === 'gas.standing')
    .map((finding) => ({ ...finding, sentence: `Cylinder ${label}: ${finding.sentence}` }))
  const retest = findings.find(({ code }) => code === 'gas.retest')
  return retest && (retest.level === 'stop' || retest.level === 'caution')
    ? [...held, ...standing, { ...retest, sentence: `Cylinder ${label}: ${retest.sentence}` }]
    : [...held, ...standing]
}
