/** What is found of each of some things, all in one list. Not by flatMap, which takes twenty times as long. */
export function gathered<T, F>(all: readonly T[], find: (one: T) => readonly F[]): F[] {
  const found: F[] = []
  for (let place = 0; place < all.length; place++) {
    const its = find(all[place]!)
    for (let i = 0; i < its.length; i++) found.push(its[i]!)
  }
  return found
}
