import { createHash } from 'node:crypto'
import { dayAfter } from '#core/calendar/day'
import { findGear } from '#server/db/gear'
import { holdGear } from '#server/db/gear-write'
import {
  countPortraits,
  countWaiting,
  dropWaiting,
  findPhoto,
  imageOf,
  insertPhoto,
  removeImage,
  type PhotoRow,
} from '#server/db/photo'
import { findPermit, holdPermit } from '#server/db/permit'
import { inOrganisation, type Db } from '#server/db/pool'
import { AppError, conflict, notFound } from '#server/errors'
import { inPool } from '#server/heavy/pool'
import type { PHOTO_SIZES, PhotoOf } from '#shared/photo/schema'
import { record, type Actor } from '../actor'
import { usedBefore } from '../event'
import { scopeOf } from '../shop/shop'

/** Days after which a photo of a look that nobody logged is dropped. */
const WAITS_DAYS = 7
/** So many of one person may wait for their inspection, and so many show one piece. */
const MOST_WAITING = 60
const MOST_PORTRAITS = 12

export interface SentPhoto {
  id: string
  kind: PhotoOf
  item: string
  portrait: boolean
  bytes: Uint8Array
}

/**
 * Keep a photo, made small. Sent twice it is kept once. The image is worked on between two transactions; a crash before the second
 * leaves nothing, and the sender sends it again.
 */
export async function keepPhoto(actor: Actor, sent: SentPhoto): Promise<{ ok: true }> {
  const digest = createHash('sha256').update(sent.bytes).digest('hex')
  const known = await inOrganisation(actor.organisation, async (db) => {
    if (await isKept(db, actor, sent, digest)) return true
    await requireSubject(db, actor, sent)
    return false
  })
  if (known) return { ok: true }
  const small = await inPool('shrinkPhoto', actor.person, sent.bytes)
  if (!small)
    throw new AppError(
      415,
      'not_a_photo',
      'This is no photo that can be read. Send a whole JPEG, PNG or WebP.',
    )
  return inOrganisation(actor.organisation, async (db) => {
    await (sent.kind === 'permit' ? holdPermit(db, sent.item) : holdGear(db, sent.kind, sent.item))
    await dropWaiting(db, actor.person, daysAgo(actor.now, WAITS_DAYS))
    await requireRoom(db, actor, sent)
    const { kind, bytes: _, ...photo } = sent
    const isNew = await insertPhoto(db, {
      ...photo,
      ...small,
      organisation: actor.organisation,
      site: actor.site,
      person: actor.person,
      at: actor.now,
      digest,
      rehearsal: actor.rehearsal,
    })
    if (!isNew) {
      // Sent twice at once: the other one was first.
      if (!(await isKept(db, actor, sent, digest))) throw usedBefore()
      return { ok: true }
    }
    if (sent.portrait)
      await record(db, actor, 'photo_added', kind, sent.item, { photo: sent.id, digest })
    return { ok: true }
  })
}

/** @throws where what it is of is not there. Of a permit it shows the place, or what was seen on a round. */
async function requireSubject(db: Db, actor: Actor, { kind, item }: SentPhoto): Promise<void> {
  if (kind !== 'permit') {
    if (!(await findGear(db, await scopeOf(db, actor), kind, item))) throw notFound(kind)
    return
  }
  const permit = await findPermit(db, item)
  if (permit?.site_id !== actor.site) throw notFound('permit')
}

const daysAgo = (now: Date, days: number): Date =>
  new Date(`${dayAfter(now.toISOString().slice(0, 10), -days)}T00:00:00Z`)

/** @throws where the identifier stands for another photo */
async function isKept(db: Db, actor: Actor, sent: SentPhoto, digest: string): Promise<boolean> {
  const before = await findPhoto(db, actor.site, sent.id)
  if (!before) return false
  const isSame =
    before.person_id === actor.person &&
    before.digest === digest &&
    before.item_id === sent.item &&
    before.portrait === sent.portrait
  if (!isSame) throw usedBefore()
  return true
}

async function requireRoom(db: Db, actor: Actor, { item, portrait }: SentPhoto): Promise<void> {
  if (portrait && (await countPortraits(db, item)) >= MOST_PORTRAITS)
    throw conflict(`There are ${MOST_PORTRAITS} photos of it. Take one away first.`, 'too_many')
  if (!portrait && (await countWaiting(db, actor.person)) >= MOST_WAITING)
    throw conflict(
      `${MOST_WAITING} photos wait for looks that you have not logged. Log those looks first.`,
      'too_many',
    )
}

/** The image of a photo of this site. One that waits for its inspection or round is shown to who took it only. */
export const readPhoto = (
  actor: Actor,
  id: string,
  size: (typeof PHOTO_SIZES)[number],
): Promise<Buffer> =>
  inOrganisation(actor.organisation, async (db) => {
    const photo = await findPhoto(db, actor.site, id)
    if (!photo || !isShown(actor, photo)) throw notFound('photo')
    const bytes = await imageOf(db, id, size)
    if (!bytes) throw notFound('photo')
    return bytes
  })

const isShown = (actor: Actor, photo: PhotoRow): boolean =>
  photo.portrait ||
  photo.inspection_id !== null ||
  photo.event_id !== null ||
  photo.person_id === actor.person

/** Take an image away for good, as where it shows a person. Twice is as once. */
export const removePhoto = (actor: Actor, id: string, why: string): Promise<{ ok: true }> =>
  inOrganisation(actor.organisation, async (db) => {
    const photo = await findPhoto(db, actor.site, id)
    if (!photo || !isShown(actor, photo)) throw notFound('photo')
    if (await removeImage(db, { id, person: actor.person, at: actor.now, why }))
      await record(db, actor, 'photo_removed', 'photo', id, { why, item: photo.item_id })
    return { ok: true }
  })
