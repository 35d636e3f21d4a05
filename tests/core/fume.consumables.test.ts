import { describe, expect, it, test } from 'vitest'
import { lowerWire, sameMass } from '#core/air/lower-wire'
import { CONSUMPTION_DEFAULTS, EMISSION_FACTORS } from '#core/fume/emission.table'
import { emissionRate, type Emission } from '#core/fume/emission'
import type { Particulate } from '#core/exposure/terms'
import type { FumeSource } from '#core/air/case'
import type { JobSpec } from '#core/job/job'
import { checkVentilation } from '#core/ventilation/prescriptive'
import { SOURCE } from './air.fixture'
import { jobWith } from './job.fixture'

const of = (
  consumable: string,
  substance: Particulate,
  change: Partial<Pick<JobSpec, 'amps' | 'consumption' | 'baseMetal'>> = {},
) => {
  const row = EMISSION_FACTORS.find(({ name }) => name === consumable)!
  return emissionRate(
    {
      process: row.process,
      amps: 200,
      consumable,
      consumption: 1,
      baseMetal: 'carbon_steel',
      ...change,
    },
    substance,
  ) as Emission
}

describe('a figure that stands alone among its neighbours', () => {
  it('E8018: the manganese of E11018 is taken, as an upper bound', () => {
    // AP-42 12.19, recalled: E8018 0.03, E7018 1.03, E11018 1.38 g/kg.
    expect(of('SMAW E8018', 'manganese')).toMatchObject({ rate: 1.38, bound: true })
    expect(of('SMAW E8018', 'manganese').basis).toContain('in doubt')
    expect(of('SMAW E8018', 'nickel')).toMatchObject({ rate: 0.051, bound: false })
    expect(of('SMAW E7018', 'manganese')).toMatchObject({ rate: 1.03, bound: false })
  })
  const stick: FumeSource = { ...SOURCE, consumable: 'SMAW E7018' }
  const sameProcess = (row: { process: string }) => row.process === 'SMAW'
  it('is never proposed, nor is anything proposed against it', () => {
    expect(lowerWire(stick, 'manganese', sameProcess)?.name).toBe('SMAW E7024')
    expect(lowerWire({ ...stick, consumable: 'SMAW E8018' }, 'manganese', sameProcess)).toBeNull()
    expect(lowerWire({ ...stick, consumable: 'SMAW E8018' }, 'nickel', sameProcess)?.name).toBe(
      'SMAW E6013',
    )
  })
  it('nothing is proposed for grinding, for an unknown fume, or where this is the lowest', () => {
    expect(lowerWire({ ...stick, kind: 'grind', grinding: 1 }, 'fume', sameProcess)).toBeNull()
    expect(lowerWire({ ...stick, consumable: null }, 'fume', sameProcess)).toBeNull()
    expect(lowerWire({ ...stick, consumable: 'SMAW E6012' }, 'fume', sameProcess)).toBeNull()
    expect(lowerWire(stick, 'fume', sameProcess)?.name).toBe('SMAW E6012')
  })
  it('keeps the mass melted where it is known', () => {
    expect(sameMass(stick).consumed).toEqual({ by: 'rate', rate: 1.3 })
    expect(sameMass({ ...stick, amps: 240 }).consumed).toEqual({ by: 'rate', rate: 2.6 })
    const unknown = { ...stick, consumable: null }
    expect(sameMass(unknown)).toBe(unknown)
    const grinding: FumeSource = { ...stick, kind: 'grind', grinding: 3 }
    expect(sameMass(grinding)).toBe(grinding)
  })
})

describe('what a covering or wire holds though no table reports it', () => {
  test.each(['E308', 'E310', 'E316', 'E410', 'E7018', 'E7028', 'E8018', 'E11018'])(
    'SMAW %s: fluorides are asked for, at most the whole fume',
    (name) => {
      const emission = of(`SMAW ${name}`, 'fluorides')
      const row = EMISSION_FACTORS.find((factor) => factor.name === `SMAW ${name}`)!
      expect(emission).toMatchObject({ rate: row.fume, bound: true })
    },
  )
  it('rutile and cellulose sticks have none', () => {
    for (const name of ['E6010', 'E6011', 'E6012', 'E6013'])
      expect(of(`SMAW ${name}`, 'fluorides')).toBeNull()
  })
  it('stainless stick in a closed space without exhaust: the rule for fluorides stops it', () => {
    const findings = checkVentilation(
      jobWith({ consumable: 'SMAW E316', baseMetal: 'stainless' }, { space: 'confined' }),
    )
    expect(findings.find(({ code }) => code === 'air.fluorideRule')!.level).toBe('stop')
  })
  it('magnesium of an aluminium wire burns to magnesium oxide', () => {
    expect(of('GMAW ER5154', 'magnesiumOxide', { baseMetal: 'aluminium' })).toMatchObject({
      rate: 24.1,
      bound: true,
    })
    expect(of('GMAW E70S', 'magnesiumOxide')).toBeNull()
  })
})

describe('filler melted when the shop knows no better', () => {
  const melted = (consumable: string, change: Parameters<typeof of>[2] = {}) =>
    of(consumable, 'fume', { consumption: null, ...change }).inputs.consumed
  it('by what the wire is made of', () => {
    expect(melted('GMAW E70S')).toEqual({ amount: 3, unit: 'kg/h' })
    expect(melted('GMAW ER308')).toEqual({ amount: 3.4, unit: 'kg/h' })
    expect(melted('GMAW ERNiCu')).toEqual({ amount: 3.4, unit: 'kg/h' })
    expect(melted('GMAW ER5154')).toEqual({ amount: 2.2, unit: 'kg/h' })
    expect(melted('SMAW E7018', { amps: 120 })).toEqual({ amount: 1.3, unit: 'kg/h' })
  })
  it('in proportion to current', () => {
    expect(melted('GMAW ER5154', { amps: 100 })).toEqual({ amount: 1.1, unit: 'kg/h' })
  })
  it('is not far from feed speed x section x density', () => {
    // Common practice at 200 A: 1.0 mm steel runs at 8 to 9 m/min, 1.2 mm aluminium at 11 to 12 m/min.
    const kgPerHour = (diameter: number, speed: number, density: number) =>
      ((Math.PI / 4) * diameter ** 2 * speed * density * 60) / 1000
    const rate = (alloy: 'steel' | 'aluminium') => CONSUMPTION_DEFAULTS.GMAW![alloy]!.rate
    expect(rate('steel') / kgPerHour(1, 8.5, 7.85)).toBeGreaterThan(0.9)
    expect(rate('steel') / kgPerHour(1, 8.5, 7.85)).toBeLessThan(1.1)
    expect(rate('aluminium') / kgPerHour(1.2, 11.5, 2.7)).toBeGreaterThan(0.95)
    expect(rate('aluminium') / kgPerHour(1.2, 11.5, 2.7)).toBeLessThan(1.15)
  })
  it('without current, or for a process without a default, there is none', () => {
    const because = 'the filler melted per arc hour is not known; enter it in the job'
    expect(of('GMAW E70S', 'fume', { consumption: null, amps: null })).toEqual({ because })
    expect(of('FCAW E71T', 'fume', { consumption: null })).toEqual({ because })
  })
})
