import { type Ground } from './ground'
import { walksFrom, type Walk } from './path'
import type { Point } from './plan'

/** Something to be looked at, and where one stands to do it. */
export interface Stop {
  id: string
  at: Point
}

/** The order in which stops are walked to. */
export interface Round {
  stops: readonly Stop[]
  /** One to each stop. */
  walks: readonly Walk[]
  /** m */
  length: number
  /** No way leads there. */
  astray: readonly Stop[]
}

/**
 * A short round over all stops from where one stands, not back again: always to the nearest next, then stretches of it are
 * turned round and moved as long as that makes it shorter.
 * Source: Croes, A method for solving traveling-salesman problems, 1958 (2-opt); Or, 1976 (stretches moved).
 */
export function roundOver(ground: Ground, from: Point, stops: readonly Stop[]): Round {
  // To each stop: from where one stands, and after that from each of the stops.
  const starts = [[from], ...stops.map(({ at }) => [at])]
  const walks = stops.map(({ at }) => walksFrom(ground, starts, [at]))
  const [first, after] = [walks.map(([walk]) => walk!), walks.map((all) => all.slice(1))]
  const reached = stops.map((_, i) => i).filter((i) => first[i] !== null)
  const between = reached.map((i) =>
    reached.map((j) => (i === j ? 0 : (after[j]![i]?.length ?? Infinity))),
  )
  const order = shortOrder(
    reached.map((i) => first[i]!.length),
    between,
  ).map((place) => reached[place]!)
  const legs = order.map((stop, i) => (i === 0 ? first[stop]! : after[stop]![order[i - 1]!]!))
  return {
    stops: order.map((i) => stops[i]!),
    walks: legs.map(({ points, length }) => ({ points, length })),
    length: legs.reduce((sum, { length }) => sum + length, 0),
    astray: stops.filter((_, i) => first[i] === null),
  }
}

/**
 * An order of places whose whole way is short.
 * @param first by place, from the start; m. @param between by place and place; m
 */
export function shortOrder(
  first: readonly number[],
  between: readonly (readonly number[])[],
): number[] {
  const lengthOf = (order: readonly number[]): number =>
    order.reduce(
      (sum, place, i) => sum + (i === 0 ? first[place]! : between[order[i - 1]!]![place]!),
      0,
    )
  let best = nearestNext(first, between)
  let length = lengthOf(best)
  for (let found = true; found;) {
    found = false
    for (const order of changesOf(best)) {
      const now = lengthOf(order)
      if (now >= length - 1e-9) continue
      best = order
      length = now
      found = true
      break
    }
  }
  return best
}

function nearestNext(first: readonly number[], between: readonly (readonly number[])[]): number[] {
  const left = new Set(first.keys())
  const order: number[] = []
  while (left.size > 0) {
    const from = order.at(-1)
    const to = (place: number): number =>
      from === undefined ? first[place]! : between[from]![place]!
    const next = [...left].reduce((best, place) => (to(place) < to(best) ? place : best))
    order.push(next)
    left.delete(next)
  }
  return order
}

/** Every order with one stretch turned round, or a short one moved elsewhere. */
function* changesOf(order: readonly number[]): Generator<number[]> {
  for (let from = 0; from < order.length; from++)
    for (let to = from + 1; to < order.length; to++)
      yield [
        ...order.slice(0, from),
        ...order.slice(from, to + 1).reverse(),
        ...order.slice(to + 1),
      ]
  for (let size = 1; size <= MOVED; size++)
    for (let from = 0; from + size <= order.length; from++) {
      const stretch = order.slice(from, from + size)
      const rest = [...order.slice(0, from), ...order.slice(from + size)]
      for (let to = 0; to <= rest.length; to++)
        if (to !== from) yield [...rest.slice(0, to), ...stretch, ...rest.slice(to)]
    }
}
/** So many places in a row are moved at most. */
const MOVED = 3
