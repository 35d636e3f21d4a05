import type { Equipment } from '../judge/equipment'
import type { Plan, Thing } from '../plan'

/** A plan and what is known of its things, with all of it as text: what has the same text is the same. */
export interface Told {
  plan: Plan
  equipment: Equipment
  floors: string
  /** By its id. */
  things: ReadonlyMap<string, ToldThing>
}
export interface ToldThing {
  thing: Thing
  told: ToldOfThing
  text: string
  /** Among all things of the plan. */
  place: number
}

/** Everything that is told of one thing; null: nobody told, or it is not known to be ready. */
export type ToldOfThing = [
  thing: Thing,
  extinguishes: ReturnType<Equipment['extinguishers']['get']> | null,
  isEyewash: boolean,
  isCurtain: boolean,
  burns: ReturnType<Equipment['burns']['get']> | null,
  stored: ReturnType<Equipment['stored']['get']> | null,
]

const toldOfThing = (thing: Thing, equipment: Equipment): ToldOfThing => [
  thing,
  equipment.extinguishers.get(thing.id) ?? null,
  equipment.eyewash.has(thing.id),
  equipment.curtains.has(thing.id),
  equipment.burns.get(thing.id) ?? null,
  equipment.stored.get(thing.id) ?? null,
]

export const textOf = (thing: Thing, equipment: Equipment): string =>
  JSON.stringify(toldOfThing(thing, equipment))

export const toldOf = (plan: Plan, equipment: Equipment): Told => ({
  plan,
  equipment,
  floors: JSON.stringify(plan.floors),
  things: new Map(
    plan.things.map((thing, place) => {
      const told = toldOfThing(thing, equipment)
      return [thing.id, { thing, told, text: JSON.stringify(told), place }]
    }),
  ),
})
