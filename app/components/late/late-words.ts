import type { LateEntry } from '#shared/late/schema'

/** What kinds of entries are called. */
const ROUTE_NAME: Record<string, string> = {
  round: 'Round',
  hotPart: 'Left hot',
  raiseFire: 'Fire alarm',
  inspect: 'Look',
  makeRound: 'Shop round',
  sendPhoto: 'Photo',
}

export function nameOf({ route, about }: LateEntry): string {
  const name = ROUTE_NAME[route] ?? route
  return about ? `${name}: ${about}` : name
}

interface Said {
  name?: string
  id?: string
  note?: string
  mark?: string
  traces?: string[]
}

/** What somebody noted in an entry, each in a line: at the places of a round and the lines of a list, and beside them. */
export function notedIn(content: unknown): string[] {
  if (content === null || typeof content !== 'object') return []
  const { note, name, looked, lines } = content as Said & { looked?: Said[]; lines?: Said[] }
  return [
    ...(name ? [name] : []),
    ...[...(looked ?? []), ...(lines ?? [])].flatMap(notedAt),
    ...(note ? [note] : []),
  ]
}

function notedAt({ name, id, note, mark, traces = [] }: Said): string[] {
  const said = [...traces, ...(mark === 'fail' ? ['fails'] : []), ...(note ? [note] : [])]
  return said.length > 0 ? [`${name ?? id}: ${said.join(', ')}`] : []
}
