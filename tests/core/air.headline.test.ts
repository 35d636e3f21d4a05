import { describe, expect, it } from 'vitest'
import { headlineOf, openSubstances, whyUndecided } from '#core/air/headline'
import { judgeAir } from '#core/air/judge'
import { caseWith } from './air.fixture'

const answer = (
  change: Parameters<typeof caseWith>[0],
  source: Parameters<typeof caseWith>[1] = {},
) => judgeAir(caseWith(change, source), ['osha'], null, 'none')

describe('the one figure of an air check', () => {
  it('is the substance that comes nearest to its limit of those that are known, not only bounded', () => {
    const judged = answer({})
    const headline = headlineOf(judged)!
    const shares = judged.substances.flatMap(({ governs, breathed }) =>
      governs && !breathed.bound ? [governs.share] : [],
    )
    expect(shares.length).toBeGreaterThan(1)
    expect(headline.share).toBe(Math.max(...shares))
    expect(headline.drawn).toBe(false)
  })

  it('is over in a small room, and clear in a great one with everything known', () => {
    expect(headlineOf(answer({ flow: 0.01 }))!.level).toBe('stop')
    const roomy = answer({ flow: 200, near: null })
    expect(openSubstances(roomy)).toEqual([])
    expect(headlineOf(roomy)!.level).toBe('clear')
  })

  it('is never an all-clear while a substance is without an answer', () => {
    const stainless = answer({ flow: 200, near: null }, { baseMetal: 'stainless' })
    expect(openSubstances(stainless)).toContain('chromiumVI')
    expect(headlineOf(stainless)!.level).toBe('unknown')
    const small = answer({ flow: 0.01 }, { baseMetal: 'stainless' })
    expect(headlineOf(small)!.level).toBe('stop')
  })

  it('is none where nothing is known, and says substance by substance why', () => {
    const judged = answer({}, { consumable: null })
    expect(headlineOf(judged)).toBeNull()
    const why = whyUndecided(judged)
    expect(why).toMatch(/^total fume: .+/)
    expect(why.split('; ')).toHaveLength(judged.substances.length)
  })
})
