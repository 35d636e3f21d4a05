import { describe, expect, it } from 'vitest'
import { judgeRetest } from '#core/gas/retest'
import { readStamp } from '#core/gas/stamp'

const TODAY = '2026-11-26'
const OWNED = { today: TODAY, tenure: 'owned' as const, stopsUse: false }
const due = (marks: string, more = {}): [string | null, string] => {
  const { dueMonth, finding } = judgeRetest(marks, { ...OWNED, ...more })
  return [dueMonth, finding.level]
}

// Periods by 49 CFR 180.209; stamps in the forms that the section on marking describes. Recalled from memory.
describe('shoulder marks', () => {
  it.each([
    ['DOT 3AA2400 SN K12345 6 A123 98 7 B456 23+', '2028-07', 'clear'],
    ['DOT 3AA2400 6 A123 14 + *', '2024-06', 'caution'],
    ['DOT 3AA2400 6 A123 17 + *', '2027-06', 'clear'],
    ['3AA 2015 6 A123 17 +', '2022-06', 'caution'],
    ['ICC-3A 2015 11/62 03/2025*', '2035-03', 'clear'],
    ['DOT-3AL2216 11-21', '2026-11', 'clear'],
    ['DOT-3AL2216 10-21', '2026-10', 'caution'],
    ['TC-3ALM 153 / DOT-3AL2216 04/2023*', '2028-04', 'clear'],
    ['DOT 8 3 A99 2019', '2029-03', 'clear'],
    ['DOT 8AL 09/2015', '2025-09', 'caution'],
    ['DOT 4BA240 05/2022', '2027-05', 'clear'],
    ['ISO 9809-1 2019/03', '2029-03', 'clear'],
    ['EN 1964 2014-05', '2024-05', 'caution'],
  ])('%s: to %s, %s', (marks, month, level) => {
    expect(due(marks)).toEqual([month, level])
  })

  it('of several specifications the strictest counts', () => {
    expect(due('DOT 3AL2216 UN ISO 7866 2020/02')).toEqual(['2025-02', 'caution'])
    // A star holds for steel only; beside aluminium it is worth nothing.
    expect(due('DOT 3AA2400 DOT 3AL2216 02/2020*')).toEqual(['2025-02', 'caution'])
  })

  it.each([
    ['', 'nothing'],
    ['DOT 3AA2400', 'no date'],
    ['6 A123 18 +', 'no specification'],
    ['DOT 3AA2400 SN 8-25', 'a serial number that looks like a date'],
    ['DOT 3AA2400 8 25', 'two figures side by side'],
    ['DOT 3AA2400 13/2024', 'a month that is none'],
    ['DOT 3AA2400 12/2026', 'a date ahead of today'],
    ['DOT 3AA2400 06/1890', 'a date before there were cylinders'],
    ['DOT 3AA2400 6 A123 1', 'a year of one figure'],
    ['DOT 3HT1850 06/2024', 'a specification not known here'],
    ['rusty, cannot read it', 'words'],
    ['DOT 3AA2400 06/2024/5', 'a longer string of figures'],
  ])('%s is unknown: %s', (marks) => {
    expect(due(marks)).toEqual([null, 'unknown'])
    expect(due(marks, { stopsUse: true, tenure: 'rented' })).toEqual([null, 'unknown'])
  })

  it('two digits are of this century unless that lies ahead', () => {
    expect(readStamp('06/26', TODAY).dates[0]!.year).toBe(2026)
    expect(readStamp('06/27', TODAY).dates[0]!.year).toBe(1927)
  })

  it('the newest counts, wherever it stands', () => {
    expect(readStamp('3AA 07/2023+ 06/1998 09-13*', TODAY).dates.map((date) => date.year)).toEqual([
      2023, 2013, 1998,
    ])
    expect(judgeRetest('3AA 09/2013* 07/2023+', OWNED)).toMatchObject({
      dueMonth: '2028-07',
      plus: true,
    })
  })

  it('says that ten years, as taught, need a star', () => {
    const rules = judgeRetest('DOT 3AA2400 06/2017+', OWNED).finding.reasons.map((one) => one.rule)
    expect(rules.join(' ')).toContain('Ten years, as often taught, needs the star')
    const starred = judgeRetest('DOT 3AA2400 06/2017*', OWNED).finding.reasons.map(
      (one) => one.rule,
    )
    expect(starred.join(' ')).not.toContain('often taught')
  })

  it('past its date it may be emptied; a site may make it a stop; rented it goes back', () => {
    const marks = 'DOT 3AA2400 06/2017'
    expect(judgeRetest(marks, OWNED).finding.sentence).toContain('emptied, not filled')
    expect(judgeRetest(marks, { ...OWNED, stopsUse: true }).finding.level).toBe('stop')
    expect(judgeRetest(marks, { ...OWNED, tenure: 'rented' }).finding.remedy).toContain('supplier')
    const untold = judgeRetest(marks, { ...OWNED, tenure: null }).finding
    expect(untold.reasons.at(-1)!.rule).toContain('not told')
  })
})
