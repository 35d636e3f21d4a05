import { z } from 'zod'
import { GEAR_KINDS } from '#core/inspection/kind'

/** Largest photo taken from a sender, bytes. */
export const PHOTO_LARGEST = 12_000_000
/** What can be read as a photo. */
export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const
/** What a photo may be of. */
export const PHOTO_OF = [...GEAR_KINDS, 'permit'] as const
export type PhotoOf = (typeof PHOTO_OF)[number]

/** Longest side of a photo as it is kept, and of its small copy, pixels. */
export const PHOTO_SIDE = 1600
export const THUMB_SIDE = 320

export const PHOTO_SIZES = ['full', 'thumb'] as const

/** A photo as a browser or another program sends it. */
export const photoBody = z.custom<Blob | Uint8Array<ArrayBuffer>>(
  (value) => value instanceof Blob || value instanceof Uint8Array,
)

export const photoSchema = z.object({
  id: z.uuid(),
  at: z.iso.datetime(),
  person: z.string(),
  width: z.number(),
  height: z.number(),
})
export type Photo = z.infer<typeof photoSchema>
