import { randomUUID } from 'node:crypto'

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
