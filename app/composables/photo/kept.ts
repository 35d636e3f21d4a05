import { photoRoutes } from '#shared/photo/routes'
import type { PhotoOf } from '#shared/photo/schema'
import { ApiFailure, call } from '~/composables/api'
import { openKept } from '~/composables/offline/database'
import { sendOrKeep, type About } from '~/composables/offline/queue'
import { useSignIn } from '~/stores/sign-in'

/** Photos of looks that nobody came back to go after so long. */
const KEPT_MS = 30 * 86_400_000

/** Photos kept on this device from the moment they are taken until what they belong to is on the server, through a dead battery or a lost signal. */
export function useKeptPhotos() {
  const owner = useSignIn().me?.id ?? 'nobody'

  /** @returns the identifier under which it is kept here, and sent */
  async function keep(blob: Blob): Promise<string> {
    const id = crypto.randomUUID()
    const db = await openKept()
    for (const old of await db.getAll('photo'))
      if (Date.now() - old.since > KEPT_MS) await db.delete('photo', old.id)
    await db.put('photo', { id, owner, blob, since: Date.now() })
    return id
  }

  async function find(id: string): Promise<Blob | null> {
    const kept = await (await openKept()).get('photo', id)
    return kept?.owner === owner ? kept.blob : null
  }

  /** Send what is still here; what was sent before counts once. A photo that is neither here nor there is told by the server. */
  async function sendAll(
    of: PhotoSubject,
    ids: readonly string[],
    portrait: boolean,
  ): Promise<void> {
    for (const id of ids) {
      const blob = await find(id)
      if (blob) await send(of, id, blob, portrait)
    }
  }

  /** As `sendAll`, of what is to be sent after it; without a signal all wait on this device. */
  async function sendOrKeepAll(
    of: PhotoSubject,
    ids: readonly string[],
    about: About,
  ): Promise<void> {
    for (const id of ids) {
      const blob = await find(id)
      if (!blob) continue
      const photo = { ...about, says: `Photo: ${about.says}` }
      await told(sendOrKeep(photoRoutes.sendPhoto, sending(of, id, blob, false), photo))
    }
  }

  async function send(of: PhotoSubject, id: string, blob: Blob, portrait: boolean): Promise<void> {
    await told(call(photoRoutes.sendPhoto, sending(of, id, blob, portrait)))
  }

  const drop = async (ids: readonly string[]): Promise<void> => {
    const db = await openKept()
    await Promise.all(ids.map((id) => db.delete('photo', id)))
  }

  return { keep, find, send, sendAll, sendOrKeepAll, drop }
}

/** What a photo is of. */
interface PhotoSubject {
  kind: PhotoOf
  id: string
}

const sending = ({ kind, id: item }: PhotoSubject, id: string, body: Blob, portrait: boolean) => ({
  params: { id },
  query: { kind, item, portrait: String(portrait) },
  body,
})

/** A refusal says that it was the photo. */
const told = <T>(sent: Promise<T>): Promise<T> =>
  sent.catch((error: unknown) => {
    if (error instanceof ApiFailure && error.status === 415)
      throw new ApiFailure(error.status, error.code, `A photo was refused: ${error.message}`)
    throw error
  })
