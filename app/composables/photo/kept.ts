import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { photoRoutes } from '#shared/photo/routes'
import type { PhotoOf } from '#shared/photo/schema'
import { ApiFailure, call } from '~/composables/api'
import { useSignIn } from '~/stores/sign-in'

interface KeptPhoto {
  id: string
  /** Whose it is; another person on this device does not see it. */
  owner: string
  blob: Blob
  since: number
}
interface Kept extends DBSchema {
  photo: { key: string; value: KeptPhoto }
}

/** Photos of looks that nobody came back to go after so long. */
const KEPT_MS = 30 * 86_400_000

let opened: Promise<IDBPDatabase<Kept>> | null = null
const open = (): Promise<IDBPDatabase<Kept>> =>
  (opened ??= openDB<Kept>('zonaris', 1, {
    upgrade: (db) => void db.createObjectStore('photo', { keyPath: 'id' }),
  }))

/** Photos kept on this device from the moment they are taken until what they belong to is on the server, through a dead battery or a lost signal. */
export function useKeptPhotos() {
  const owner = useSignIn().me?.id ?? 'nobody'

  /** @returns the identifier under which it is kept here, and sent */
  async function keep(blob: Blob): Promise<string> {
    const id = crypto.randomUUID()
    const db = await open()
    for (const old of await db.getAll('photo'))
      if (Date.now() - old.since > KEPT_MS) await db.delete('photo', old.id)
    await db.put('photo', { id, owner, blob, since: Date.now() })
    return id
  }

  async function find(id: string): Promise<Blob | null> {
    const kept = await (await open()).get('photo', id)
    return kept?.owner === owner ? kept.blob : null
  }

  /** Send what is still here; what was sent before counts once. A photo that is neither here nor there is told by the server. */
  async function sendAll(
    gear: { kind: PhotoOf; id: string },
    ids: readonly string[],
    portrait = false,
  ): Promise<void> {
    for (const id of ids) {
      const blob = await find(id)
      if (blob) await send(gear, id, blob, portrait)
    }
  }

  async function send(
    gear: { kind: PhotoOf; id: string },
    id: string,
    blob: Blob,
    portrait = false,
  ): Promise<void> {
    await call(photoRoutes.sendPhoto, {
      params: { id },
      query: { kind: gear.kind, item: gear.id, portrait: String(portrait) },
      body: blob,
    }).catch((error: unknown) => {
      if (error instanceof ApiFailure && error.status === 415)
        throw new ApiFailure(error.status, error.code, `A photo was refused: ${error.message}`)
      throw error
    })
  }

  const drop = async (ids: readonly string[]): Promise<void> => {
    const db = await open()
    await Promise.all(ids.map((id) => db.delete('photo', id)))
  }

  return { keep, find, send, sendAll, drop }
}
