/** Parts of the product that an API token may be let into. */
export const AREAS = [
  'jobs',
  'permits',
  'air',
  'sessions',
  'people',
  'gear',
  'stores',
  'shop',
] as const
export type Area = (typeof AREAS)[number]
export const AREA_NAME: Record<Area, string> = {
  jobs: 'Jobs and eyes',
  permits: 'Permits',
  air: 'Air',
  sessions: 'Sessions',
  people: 'People',
  gear: 'Gear',
  stores: 'Stores',
  shop: 'Shop',
}
const RIGHTS = ['read', 'write'] as const
/** To write in an area is to read in it too. */
export type Scope = `${Area}:${(typeof RIGHTS)[number]}`
export const SCOPES = AREAS.flatMap((area) =>
  RIGHTS.map((right) => `${area}:${right}` as Scope),
) as [Scope, ...Scope[]]

/** Whether what a token has been given covers what is needed. */
export const covers = (given: readonly string[], needed: Scope): boolean =>
  given.includes(needed) || given.includes(needed.replace(':read', ':write'))
