import type { Plan } from './plan'

/** Whoever is made by this is the object that was given, with one field more. */
class Bearer {
  constructor(of: object) {
    return of
  }
}

/**
 * What follows of an object alone is found once, and kept on it where nothing else sees it: a copy has none of it.
 * Nobody changes such an object, an edit makes another. Not a weak map: until all of the memory is cleared,
 * that holds on to whatever it was given, and each small clearing carries it along.
 */
export function once<Of extends object, T>(find: (of: Of) => T): (of: Of) => T {
  class Known extends Bearer {
    #found: T

    constructor(of: object, found: T) {
      super(of)
      this.#found = found
    }

    static of(of: Of): T {
      if (#found in of) return of.#found
      const found = find(of)
      new Known(of, found)
      return found
    }
  }
  return Known.of
}

/** What is found of a floor of a plan is found once. */
export function oncePerFloor<T>(
  find: (plan: Plan, floor: string) => T,
): (plan: Plan, floor: string) => T {
  const knownOf = once((_plan: Plan) => new Map<string, T>())
  return (plan, floor) => {
    const known = knownOf(plan)
    const found = known.get(floor) ?? find(plan, floor)
    known.set(floor, found)
    return found
  }
}
