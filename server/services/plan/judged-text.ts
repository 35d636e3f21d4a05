import type { FireClass } from '#core/inspection/fire-class'
import type { Stored } from '#core/gas/storage'
import type { Equipment } from '#core/plan/judge/equipment'
import { textOf, type Told, type ToldOfThing, type ToldThing } from '#core/plan/again/told'
import { once } from '#core/plan/once'
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
  [JSON.stringify(plan.floors), ...plan.things.map((thing) => textOf(thing, equipment))].join('\n')

const byLine = once(
  ({ things }: Told): ReadonlyMap<string, ToldThing> =>
    new Map([...things.values()].map((one) => [one.text, one])),
)

/** @param known what was read before: things with the same lines are the very same */
export function readJudgedText(text: string, known: readonly Told[]): Told {
  const [floors, ...lines] = text.split('\n') as [string, ...string[]]
  const lists = known.map(byLine)
  const before = (line: string): ToldThing | undefined => {
    for (const list of lists) {
      const known = list.get(line)
      if (known) return known
    }
    return undefined
  }
  const equipment = {
    extinguishers: new Map<string, readonly FireClass[]>(),
    eyewash: new Set<string>(),
    curtains: new Set<string>(),
    burns: new Map<string, readonly FireClass[] | null>(),
    stored: new Map<string, readonly Stored[]>(),
  }
  const things = lines.map((line, place): ToldThing => {
    const known = before(line)
    const told = known?.told ?? (JSON.parse(line) as ToldOfThing)
    const [thing, extinguishes, isEyewash, isCurtain, burns, stored] = told
    const { id } = thing
    if (extinguishes) equipment.extinguishers.set(id, extinguishes)
    if (isEyewash) equipment.eyewash.add(id)
    if (isCurtain) equipment.curtains.add(id)
    if (burns) equipment.burns.set(id, burns)
    if (stored) equipment.stored.set(id, stored)
    // The very text that was kept is told from another at once, an equal one letter by letter.
    return { thing, told, text: known?.text ?? line, place }
  })
  return {
    plan: {
      floors: JSON.parse(floors) as readonly Floor[],
      things: things.map(({ thing }) => thing),
    },
    equipment,
    floors,
    things: new Map(things.map((one) => [one.thing.id, one])),
  }
}
