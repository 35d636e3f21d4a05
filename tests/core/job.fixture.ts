import type { JobSpec } from '#core/job/job'

/** A plain indoor stick job, every measure known; tests change one thing at a time. */
export const JOB: JobSpec = {
  process: 'SMAW',
  amps: 120,
  ampsFrom: null,
  electrode: 3.2,
  consumable: 'SMAW E7018',
  consumption: null,
  baseMetal: 'carbon_steel',
  coating: 'none',
  thickness: 8,
  position: 'bench',
  grinding: false,
  noise: null,
  arcHidden: false,
  shieldGas: null,
  gasFlow: null,
  shieldFlow: null,
  laser: null,
  arcMinutes: 120,
  welders: 1,
  hooded: null,
  air: {
    space: 'indoors',
    volume: 1000,
    ceiling: 6,
    obstructed: false,
    generalFlow: 1,
    mixing: 1,
    wind: null,
    hood: 'none',
    hoodFlow: null,
    hoodDistance: null,
    hoodFlanged: false,
    hoodProved: false,
  },
  respirator: 'none',
  also: [],
  measured: null,
}

export const jobWith = (change: Partial<JobSpec>, air: Partial<JobSpec['air']> = {}): JobSpec => ({
  ...JOB,
  ...change,
  air: { ...JOB.air, ...air },
})
