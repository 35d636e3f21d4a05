import { z } from 'zod'
import { findingSchema } from '#shared/finding/schema'

/** What many routes take and answer. */
export const byId = z.strictObject({ id: z.uuid('Not an identifier.') })
export const done = z.object({ ok: z.literal(true) })
export const made = z.object({ id: z.uuid() })
export const judged = z.object({ findings: z.array(findingSchema) })
/** A document of another media type than JSON. */
export const document = z.unknown()
