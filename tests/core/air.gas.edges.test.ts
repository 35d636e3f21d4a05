import { describe, expect, it, test } from 'vitest'
import { judgeGasTest, type GasTest } from '#core/air/gas-test'
import { headlineOf, openSubstances, whyUndecided } from '#core/air/headline'
import { judgeAir } from '#core/air/judge'
import { judgeSpot } from '#core/exposure/spot'
import { caseWith } from './air.fixture'
import { GAS_TEST, NOW as now } from './gas.fixture'

describe('what a gas test says', () => {
  test.each([
    [{ oxygen: null }, 'unknown', 'Oxygen was not read.'],
    [{ explosive: null }, 'unknown', 'The explosive limit was not read.'],
    [{ oxygen: null, explosive: null }, 'unknown', 'Oxygen was not read.'],
    [{ oxygen: 19.4 }, 'stop', 'Oxygen 19.4 %: under 19.5 %.'],
    [{ oxygen: 23.6 }, 'stop', 'Oxygen 23.6 %: over 23.5 %.'],
    [{ explosive: 10.5 }, 'stop', '10.5 % of the lower explosive limit: over 10 %.'],
    [{ oxygen: null, explosive: 10.5 }, 'stop', '10.5 % of the lower explosive limit: over 10 %.'],
    [{ explosive: null, oxygen: 19 }, 'stop', 'Oxygen 19 %: under 19.5 %.'],
    [{ explosive: 10 }, 'caution', '10 % of the lower explosive limit: at the limit, not over it.'],
    [
      { bumpTested: false },
      'caution',
      'Readings within limits, but the instrument was not bump tested.',
    ],
    [
      {},
      'clear',
      'Oxygen 20.8 %, explosive 0 % of the limit: within the window until the test runs out.',
    ],
    [{ others: { phosgene: 0.05 } }, 'clear', expect.stringContaining('within the window')],
    [{ others: { phosgene: 0.2 } }, 'stop', expect.stringContaining('Phosgene 0.2 ppm')],
    [
      { oxygen: null, others: { carbonMonoxide: 60 } },
      'stop',
      expect.stringContaining('Carbon monoxide 60 ppm'),
    ],
    [{ others: { ozone: Number.NaN } }, 'unknown', 'Ozone was not read.'],
  ] as [Partial<GasTest>, string, unknown][])('%o: %s', (change, level, sentence) =>
    expect(judgeGasTest({ ...GAS_TEST, ...change }, now, ['osha'])).toMatchObject({
      level,
      sentence,
    }),
  )
  it('counts until its end, not at it', () => {
    const at = (time: string) => judgeGasTest(GAS_TEST, new Date(time), ['osha']).level
    expect(at('2026-05-04T10:59:59Z')).toBe('clear')
    expect(at('2026-05-04T11:00:00Z')).toBe('unknown')
  })
})

describe('a momentary reading at its limits', () => {
  it('at a limit is within it, over it is not', () => {
    // OSHA, recalled: nitrogen dioxide ceiling 5 ppm, carbon monoxide 50 ppm over 8 h.
    expect(judgeSpot('nitrogenDioxide', 5, ['osha']).level).toBe('clear')
    expect(judgeSpot('nitrogenDioxide', 5.01, ['osha']).level).toBe('stop')
    expect(judgeSpot('carbonMonoxide', 50, ['osha']).level).toBe('clear')
    expect(judgeSpot('carbonMonoxide', 50.1, ['osha']).level).toBe('caution')
    expect(judgeSpot('carbonMonoxide', 0, ['osha']).level).toBe('clear')
    expect(judgeSpot('carbonMonoxide', -1, ['osha']).level).toBe('unknown')
  })
  it('without an adopted limit the strictest on file is named', () => {
    expect(judgeSpot('phosgene', 0.01, ['acgih']).says).toContain(
      'within the strictest known, 0.02',
    )
    expect(judgeSpot('phosgene', 0.03, ['acgih']).says).toContain('over the strictest known, 0.02')
  })
})

describe('the headline of an air check', () => {
  const answer = (change: Parameters<typeof caseWith>[1]) =>
    judgeAir(caseWith({}, change), ['osha'], null, 'none')
  it('says why nothing decides', () => {
    const none = answer({ consumable: null })
    expect(headlineOf(none)).toBeNull()
    expect(whyUndecided(none)).toContain('total fume: no emission factor is on file')
    const bounded = answer({ process: 'GTAW', consumable: null, baseMetal: 'stainless' })
    expect(whyUndecided(bounded)).toContain('total fume: only an upper bound is known')
    const cobalt = judgeAir(caseWith({ background: { cobalt: 1 } }), ['eu'], null, 'none')
    expect(whyUndecided(cobalt)).toContain('cobalt: no limit in the sets adopted')
  })
  it('is unknown while a substance is open, unless it is over', () => {
    const open = answer({})
    expect(openSubstances(open)).toContain('fluorides')
    expect(headlineOf(open)!.level).toMatch(/unknown|stop/)
    const over = answer({ consumed: { by: 'rate', rate: 100 } })
    expect(headlineOf(over)!.level).toBe('stop')
  })
})
