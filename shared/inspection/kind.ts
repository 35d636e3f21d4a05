import { z } from 'zod'
import { UNITS } from '#core/finding/finding'
import { GEAR_KINDS, USE_MEASURES } from '#core/inspection/kind'
import { version } from '#shared/api/fields'

const id = z.string().regex(/^[A-Za-z][A-Za-z0-9]{0,39}$/, 'Letters and figures, a letter first.')
const named = {
  id,
  name: z.string().trim().min(1, 'Name the field.').max(60),
  help: z.string().max(200).optional(),
}

const field = z.discriminatedUnion('type', [
  z.strictObject({ ...named, type: z.literal('text') }),
  z
    .strictObject({
      ...named,
      type: z.literal('number'),
      unit: z.enum(UNITS),
      min: z.number(),
      max: z.number(),
    })
    .refine(({ min, max }) => min <= max, 'The lower limit is above the upper one.'),
  z.strictObject({
    ...named,
    type: z.literal('choice'),
    options: z
      .array(z.strictObject({ value: id, label: z.string().trim().min(1).max(60) }))
      .min(2, 'Give at least two to choose from.')
      .max(20),
  }),
  z.strictObject({ ...named, type: z.literal('date') }),
  z.strictObject({ ...named, type: z.literal('yesNo') }),
])

/** A kind of gear that a shop adds itself. */
export const ownKindBody = z.strictObject({
  name: z.string().trim().min(1, 'Name the kind.').max(40),
  everyDays: z.number().int().min(1).max(366),
  /** The look before use comes round by use as well; null: by days alone. */
  use: z
    .strictObject({
      of: z.enum(USE_MEASURES),
      amount: z.number().gt(0, 'More than nothing.').max(100_000),
    })
    .nullable()
    .default(null),
  fields: z
    .array(field)
    .max(20, 'At most 20 fields.')
    .refine(
      (all) => new Set(all.map((one) => one.id)).size === all.length,
      'A field stands there twice.',
    ),
  /** Kinds of the trade that it is fitted to. */
  fittedTo: z.array(z.enum(GEAR_KINDS).exclude(['own'])).max(20),
  version,
})
export type OwnKindBody = z.output<typeof ownKindBody>

export const ownKindSchema = ownKindBody.extend({ id: z.uuid(), version: z.number() })
export type OwnKind = z.output<typeof ownKindSchema>
