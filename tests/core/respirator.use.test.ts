import { describe, expect, it, test } from 'vitest'
import { exposureFinding } from '#core/exposure/exposure-finding'
import { IDLH } from '#core/exposure/idlh.table'
import { asSubstance, strictest } from '#core/exposure/limits.table'
import { LIMIT_SETS, SUBSTANCES, type Substance } from '#core/exposure/terms'
import { reckon } from '#core/air/reckon'
import { RESPIRATOR_TABLE } from '#core/respirator/apf.table'
import { chooseRespirator } from '#core/respirator/choose'
import { caseWith } from './air.fixture'

const need = (substance: Substance, concentration: number, limit: number) => ({
  substances: [{ substance, share: concentration / limit, concentration }],
  mixtures: [],
  unknown: [],
  oxygen: 20.9,
  confined: false,
  oil: false,
})

describe('maximum use concentration, OSHA 29 CFR 1910.134 (d)(3)(i)(B): APF x limit, and never over IDLH', () => {
  const limited = SUBSTANCES.flatMap((substance) => {
    const limit = strictest(substance, 'twa', LIMIT_SETS)
    return limit && IDLH[substance] !== undefined
      ? [[substance, asSubstance(limit), IDLH[substance]] as const]
      : []
  })
  it('is tried for each substance that has both', () => expect(limited.length).toBeGreaterThan(15))
  test.each(limited)('%s', (substance, limit, idlh) => {
    const isGas = [
      'ozone',
      'nitrogenDioxide',
      'nitricOxide',
      'carbonMonoxide',
      'carbonDioxide',
      'phosgene',
    ].includes(substance)
    for (const row of RESPIRATOR_TABLE.filter(({ apf }) => apf > 1)) {
      const fits = (concentration: number): boolean =>
        chooseRespirator(need(substance, concentration, limit)).choices.find(
          (choice) => choice.row === row,
        )!.fits
      const most = row.ownAir ? row.apf * limit : Math.min(row.apf * limit, idlh)
      // A filter stops no gas at all.
      if (isGas && !row.suppliesAir) expect(fits(1.01 * limit), row.kind).toBe(false)
      else expect(fits(0.99 * most), row.kind).toBe(true)
      expect(fits(1.01 * most), row.kind).toBe(false)
    }
  })
  test.each(limited)('%s, in the words of the air pages', (substance, limit, idlh) => {
    const level = (concentration: number, protection: number, ownAir: boolean) =>
      exposureFinding({
        limit: strictest(substance, 'twa', LIMIT_SETS)!,
        concentration,
        how: 'Measured',
        average: concentration,
        protection,
        ownAir,
        value: { amount: concentration, unit: 'mg/m3' },
        caveat: '',
        reasons: [],
      }).level
    expect(level(idlh, 1e9, false)).toBe('stop')
    expect(level(idlh, 1e9, true)).toBe('caution')
    if (50 * limit < idlh) {
      expect(level(49 * limit, 50, false)).toBe('caution')
      expect(level(51 * limit, 50, false)).toBe('stop')
    }
  })
})

describe('a longer shift', () => {
  // OSHA 29 CFR 1910.1025 (c)(2): lead, at most 400 ug/m3 over the hours worked, 50 ug/m3 for eight.
  test.each([8, 9, 10, 12, 16])('lead over %s h meets its limit at 400 / hours', (hours) => {
    const air = caseWith(
      { background: { lead: 0.4 / hours }, shiftMinutes: hours * 60, near: null },
      { arcShare: 1e-9 },
    )
    const lead = reckon(air, 'lead').breathed[0]!
    const limit = asSubstance(strictest('lead', 'twa', ['osha'])!)
    expect(lead.twa).toBeCloseTo(limit, 9)
  })
})
