import { ApiFailure } from './api'

/** A try that got no answer is the same event for so long; after that, the same entry is said anew. */
const SAME_MS = 120_000

interface Held {
  /** The entry as sent. */
  entry: string
  id: string
  since: number
}

/**
 * Ids for writes that must count once. An entry keeps its id over retries while no answer has come; the id is dropped
 * when the entry changes, when the server has answered, when the event is seen, and after two minutes.
 */
export function useEventIds(now: () => number = Date.now) {
  const held = new Map<string, Held>()

  function idFor(kind: string, entry: string): string {
    const known = held.get(kind)
    if (known?.entry === entry && now() - known.since < SAME_MS) return known.id
    const id = crypto.randomUUID()
    held.set(kind, { entry, id, since: now() })
    return id
  }

  /** @param kind entries of one kind take each other's place */
  async function once<T>(
    kind: string,
    entry: unknown,
    send: (id: string) => Promise<T>,
  ): Promise<T> {
    const id = idFor(kind, JSON.stringify(entry))
    try {
      const answer = await send(id)
      drop(id)
      return answer
    } catch (error) {
      // Refused, so nothing was written; without an answer, or broken on the way, something may have been.
      if (error instanceof ApiFailure && error.status >= 400 && error.status < 500) drop(id)
      throw error
    }
  }

  function drop(id: string): void {
    for (const [kind, one] of held) if (one.id === id) held.delete(kind)
  }

  return { once, seen: (ids: readonly string[]): void => ids.forEach(drop) }
}
