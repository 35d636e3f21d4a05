import { describe, expect, it } from 'vitest'
import type { FumeSource } from '#core/air/case'
import { emissionsOf } from '#core/air/emit'
import { judgeAir } from '#core/air/judge'
import { mostInBase, mostInMelt } from '#core/fume/alloy.table'
import { emissionRate, type Emission } from '#core/fume/emission'
import { mostInFume } from '#core/fume/enrichment'
import { PARTICULATES, type Particulate } from '#core/exposure/terms'
import { BASE_METALS, type BaseMetal } from '#core/job/job'
import { caseWith, SOURCE } from './air.fixture'

const tig = (baseMetal: BaseMetal, substance: Particulate, consumable: string | null = null) =>
  emissionRate(
    { process: 'GTAW', amps: 95, consumable, consumption: null, baseMetal },
    substance,
  ) as Emission | null

describe('GTAW without a listed filler', () => {
  // Screening value 0.5 g/h, upper end. Stainless: chromium at most 32 % (312), nickel 37 % (330), manganese 15.5 % (205).
  it('bounds each metal by what the alloy can hold, richer in the fume', () => {
    expect(tig('stainless', 'fume')!.rate).toBe(0.5)
    expect(tig('stainless', 'chromium')!.rate).toBeCloseTo(0.16, 12)
    expect(tig('stainless', 'nickel')!.rate).toBeCloseTo(0.185, 12)
    expect(tig('stainless', 'manganese')!.rate).toBeCloseTo(0.5 * 0.155 * 6, 12)
    expect(tig('carbon_steel', 'manganese')!.rate).toBeCloseTo(0.5 * 0.021 * 6, 12)
  })
  it('chromium VI is at most all chromium', () => {
    expect(tig('stainless', 'chromiumVI')!.rate).toBe(tig('stainless', 'chromium')!.rate)
  })
  it('is a bound, never a figure, and says from what', () => {
    for (const base of BASE_METALS)
      for (const substance of PARTICULATES) {
        const emission = tig(base, substance)
        if (!emission) continue
        expect(emission.bound, `${base} ${substance}`).toBe(true)
        expect(emission.rate).toBeGreaterThan(0)
        expect(emission.rate).toBeLessThanOrEqual(0.5)
      }
    expect(tig('stainless', 'nickel')).toMatchObject({
      inputs: { ofMelt: { amount: 0.37 }, ofFume: { amount: 0.37 } },
    })
    expect(tig('stainless', 'nickel')!.source.document).toContain('Composition limits')
    expect(tig('unknown', 'nickel')!.basis).toBe('at most the whole fume')
  })
  it('an unknown base metal may be all of anything', () => {
    for (const substance of ['chromium', 'chromiumVI', 'nickel', 'manganese'] as const)
      expect(tig('unknown', substance)!.rate).toBe(0.5)
  })
  it('a filler that is richer than the base metal counts', () => {
    expect(tig('carbon_steel', 'chromium', 'GMAW ER316')!.rate).toBeGreaterThanOrEqual(0.16)
    expect(tig('stainless', 'nickel', 'GMAW ERNiCrMo')!.rate).toBe(0.5)
  })
})

describe('what an alloy can hold', () => {
  it('never less than usual grades do', () => {
    // AISI and UNS ranges, recalled: grade, family, and its upper limits.
    const GRADES: [BaseMetal, Particulate, number][] = [
      ['stainless', 'chromium', 0.2], // 304
      ['stainless', 'chromium', 0.26], // 310
      ['stainless', 'nickel', 0.22], // 310
      ['stainless', 'manganese', 0.02], // 304
      ['stainless', 'manganese', 0.1], // 202
      ['carbon_steel', 'manganese', 0.0165], // 1.65 % is the end of carbon steel
      ['carbon_steel', 'manganese', 0.0185], // filler ER70S-6
      ['nickel_alloy', 'chromium', 0.23], // 625
      ['nickel_alloy', 'nickel', 0.99],
      ['aluminium', 'manganese', 0.015], // 3003
    ]
    for (const [base, metal, share] of GRADES)
      expect(mostInBase(base, metal), `${base} ${metal}`).toBeGreaterThanOrEqual(share)
  })
  it('the richer of base metal and filler; hardfacing has no bound', () => {
    expect(mostInMelt('carbon_steel', null, 'manganese')).toBe(0.021)
    expect(mostInMelt('carbon_steel', 'stainless', 'manganese')).toBe(0.155)
    expect(mostInMelt('stainless', 'steel', 'manganese')).toBe(0.155)
    expect(mostInMelt('carbon_steel', 'hardfacing', 'manganese')).toBe(1)
  })
  it('the fume is richer in manganese, and nothing is more than all of it', () => {
    // Derived from AP-42 12.19: E70S has 0.318 of 5.2 g/kg, 6.1 %, from a wire of about 1.4 %.
    expect(mostInFume('manganese', 0.014)).toBeGreaterThan(0.318 / 5.2)
    expect(mostInFume('chromium', 0.2)).toBe(0.2)
    expect(mostInFume('nickel', 0.2)).toBe(0.2)
    expect(mostInFume('copper', 0.3)).toBe(0.6)
    expect(mostInFume('manganese', 0.5)).toBe(1)
    // ER308: 0.524 Cr and 0.184 Ni of 5.4 g/kg from a wire with about 20 % Cr and 10 % Ni.
    expect(mostInFume('chromium', 0.2)).toBeGreaterThan(0.524 / 5.4)
    expect(mostInFume('nickel', 0.1)).toBeGreaterThan(0.184 / 5.4)
  })
})

describe('grinding', () => {
  const grind = (baseMetal: BaseMetal, grinding: number | null): FumeSource => ({
    ...SOURCE,
    kind: 'grind',
    process: 'GRIND',
    consumable: null,
    baseMetal,
    grinding,
  })
  it('stainless throws up chromium, nickel and manganese: at most their share of the metal', () => {
    const found = emissionsOf(grind('stainless', 10))
    expect(found.get('fume')).toMatchObject({ rate: 10, bound: false })
    expect(found.get('chromium')).toMatchObject({ rate: 3.2, bound: true })
    expect(found.get('chromiumVI')).toMatchObject({ rate: 3.2, bound: true })
    expect(found.get('nickel')).toMatchObject({ rate: 3.7, bound: true })
    expect(found.get('manganese')).toMatchObject({ rate: 1.55, bound: true })
  })
  it('plain steel throws up manganese, without chromium', () => {
    const found = emissionsOf(grind('carbon_steel', 10))
    expect((found.get('manganese') as Emission).rate).toBeCloseTo(0.21, 12)
    expect(found.has('chromium')).toBe(false)
  })
  it('without a rate nothing of it is known', () => {
    expect(emissionsOf(grind('stainless', null)).get('fume')).toMatchObject({
      because: 'nobody has measured what grinding gives off here',
    })
  })
  it('beside a weld it is never clear by silence', () => {
    const air = caseWith({
      sources: [SOURCE, { ...grind('stainless', 1e5), mine: false }],
    })
    const levels = judgeAir(air, ['osha'], null, 'none').substances.filter(({ substance }) =>
      ['chromium', 'nickel'].includes(substance),
    )
    expect(levels.map((one) => one.level)).toEqual(['unknown', 'unknown'])
  })
})
