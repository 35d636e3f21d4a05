import { judgedRounds } from '#core/permit/rounds'
import { signedChanges, type Signed } from '#core/permit/signed-change'
import { watchOf } from '#core/permit/lifecycle'
import { draftedOf, findPermit } from '#server/db/permit'
import { eventsOf } from '#server/db/permit-event'
import { snapshotsOf } from '#server/db/permit-snapshot'
import { inOrganisation } from '#server/db/pool'
import { notFound } from '#server/errors'
import type { Story } from '#shared/permit/story'
import type { Actor } from '../actor'
import { judgePermit } from './judge'
import { lifeOf } from './life'
import type { HeldPermit } from './step'
import { toPermit } from './view'

/** What happened to one permit, for somebody who was not there. */
export function readStory(actor: Actor, id: string): Promise<Story> {
  return inOrganisation(actor.organisation, async (db) => {
    const row = await findPermit(db, id)
    if (!row) throw notFound('permit')
    const held: HeldPermit = { row, events: await eventsOf(db, row) }
    const drafted = await draftedOf(db, id)
    return {
      permit: toPermit(actor, held, await judgePermit(db, actor, held)),
      draftedBy: drafted.person,
      draftedAt: drafted.at.toISOString(),
      signed: signedOf(await snapshotsOf(db, id)),
      rounds: roundsOf(held),
    }
  })
}

function signedOf(snapshots: Awaited<ReturnType<typeof snapshotsOf>>): Story['signed'] {
  const texts = snapshots.map(({ content }) => JSON.parse(content) as Signed)
  return snapshots.map(({ version, hash, at }, i) => ({
    version,
    hash,
    at: at.toISOString(),
    changes: i === 0 ? [] : signedChanges(texts[i - 1]!, texts[i]!),
  }))
}

function roundsOf(held: HeldPermit): Story['rounds'] {
  const life = lifeOf(held)
  if (life.watchStartedAt === null) return []
  const made = new Map(
    held.events
      .filter(({ kind }) => kind === 'round')
      .map((event) => [event.counts_at?.getTime(), event]),
  )
  return judgedRounds(watchOf(life, life.watchStartedAt)).map(({ at, dueAt, isLate }) => ({
    at: new Date(at).toISOString(),
    cameAt: made.get(at)!.details?.late ? made.get(at)!.at.toISOString() : null,
    dueAt: new Date(dueAt).toISOString(),
    isLate,
    person: made.get(at)!.person,
    note: made.get(at)!.note,
  }))
}
