import type { JobSpec } from '../job/job'

/** What of a job the ventilation rule looks at. */
export type VentilationQuery = Pick<
  JobSpec,
  | 'process'
  | 'baseMetal'
  | 'coating'
  | 'welders'
  | 'hooded'
  | 'air'
  | 'respirator'
  | 'measured'
  | 'also'
  | 'consumable'
>
