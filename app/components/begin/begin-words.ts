import type { BeginStep } from '#shared/begin/routes'

export const BEGIN_NAME: Readonly<Record<BeginStep, string>> = {
  rooms: 'Rooms',
  booths: 'Booths and stations',
  publish: 'A published plan',
  people: 'People',
  gear: 'Gear',
  labels: 'Labels on booths and gear',
}
