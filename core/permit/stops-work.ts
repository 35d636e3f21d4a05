import type { Finding } from '../finding/finding'

/** Steps whose stops end work that has begun: what is used may break after the permit was issued. */
const GEAR = 'gear'
/** Someone felt ill, the air was bad, or a monitor was over a limit. */
const ALARM = 'air.alarm'

/** Whether a Finding made after issue keeps work from starting or going on. */
export const stopsWork = (finding: Pick<Finding, 'code' | 'step' | 'level'>): boolean =>
  finding.level === 'stop' && (finding.step === GEAR || finding.code === ALARM)
