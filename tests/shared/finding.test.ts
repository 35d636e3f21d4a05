import { describe, expect, it } from 'vitest'
import { findingSchema } from '#shared/finding/schema'
import { inputsText } from '#shared/finding/input-text'

const when = (moment: string): string => `at ${moment.slice(11, 16)}`

describe('the numbers behind a reason', () => {
  it('have words and units of the trade', () => {
    expect(
      inputsText(
        { hardHat: false, position: 'overhead', perWelder: { amount: 25.4, unit: 'mm' } },
        'us',
        when,
      ),
    ).toBe('hard hat: no, position: overhead, each welder: 1 in')
    expect(inputsText({ perWelder: { amount: 25.4, unit: 'mm' } }, 'si', when)).toBe(
      'each welder: 25.4 mm',
    )
  })
  it('say days and moments as everywhere else', () => {
    expect(
      inputsText(
        { last: '2026-03-05', until: '2026-03-05T14:07:00.000Z', daysSince: 'never' },
        'us',
        when,
      ),
    ).toBe('last survey: 5 Mar 2026, holds until: at 14:07, days since the last look: never')
  })
  it('names that are words already stay', () => {
    expect(inputsText({ 'Carbon monoxide': '30 ppm' }, 'us', when)).toBe('Carbon monoxide: 30 ppm')
  })
})

describe('a Finding on its way', () => {
  it('keeps what it holds for, and nothing that no one knows', () => {
    const finding = {
      code: 'air.fume',
      step: 'air',
      level: 'unknown',
      sentence: 'A and b, not judged.',
      reasons: [],
      alike: { names: ['A', 'B'], says: ', not judged.' },
    }
    expect(findingSchema.parse({ ...finding, sneaked: 1 })).toEqual(finding)
    expect(findingSchema.safeParse({ ...finding, level: 'safe' }).success).toBe(false)
  })
})
