import { randomUUID } from 'node:crypto'

/** A station and an extinguisher on record, drawn on the draft so many metres apart. */
export function extinguisherDrawn(stationId: string, gearId: string, metres: number): object {
  const box = (x: number) => ({ type: 'box', at: { x, y: 40 }, angle: 0, width: 0.3, depth: 0.3 })
  const drawn = [
    { kind: 'station', name: 'Booth', shape: box(20), of: stationId },
    { kind: 'extinguisher', name: 'FE', shape: box(20 + metres), of: gearId },
  ].map((thing) => ({ ...thing, id: randomUUID(), floor: 'ground', facts: {} }))
  return {
    id: randomUUID(),
    changes: drawn.map((thing) => ({ id: thing.id, version: null, thing })),
  }
}

/** A desk, drawn on the draft of a plan. */
export function deskDrawn(): object {
  const thing = {
    id: randomUUID(),
    kind: 'desk',
    floor: 'ground',
    name: 'Desk',
    shape: { type: 'box', at: { x: 1, y: 1 }, angle: 0, width: 1, depth: 1 },
    facts: {},
    of: null,
  }
  return { id: randomUUID(), changes: [{ id: thing.id, version: null, thing }] }
}
