import { describe, expect, it } from 'vitest'
import { FOR_GOOD, keepingFault, MINIMUM, RECORD_KINDS } from '#core/keeping/rules'

describe('how long records are kept', () => {
  it('is for good where nothing is said', () => {
    for (const kind of RECORD_KINDS) expect(keepingFault(kind, null)).toBeNull()
  })
  // 29 CFR 1910.157(e)(3): the record of the yearly maintenance is kept for a year after the last entry; the next is made a year on.
  it('is two years at least for looks, so that a yearly one outlives the next by a year', () => {
    expect(keepingFault('inspection', 2)).toBeNull()
    expect(keepingFault('inspection', 1)).toBe('From 2 to 100 years, or empty for good.')
  })
  // 29 CFR 1910.1020(d)(1)(ii)(A): raw data may go after a year where what was found is kept.
  it('is a year at least for single values of a monitor', () => {
    expect(keepingFault('reading', 1)).toBeNull()
    expect(MINIMUM.reading.source.document).toContain('1910.1020(d)(1)(ii)(A)')
  })
  it('is not told in parts of years, backwards, without end or in no figure', () => {
    for (const kind of RECORD_KINDS)
      for (const years of [0, -5, 2.5, 101, Infinity, Number.NaN])
        expect(keepingFault(kind, years)).not.toBeNull()
  })
  // 29 CFR 1910.1020(d)(1)(ii): 30 years.
  it('never touches what a person was exposed to', () =>
    expect(FOR_GOOD.map(({ what }) => what).join()).toMatch(
      /samples.*monitor readings by the hour/,
    ))
})
