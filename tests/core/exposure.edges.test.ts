import { describe, expect, it } from 'vitest'
import { exposureFinding } from '#core/exposure/exposure-finding'
import { strictest } from '#core/exposure/limits.table'

describe('the words of an exposure', () => {
  const limit = strictest('lead', 'twa', ['osha'])!
  const finding = (concentration: number, change: object = {}) =>
    exposureFinding({
      limit,
      concentration,
      how: 'Measured',
      average: concentration,
      protection: 1,
      ownAir: false,
      value: { amount: concentration, unit: 'mg/m3' },
      caveat: 'One result.',
      reasons: [],
      ...change,
    })
  it('over the action level it is sampled, though under half of the limit', () => {
    // OSHA 1910.1025: lead 0.05, action level 0.03 mg/m3; cadmium and chromium VI half of theirs.
    expect(finding(0.024)).toMatchObject({ level: 'clear' })
    expect(finding(0.025)).toMatchObject({ level: 'caution' })
    expect(finding(0.02, { average: 0.03 }).sentence).toContain('over the action level')
    expect(finding(0.02, { average: 0.0299 }).level).toBe('clear')
    const plain = strictest('nickel', 'twa', ['osha'])!
    expect(finding(0.4, { limit: plain, average: 0.4 }).level).toBe('clear')
  })
  it('a worn factor is named where it does not reach', () => {
    expect(finding(0.6, { protection: 10 }).sentence).toContain('over what a factor of 10 covers')
    expect(finding(0.06).sentence).not.toContain('factor')
    expect(finding(0.06, { legal: true }).legal).toBe(true)
    expect(finding(0.4, { protection: 10 }).sentence).toContain(
      'the respirator (factor 10) covers it',
    )
  })
})
