/**
 * Ids for writes that must count once. The same entry keeps its id over every retry, until the
 * server has answered; another entry, or one after `forget`, is a new event.
 */
export function useEventIds() {
  const held = new Map<string, string>()
  async function once<T>(entry: unknown, send: (id: string) => Promise<T>): Promise<T> {
    const key = JSON.stringify(entry)
    const id = held.get(key) ?? crypto.randomUUID()
    held.set(key, id)
    const answer = await send(id)
    held.delete(key)
    return answer
  }
  return { once, forget: (): void => held.clear() }
}
