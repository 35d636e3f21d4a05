import type { Finding } from './finding'
import { inSentence, listed } from './wording'

/** The sentence of a Finding that holds for several things alike. */
export const sentenceOf = ({ names, says }: NonNullable<Finding['alike']>): string => {
  const [first, ...rest] = names
  return `${listed([first!, ...rest.map(inSentence)])}${says}`
}

/** The very same judgement: level, words and what to do. */
const keyOf = ({ alike, step, level, remedy }: Finding): string =>
  JSON.stringify([step, level, alike!.says, remedy ?? ''])

function merged(findings: readonly Finding[]): Finding {
  const [first, ...rest] = findings
  if (rest.length === 0) return first!
  const alike = { names: findings.flatMap((one) => one.alike!.names), says: first!.alike!.says }
  const reasons = new Map(
    findings.flatMap((one) => one.reasons).map((reason) => [JSON.stringify(reason), reason]),
  )
  return {
    ...first!,
    // A figure of the first would be read as the figure of all.
    value: undefined,
    alike,
    sentence: sentenceOf(alike),
    reasons: [...reasons.values()],
  }
}

/** The same Finding for several things is one Finding that names them, in the place and with the code of the first; no level changes. */
export function together(findings: readonly Finding[]): Finding[] {
  const groups = new Map<string, Finding[]>()
  for (const finding of findings) {
    const key = finding.alike ? keyOf(finding) : finding.code
    groups.set(key, [...(groups.get(key) ?? []), finding])
  }
  return [...groups.values()].flatMap((group) => (group[0]!.alike ? [merged(group)] : group))
}
