/** What may have changed. A screen that shows it reads it again, as its reader may. */
export const TOPICS = [
  'plan',
  'draft',
  'gear',
  'gas',
  'people',
  'sessions',
  'jobs',
  'permits',
  'alerts',
  'air',
  'monitors',
  'stations',
  'stores',
  'rules',
] as const
export type Topic = (typeof TOPICS)[number]
