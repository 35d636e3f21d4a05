import { DEFAULT_SPREAD, type AirCase, type FumeSource } from '#core/air/case'

/** One welder with E7018 at 120 A for three hours at 30 % arc; tests change one thing at a time. */
export const SOURCE: FumeSource = {
  name: 'Own arc',
  kind: 'weld',
  process: 'SMAW',
  amps: 120,
  consumable: 'SMAW E7018',
  own: null,
  consumed: { by: 'default' },
  baseMetal: 'carbon_steel',
  coating: 'none',
  zinc: null,
  grinding: null,
  welders: 1,
  arcShare: 0.3,
  from: 0,
  to: 180,
  mine: true,
  capture: { low: 0, high: 0 },
}
const CASE: AirCase = {
  volume: 800,
  flow: 0.8,
  changes: [],
  mixing: 1.5,
  near: { radius: 0.6, airSpeed: 0.15 },
  background: {},
  shiftMinutes: 480,
  sources: [SOURCE],
  spread: DEFAULT_SPREAD,
}
export const caseWith = (change: Partial<AirCase>, source: Partial<FumeSource> = {}): AirCase => ({
  ...CASE,
  ...change,
  sources: change.sources ?? [{ ...SOURCE, ...source }],
})
/** Every guess taken as certain. */
export const CERTAIN: AirCase['spread'] = {
  emission: 1,
  content: 1,
  arcShare: { low: 1, high: 1 },
  flow: { low: 1, high: 1 },
  mixing: { low: 1, high: 1 },
  airSpeed: { low: 1, high: 1 },
}
