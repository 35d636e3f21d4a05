const WORST_FIRST = ['critical', 'high', 'moderate', 'low', 'info']

/**
 * Read what `npm audit --json` says.
 * @returns {{ name: string, severity: string, range: string }[] | null} worst first; null where it gave no answer
 */
export function knownHoles(output) {
  const start = output.indexOf('{')
  try {
    const { vulnerabilities } = JSON.parse(output.slice(start))
    if (typeof vulnerabilities !== 'object' || vulnerabilities === null) return null
    return Object.values(vulnerabilities)
      .map(({ name, severity, range }) => ({ name, severity, range }))
      .sort((a, b) => WORST_FIRST.indexOf(a.severity) - WORST_FIRST.indexOf(b.severity))
  } catch {
    return null
  }
}
