import type { ThingKind } from '#core/plan/kinds.table'
import { planSchema } from '#shared/plan/schema'

/** What is drawn on a sketch: what stops sparks, lets them through, and burns. */
export const SKETCH_KINDS = [
  'room',
  'wall',
  'door',
  'window',
  'hatch',
  'duct',
  'combustible',
  'detector',
  'sprinklers',
  'exit',
  'walkway',
] as const satisfies readonly ThingKind[]

const MOST_SKETCHED = 100

/** One floor, drawn for one permit. Nothing on it stands for anything on record. */
export const sketchBody = planSchema
  .refine(({ floors }) => floors.length === 1, 'A sketch has one floor.')
  .refine(
    ({ things }) => things.length <= MOST_SKETCHED,
    `At most ${MOST_SKETCHED} things are sketched.`,
  )
  .refine(
    ({ things }) =>
      things.every(
        ({ kind, of }) => of === null && (SKETCH_KINDS as readonly string[]).includes(kind),
      ),
    'This is not drawn on a sketch.',
  )
