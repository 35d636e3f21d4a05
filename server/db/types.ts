import pg from 'pg'

const { DATE, NUMERIC, INT8 } = pg.types.builtins
/** Dates without a time stay text: the rest of the program never guesses a zone for them. */
const OWN = new Map<number, (value: string) => unknown>([
  [DATE, (value) => value],
  [NUMERIC, Number],
  [INT8, Number],
])

/** How values come out of the database; given to every connection. */
export const TYPES: pg.CustomTypesConfig = {
  getTypeParser: (oid, format) => OWN.get(oid) ?? pg.types.getTypeParser(oid, format as 'text'),
}
