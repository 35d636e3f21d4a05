import { blocks, overridable, type Finding } from '../finding/finding'

/** A lead's written reason for setting a stop aside. */
export interface Override {
  code: string
  reason: string
}

export interface Gates {
  ready: boolean
  open: Finding[]
  overridden: { finding: Finding; reason: string }[]
}

/**
 * Whether a set of Findings lets a permit be issued. Any stop or unknown holds it back;
 * an override counts only for a stop that is not law.
 */
export function gates(findings: readonly Finding[], overrides: readonly Override[]): Gates {
  const overridden = findings.filter(overridable).flatMap((finding) => {
    const given = overrides.find((override) => override.code === finding.code)
    return given ? [{ finding, reason: given.reason }] : []
  })
  const open = findings.filter(
    (finding) => blocks(finding) && !overridden.some((entry) => entry.finding === finding),
  )
  return { ready: findings.length > 0 && open.length === 0, open, overridden }
}
