import { z } from 'zod'
import { UNSURE } from '#core/late/reckon'

/** Where a request says that it was entered before and without a signal. */
export const LATE_HEADER = 'x-zonaris-late'

/** What a phone says of an entry that it kept. Times are of its own clock. */
export const lateMarkSchema = z.strictObject({
  phone: z.uuid(),
  /** Entries of a phone are counted from 1 on. */
  number: z.int().min(1).max(2_000_000_000),
  enteredAt: z.iso.datetime(),
  sentAt: z.iso.datetime(),
  /** Server less phone when it last heard from the server before, ms. */
  skewThen: z.number().nullable(),
  /** So many more about the same follow. */
  more: z.int().min(0).max(10_000),
  /** ECDSA on P-256 with SHA-256 over `signedText`, base64url. */
  signature: z.string().length(86),
})
export type LateMark = z.infer<typeof lateMarkSchema>

/** What a phone signs when an entry is made. @param digest of the body as sent, SHA-256 in hexadecimal */
export const signedText = (
  mark: Pick<LateMark, 'phone' | 'number' | 'enteredAt' | 'skewThen'>,
  { method, address, digest }: { method: string; address: string; digest: string },
): string =>
  JSON.stringify([mark.phone, mark.number, mark.enteredAt, mark.skewThen, method, address, digest])

/** That a step came later than it was taken, as its record shows it. */
export const lateSchema = z.object({
  phone: z.uuid(),
  number: z.number(),
  /** By the phone's clock. */
  enteredAt: z.iso.datetime(),
  /** Server less phone, ms. */
  skew: z.number(),
  /** By the clock of the shop; null: not known. */
  madeAt: z.iso.datetime().nullable(),
  because: z.enum(UNSURE).optional(),
})
export type LateDetails = z.infer<typeof lateSchema>

const point = z.string().regex(/^[\w-]{43}$/, 'Not a coordinate of P-256.')

/** A phone that keeps entries, and its public key. */
export const phoneBody = z.strictObject({
  name: z.string().trim().min(1).max(80),
  x: point,
  y: point,
})

export const lateEntrySchema = z.object({
  phone: z.uuid(),
  phoneName: z.string(),
  number: z.number(),
  person: z.string(),
  /** What it is, as `round`. */
  route: z.string(),
  subject: z.uuid().nullable(),
  /** What it is about, in words. */
  about: z.string(),
  enteredAt: z.iso.datetime(),
  receivedAt: z.iso.datetime(),
  /** Server less phone, ms. */
  skew: z.number(),
  madeAt: z.iso.datetime().nullable(),
  /** Null: it was written. */
  refusal: z.string().nullable(),
  content: z.unknown(),
  /** Numbers of the same phone right before it that never came. */
  missing: z.number(),
})
export type LateEntry = z.infer<typeof lateEntrySchema>
