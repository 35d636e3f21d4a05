import { draftsOfJob, renewDraft } from '#server/db/permit-draft'
import type { Db } from '#server/db/pool'
import type { Actor } from '../actor'
import { voidSignatures } from './signatures'
import { hold } from './step'

/** The job under drafts changed: what was signed or overridden before counts no more, and it is written down whose. */
export async function renewDrafts(db: Db, actor: Actor, job: string): Promise<void> {
  for (const id of await draftsOfJob(db, job)) {
    const before = await hold(db, id)
    await renewDraft(db, id)
    await voidSignatures(db, actor, before, before.row.version + 1, 'the job was changed.')
  }
}
