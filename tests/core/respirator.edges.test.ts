import { describe, expect, it } from 'vitest'
import { chooseRespirator, type RespiratorNeed } from '#core/respirator/choose'

describe('a respirator and what it may not do', () => {
  const NEED: RespiratorNeed = {
    substances: [{ substance: 'manganese', share: 0.5, concentration: 0.5 }],
    mixtures: [],
    unknown: [],
    oxygen: 20.9,
    confined: false,
    oil: false,
  }
  const choose = (change: Partial<RespiratorNeed>) => chooseRespirator({ ...NEED, ...change })
  it('none needed up to the limit, the factor is the highest share or mixture', () => {
    expect(choose({}).finding.level).toBe('clear')
    const at = (share: number) =>
      choose({ substances: [{ substance: 'manganese', share, concentration: share }] })
    expect(at(1).finding.level).toBe('clear')
    expect(at(1.01).finding.level).toBe('caution')
    expect(at(3).factor).toBe(3)
    expect(choose({ mixtures: [{ organ: 'lung', index: 4, parts: [] }] as never }).factor).toBe(4)
  })
  it('says the factor rounded up: a tenth under ten, whole numbers from there', () => {
    const factor = (share: number) =>
      choose({ substances: [{ substance: 'manganese', share, concentration: 1 }] }).finding.sentence
    expect(factor(3.11)).toContain('A factor of 3.2 or more')
    expect(factor(9.99)).toContain('A factor of 10.0 or more')
    expect(factor(10)).toContain('A factor of 10 or more')
    expect(factor(10.2)).toContain('A factor of 11 or more')
  })
  it('deadly air names the reason, only what brings its own air fits', () => {
    const deadly = choose({
      substances: [{ substance: 'manganese', share: 500, concentration: 500 }],
    })
    expect(deadly.finding.sentence).toContain('Dangerous air')
    expect(deadly.finding.reasons.map(({ rule }) => rule)).toContain(
      'Immediately dangerous to life or health',
    )
    expect(choose({}).finding.reasons.map(({ rule }) => rule)).not.toContain(
      'Immediately dangerous to life or health',
    )
    for (const { row, fits } of deadly.choices) if (fits) expect(row.ownAir).toBe(true)
    const thin = choose({ oxygen: 19.4 })
    expect(thin.finding.level).toBe('caution')
    expect(thin.choices.find(({ row }) => row.kind === 'half_mask')!.because).toContain(
      'oxygen is under 19.5 %',
    )
    expect(choose({ oxygen: 19.5 }).finding.level).toBe('clear')
  })
  it('a closed space whose oxygen nobody read is unknown', () => {
    expect(choose({ confined: true, oxygen: null }).finding.level).toBe('unknown')
    expect(choose({ confined: true, oxygen: 20.9 }).finding.level).toBe('clear')
    expect(choose({ confined: false, oxygen: null }).finding.level).toBe('clear')
  })
  it('what has no figure leaves it open', () => {
    expect(choose({ unknown: ['nickel'] }).finding.sentence).toContain('no figure for nickel')
    const both = choose({
      substances: [{ substance: 'manganese', share: 3, concentration: 3 }],
      unknown: ['nickel'],
    })
    expect(both.finding.sentence).toContain('too weak for nickel')
    expect(
      choose({ substances: [{ substance: 'manganese', share: Number.NaN, concentration: 1 }] })
        .finding.level,
    ).toBe('unknown')
  })
  it('gas over its limit asks for supplied air', () => {
    const gas = choose({ substances: [{ substance: 'ozone', share: 2, concentration: 0.2 }] })
    expect(gas.cartridge).toBe('No filter: supplied air')
    expect(gas.choices.find(({ row }) => row.kind === 'full_facepiece')!.because).toContain(
      'a filter does not hold gas',
    )
    expect(choose({ oil: true }).cartridge).toContain('oil proof')
    expect(choose({}).cartridge).toContain('N95')
  })
})
