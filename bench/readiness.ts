import { judgeMember } from '#core/readiness/readiness'
import { findLogins } from '#server/db/sign-in'
import { findMe } from '#server/db/person'
import { inOrganisation, inTransaction } from '#server/db/pool'
import { listSessions } from '#server/db/session'
import type { Actor } from '#server/services/actor'
import { importRoster } from '#server/services/people/roster'
import { loadSession } from '#server/services/session/load'
import { judgeLoaded, readSession } from '#server/services/session/read'
import signIns from '../demo/sign-ins.json' with { type: 'json' }

export async function leadActor(): Promise<Actor> {
  const login = (await inTransaction((db) => findLogins(db, signIns[0]!.email)))[0]!
  const me = await inOrganisation(login.organisation_id, (db) =>
    findMe(db, login.person_id, new Date()),
  )
  return {
    person: me.id,
    organisation: login.organisation_id,
    site: me.site.id,
    name: me.name,
    role: 'lead',
    kind: 'account',
    booth: null,
    scopes: null,
    signIn: null,
    lacksFactor: false,
    now: new Date(),
    rehearsal: false,
  }
}

/** Median time of `work` over many runs, ms. */
function median(runs: number, work: () => unknown): number {
  const took = Array.from({ length: runs }, () => {
    const from = performance.now()
    work()
    return performance.now() - from
  })
  return took.sort((a, b) => a - b)[Math.floor(runs / 2)]!
}

/** Readiness of the demo class: the server's answer, cures included, against the bare rules of the core over the same people. */
export async function readiness(): Promise<{
  people: number
  needs: number
  bare: number
  server: number
  whole: number
}> {
  const actor = await leadActor()
  const loaded = await inOrganisation(actor.organisation, async (db) => {
    const { rows } = await listSessions(db, actor.site, { q: '', page: 1, sort: 'newest' })
    return loadSession(db, actor, rows[0]!.id)
  })
  const bare = (): unknown =>
    loaded.members.map(({ member }) => judgeMember(member, loaded.rules, loaded.today))
  const server = (): unknown => judgeLoaded(loaded)
  median(200, bare)
  median(200, server)
  const whole = []
  for (let i = 0; i < 60; i++) {
    const from = performance.now()
    await readSession(actor, loaded.session.id)
    whole.push(performance.now() - from)
  }
  const needs = judgeMember(loaded.members[0]!.member, loaded.rules, loaded.today).cells.length
  return {
    people: loaded.members.length,
    needs,
    bare: median(400, bare),
    server: median(400, server),
    whole: whole.sort((a, b) => a - b)[30]!,
  }
}

/** Two thousand people beside those of the demo, through the import. */
export async function growRoster(): Promise<void> {
  const actor = await leadActor()
  const csv = `number,name,cleared_for\n${Array.from({ length: 2000 }, (_, i) => `BN-${i},Bench Person ${i},SMAW GMAW`).join('\n')}`
  const { fingerprint } = await importRoster(actor, { csv, apply: false, leaveOutBroken: false })
  await importRoster(actor, { csv, apply: true, leaveOutBroken: false, fingerprint })
}
