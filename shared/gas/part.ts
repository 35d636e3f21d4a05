import { z } from 'zod'
import {
  HOSE_COLOURS,
  HOSE_STANDARDS,
  HOSE_USE_IDS,
  OUTLETS,
  THREADS,
} from '#core/gas/outlet.table'
import { positive } from '#shared/api/fields'

const MOST_PRESSURE = 1e8

/** What is told of a regulator, hose, arrestor or torch; null: not told. */
export const partFacts = z.strictObject({
  use: z.enum(HOSE_USE_IDS).nullable(),
  inlet: z.enum(OUTLETS).nullable(),
  highest: positive(MOST_PRESSURE).nullable(),
  step: positive(MOST_PRESSURE).nullable(),
  colour: z.enum(HOSE_COLOURS).nullable(),
  standard: z.enum(HOSE_STANDARDS).nullable(),
  thread: z.enum(THREADS).nullable(),
  bore: positive(0.2).nullable(),
  length: positive(1000).nullable(),
})
