import type { Finding } from '../../finding/finding'
import { judgeFuelQuantity, type Stored } from '../../gas/storage'
import { standingIn } from '../inside'
import type { Plan, Thing } from '../plan'
import type { DrawnFinding } from './drawn'
import type { Equipment } from './equipment'
import { says } from './says'

/** How much fuel gas stands in each room, all its stores together. */
export function judgeFuel(plan: Plan, { stored }: Pick<Equipment, 'stored'>): DrawnFinding[] {
  const storesIn = standingIn(plan.things.filter(({ kind }) => kind === 'gasStore'))
  return plan.things
    .filter(({ kind }) => kind === 'room')
    .flatMap((room) => {
      const stores = storesIn(room)
      const finding = stores.length > 0 ? judgeRoom(room, stores, stored) : null
      return finding ? [says(room, finding, { others: stores })] : []
    })
}

function judgeRoom(
  room: Thing,
  stores: readonly Thing[],
  stored: Equipment['stored'],
): Finding | null {
  const known = stores.map(({ id }) => stored.get(id))
  const cylinders = known
    .flatMap((all): readonly Stored[] => all ?? [UNTOLD])
    .map((one) => (one.parts ? one : { ...UNTOLD, label: one.label }))
  const finding = judgeFuelQuantity(true, cylinders)
  return (
    finding && {
      ...finding,
      code: 'plan.fuelInRoom',
      sentence: `${room.name}: ${finding.sentence}`,
    }
  )
}

/** A store that is not on record and a cylinder without a label may hold anything: they count as fuel gas of a size that nobody told. */
const UNTOLD: Stored = {
  label: 'a store that is not on record',
  parts: { acetylene: 1 },
  full: null,
  liquidPetroleum: null,
  state: 'full',
  capped: null,
  chained: null,
}
