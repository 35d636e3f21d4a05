import { z } from 'zod'
import { DEED_NAME, DEEDS, FOUND_KINDS, FOUND_RULES } from '#core/firewatch/found'
import { FARTHEST } from '#core/plan/plan'

const metres = z.number('Enter a number.').min(-FARTHEST).max(FARTHEST)

/** Something that was found around the work on the day and is on no plan. */
export const foundBody = z
  .strictObject({
    id: z.uuid(),
    kind: z.enum(FOUND_KINDS),
    name: z.string().trim().max(120),
    at: z.strictObject({ x: metres, y: metres }).nullable(),
    deed: z.enum(DEEDS).nullable(),
    photo: z.uuid().nullable(),
  })
  .refine(({ kind, deed }) => deed === null || FOUND_RULES[kind].deeds.includes(deed), {
    path: ['deed'],
    message: 'This does not make it safe.',
  })
export type FoundBody = z.output<typeof foundBody>

/** What was found and what was done about each, in one line. */
export const foundText = (found: readonly FoundBody[]): string =>
  found
    .map(({ kind, name, deed }) => {
      const done = deed === null ? 'nothing done yet' : DEED_NAME[deed].toLowerCase()
      return `${name || FOUND_RULES[kind].name}: ${done}`
    })
    .join('; ')

/** So many things are found around one work. */
export const MOST_FOUND = 30
