import { z } from 'zod'
import { CLEANINGS, CONTENTS, NOTHING_TOLD, PURGES } from '#core/firewatch/container'

const told = z.boolean().nullable()

/** What is known of a container, pipe or hollow part before heat; null: not told. */
export const containerBody = z.strictObject({
  held: z.string().trim().max(200),
  contents: z.enum(CONTENTS).nullable(),
  cleaned: z.enum(CLEANINGS).nullable(),
  tester: z.string().trim().max(120),
  testedAt: z.iso.datetime({ message: 'Enter a date and time.' }).nullable(),
  explosive: z
    .number('Enter a number.')
    .min(0, 'From 0 to 100 % of the limit.')
    .max(100, 'From 0 to 100 % of the limit.')
    .nullable(),
  isIsolated: told,
  isVented: told,
  purged: z.enum(PURGES).nullable(),
})
export type ContainerBody = z.output<typeof containerBody>

/** Of a container of which nothing is told yet. */
export const NEW_CONTAINER: ContainerBody = { ...NOTHING_TOLD, testedAt: null }
