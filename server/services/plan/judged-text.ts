import type { FireClass } from '#core/inspection/fire-class'
import type { Stored } from '#core/gas/storage'
import type { Equipment } from '#core/plan/judge/equipment'
import { idIn, lineOf, readLine } from '#core/plan/again/line'
import type { Told, ToldThing } from '#core/plan/again/told'
import type { Floor, Plan } from '#core/plan/plan'

/** So many plans that were judged are kept in a thread, the newest first: what is as it was is not judged again. */
export const PLANS_KEPT = 4

export interface JudgedPlan {
  plan: Plan
  equipment: Equipment
}

/**
 * What is judged as text, a line for its floors and one for each thing: it is told from another by it, goes to a thread
 * in a fraction of the time, and a line that the thread knows is not read again.
 */
export const judgedText = ({ plan, equipment }: JudgedPlan): string =>
  [JSON.stringify(plan.floors), ...plan.things.map((thing) => lineOf(thing, equipment))].join('\n')

/** @param before what was read before: things with the same lines are the very same */
export function readJudgedText(text: string, before: readonly Told[]): Told {
  const [floors, ...lines] = text.split('\n') as [string, ...string[]]
  const sameAs = (line: string): ToldThing | undefined => {
    const id = idIn(line)
    for (const told of before) {
      const same = told.things.get(id)
      if (same?.text === line) return same
    }
    return undefined
  }
  const things = lines.map((line, place): ToldThing => {
    const same = sameAs(line)
    // The very text that was kept is told from another at once, an equal one letter by letter.
    const { thing, known } = same ?? readLine(line)
    return { thing, known, text: same?.text ?? line, place }
  })
  return {
    plan: {
      floors: JSON.parse(floors) as readonly Floor[],
      things: things.map(({ thing }) => thing),
    },
    equipment: equipmentOf(things),
    floors,
    things: new Map(things.map((one) => [one.thing.id, one])),
  }
}

function equipmentOf(things: readonly ToldThing[]): Equipment {
  const equipment = {
    extinguishers: new Map<string, readonly FireClass[]>(),
    eyewash: new Set<string>(),
    curtains: new Set<string>(),
    burns: new Map<string, readonly FireClass[] | null>(),
    stored: new Map<string, readonly Stored[]>(),
  }
  for (const { thing, known } of things) {
    if (!known) continue
    const { id } = thing
    if (known.extinguishes) equipment.extinguishers.set(id, known.extinguishes)
    if (known.isEyewash) equipment.eyewash.add(id)
    if (known.isCurtain) equipment.curtains.add(id)
    if (known.burns) equipment.burns.set(id, known.burns)
    if (known.stored) equipment.stored.set(id, known.stored)
  }
  return equipment
}
