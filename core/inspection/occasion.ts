/** When gear is looked at. `beforeUse` is the short look that counts for a day or some days; `afterEvent` follows a fall, a fire or a repair. */
export const OCCASIONS = [
  'beforeUse',
  'weekly',
  'monthly',
  'quarterly',
  'yearly',
  'afterEvent',
] as const
export type Occasion = (typeof OCCASIONS)[number]

/** The looks that come round by the calendar, whether or not the gear is used. */
export const PERIODIC = ['weekly', 'monthly', 'quarterly', 'yearly'] as const
export type Periodic = (typeof PERIODIC)[number]

/** As a person says it. The look before use is told by how long it counts. */
export const occasionName = (occasion: Occasion, everyDays = 1): string =>
  occasion === 'beforeUse' && everyDays > 1 ? `Every ${everyDays} days` : OCCASION_NAME[occasion]

const OCCASION_NAME: Record<Occasion, string> = {
  beforeUse: 'Before use',
  weekly: 'Weekly',
  monthly: 'Monthly',
  quarterly: 'Quarterly',
  yearly: 'Yearly',
  afterEvent: 'After an event',
}

/** What happens to gear after which it is looked at again. */
export const GEAR_EVENTS = ['fall', 'fire', 'flashback', 'water', 'repair', 'lent'] as const
export type GearEvent = (typeof GEAR_EVENTS)[number]
export const GEAR_EVENT_NAME: Record<GearEvent, string> = {
  fall: 'It fell or was struck',
  fire: 'It was in a fire',
  flashback: 'Flashback',
  water: 'It got wet inside',
  repair: 'It was repaired',
  lent: 'It came back from elsewhere',
}
