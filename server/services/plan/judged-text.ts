import type { Equipment } from '#core/plan/judge/equipment'
import type { Plan } from '#core/plan/plan'

export interface JudgedPlan {
  plan: Plan
  equipment: Equipment
}

/** What is judged as JSON: it is told from another by its text, and goes to a thread in a fraction of the time. */
export function judgedText({ plan, equipment }: JudgedPlan): string {
  const { extinguishers, eyewash, curtains, burns, stored } = equipment
  const lists: EquipmentLists = {
    extinguishers: [...extinguishers],
    eyewash: [...eyewash],
    curtains: [...curtains],
    burns: [...burns],
    stored: [...stored],
  }
  return JSON.stringify({ plan, equipment: lists })
}

type Pairs<M> = M extends ReadonlyMap<infer K, infer V> ? [K, V][] : string[]
type EquipmentLists = { [Name in keyof Equipment]: Pairs<Equipment[Name]> }

export function readJudgedText(text: string): JudgedPlan {
  const { plan, equipment } = JSON.parse(text) as { plan: Plan; equipment: EquipmentLists }
  return {
    plan,
    equipment: {
      extinguishers: new Map(equipment.extinguishers),
      eyewash: new Set(equipment.eyewash),
      curtains: new Set(equipment.curtains),
      burns: new Map(equipment.burns),
      stored: new Map(equipment.stored),
    },
  }
}
