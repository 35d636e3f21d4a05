import { z } from 'zod'
import { EVERYONE, STAFF, WORKERS, contract } from '#shared/api/contract'
import { byId, document, done } from '#shared/api/replies'
import { PHOTO_LARGEST, PHOTO_OF, PHOTO_SIZES, PHOTO_TYPES, photoBody } from '#shared/photo/schema'

export const photoRoutes = {
  sendPhoto: contract({
    id: 'sendPhoto',
    method: 'PUT',
    path: '/photos/{id}',
    summary:
      'Keep a photo of a piece of gear or of the place of a permit, made smaller and without its place. Sent twice it is kept once.',
    roles: WORKERS,
    params: byId,
    query: z.strictObject({
      kind: z.enum(PHOTO_OF),
      item: z.uuid(),
      /** Of the piece or the place itself, not of a line of an inspection or what was seen on a round. */
      portrait: z.stringbool().default(false),
    }),
    body: photoBody,
    takes: PHOTO_TYPES,
    largest: PHOTO_LARGEST,
    late: true,
    response: done,
    status: 201,
  }),
  photo: contract({
    id: 'photo',
    method: 'GET',
    path: '/photos/{id}/{size}',
    summary: 'A photo, as JPEG.',
    roles: EVERYONE,
    params: byId.extend({ size: z.enum(PHOTO_SIZES) }),
    response: document,
    produces: 'image/jpeg',
  }),
  removePhoto: contract({
    id: 'removePhoto',
    method: 'POST',
    path: '/photos/{id}/removal',
    summary: 'Take a photo away for good, with a reason. That there was one stays on record.',
    roles: STAFF,
    params: byId,
    body: z.strictObject({
      why: z.string().trim().min(5, 'Say why, in at least 5 characters.').max(300),
    }),
    response: done,
  }),
}
