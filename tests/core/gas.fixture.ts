import type { GasTest } from '#core/air/gas-test'

export const NOW = new Date('2026-05-04T10:00:00Z')

/** A test within all limits, good for an hour; tests change one thing at a time. */
export const GAS_TEST: GasTest = {
  oxygen: 20.8,
  explosive: 0,
  others: {},
  at: NOW,
  until: new Date('2026-05-04T11:00:00Z'),
  instrument: 'G-1',
  calibrated: true,
  bumpTested: true,
}
