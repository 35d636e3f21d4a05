import type { Permit } from '#shared/permit/schema'

/** How long somebody watches, and what rounds follow. */
export const watchText = ({
  watchMinutes,
  monitoring,
}: Pick<Permit, 'watchMinutes' | 'monitoring'>): string =>
  monitoring
    ? `${watchMinutes} min, then rounds every ${monitoring.every} min for ${monitoring.minutes} min`
    : `${watchMinutes} min`
