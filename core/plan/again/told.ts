import type { Equipment } from '../judge/equipment'
import type { Plan, Thing } from '../plan'
import { knownOf, lineOf, type KnownOfThing } from './line'

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
  /** null: it is known to be ready for nothing, and nobody told what burns or is stored there */
  known: KnownOfThing | null
  /** As of `lineOf`. */
  text: string
  /** Among all things of the plan. */
  place: number
}

export const toldOf = (plan: Plan, equipment: Equipment): Told => ({
  plan,
  equipment,
  floors: JSON.stringify(plan.floors),
  things: new Map(
    plan.things.map((thing, place) => [
      thing.id,
      { thing, known: knownOf(thing.id, equipment), text: lineOf(thing, equipment), place },
    ]),
  ),
})
