import webPush from 'web-push'
import { inTransaction } from '#server/db/pool'
import { findPushKeys, keepPushKeys } from '#server/db/push'
import { seal, unseal } from '../sign-in/seal'

const PURPOSE = 'push'
const OWNER = 'installation'

export interface PushKeyPair {
  publicKey: string
  privateKey: string
}

let known: PushKeyPair | null = null

/** The keys of this installation, made when they are first asked for. Two processes that begin at once keep the same. */
export async function pushKeys(): Promise<PushKeyPair> {
  known ??= await inTransaction(async (db) => {
    const fresh = webPush.generateVAPIDKeys()
    const before = await findPushKeys(db)
    if (!before)
      await keepPushKeys(db, {
        public_key: fresh.publicKey,
        sealed_private_key: seal(fresh.privateKey, PURPOSE, OWNER),
      })
    const kept = before ?? (await findPushKeys(db))!
    return {
      publicKey: kept.public_key,
      privateKey: unseal(kept.sealed_private_key, PURPOSE, OWNER),
    }
  })
  return known
}
