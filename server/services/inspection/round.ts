import { randomUUID } from 'node:crypto'
import { lastOpenDay } from '#core/calendar/closed'
import { dayAfter } from '#core/calendar/day'
import { linesHere, type WhichChecklist } from '#core/inspection/checklist'
import { judgeInspection, ChecklistMismatch, type JudgedLine } from '#core/inspection/inspection'
import type { ChecklistLine } from '#core/inspection/line'
import {
  PLACE_OF_ROUND,
  ROUND_NAME,
  judgeBooth,
  judgeShopRound,
  listOfRound,
  type Round,
} from '#core/inspection/round'
import { checklistChanges } from '#server/db/checklist'
import { inOrganisation, type Db } from '#server/db/pool'
import {
  closePoint,
  findPoint,
  findRound,
  holdStation,
  insertPoint,
  insertRound,
  isAnswered,
  lastUses,
  listRounds,
  newestOfStations,
  newestRound,
  openOfPerson,
  openOfSite,
  openOfStation,
  type RoundOnRecord,
  type StationUse,
} from '#server/db/round'
import type { PageQuery } from '#server/db/page'
import { listStations } from '#server/db/station'
import { AppError, conflict, fieldError, notFound } from '#server/errors'
import type { Booth, OpenPoint, RoundBody } from '#shared/inspection/round'
import { isStaff, record, type Actor } from '../actor'
import { isNew } from '../event'
import { countsAt } from '../late/late'
import { siteDay } from '../shop/day'
import { scopeOf, type ShopScope } from '../shop/shop'
import { checklistFor } from './checklist'

const listFor = (round: Round): WhichChecklist => {
  const occasion = listOfRound(round)
  return { kind: PLACE_OF_ROUND[occasion], kindId: null, occasion }
}

/**
 * Write a round down. What was not right on it stays open with whoever left it: on a handover and at closing the person who makes it,
 * on an arrival whoever was there before. Sent twice it is written once; two at one booth take their turns.
 */
export const makeRound = (actor: Actor, body: RoundBody): Promise<{ ok: true }> =>
  inOrganisation(actor.organisation, async (db) => {
    requireOwnBooth(actor, body.stationId, body.round)
    const { id, ...content } = body
    const of = body.stationId ?? actor.site
    if (!(await isNew(db, actor, { id, kind: 'shop_round', of, content }))) return { ok: true }
    if (body.stationId && !(await holdStation(db, actor.site, body.stationId)))
      throw fieldError('stationId', 'There is no such booth.')
    const scope = await scopeOf(db, actor)
    const { lines, version } = await checklistFor(db, actor, listFor(body.round))
    const judged = judgedLines(lines, body)
    const at = countsAt(actor) ?? actor.now
    const before = await whatWasBefore(db, actor, scope, body)
    await insertRound(db, {
      id,
      organisation: actor.organisation,
      site: actor.site,
      round: body.round,
      station: body.stationId,
      answers: before.answers,
      person: actor.person,
      at,
      day: siteDay(at, scope.timeZone),
      version,
      lines: judged,
      seconds: body.seconds,
      rehearsal: actor.rehearsal,
    })
    const failed = judged.filter(({ mark }) => mark === 'fail')
    for (const line of failed)
      await insertPoint(db, {
        id: randomUUID(),
        organisation: actor.organisation,
        site: actor.site,
        round: id,
        station: body.stationId,
        line: line.id,
        name: line.name,
        note: line.because ?? line.note!,
        critical: line.critical,
        leftBy: before.leftBy,
        foundBy: actor.person,
        at,
      })
    await record(db, actor, 'round_made', body.stationId ? 'station' : 'site', of, {
      round: body.round,
      open: failed.map(({ name }) => name),
    })
    return { ok: true }
  })

/** Signed in at a booth, a person speaks for that booth only. */
function requireOwnBooth(actor: Actor, station: string | null, round?: Round): void {
  if (actor.kind !== 'booth') return
  if (station === null || station !== actor.booth)
    throw new AppError(
      403,
      'booth_only',
      round
        ? `Signed in at a booth, you speak for that booth only, not for: ${ROUND_NAME[round].toLowerCase()}.`
        : 'Signed in at a booth, you see that booth only.',
    )
}

function judgedLines(lines: readonly ChecklistLine[], body: RoundBody): JudgedLine[] {
  try {
    return judgeInspection(lines, body.lines).lines
  } catch (error) {
    if (error instanceof ChecklistMismatch) throw fieldError(`lines.${error.path}`, error.message)
    throw error
  }
}

/** Who left it as it is found, and which handover is answered. */
async function whatWasBefore(
  db: Db,
  actor: Actor,
  scope: ShopScope,
  { round, stationId }: RoundBody,
): Promise<{ leftBy: string | null; answers: string | null }> {
  if (round === 'opening') return { leftBy: null, answers: null }
  if (round !== 'arrival') return { leftBy: actor.person, answers: null }
  const handover =
    (await newestOfStations(db, [stationId!])).find((made) => made.round === 'handover') ?? null
  const [used] = await lastUses(db, scope, { station: stationId, except: actor.person })
  if (!handover || (used && used.day > handover.day))
    return { leftBy: soleUser(used), answers: null }
  if (handover.personId === actor.person)
    throw conflict(
      'You handed this booth over yourself. The next person takes it over.',
      'same_person',
    )
  return {
    leftBy: handover.personId,
    answers: (await isAnswered(db, handover.id)) ? null : handover.id,
  }
}

/** Of several who were there, nobody knows which of them left it so. */
const soleUser = (used: StationUse | undefined): string | null =>
  used?.people.length === 1 ? used.people[0]!.id : null

/** How the shop and its booths stand. */
export const readRounds = (actor: Actor) =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const days = { today: scope.today, lastOpenDay: openDayBefore(scope) }
    const opening = await newestRound(db, actor.site, 'opening')
    const closing = await newestRound(db, actor.site, 'closing')
    const stations = await listStations(db, actor.site)
    const rounds = await newestOfStations(
      db,
      stations.map(({ id }) => id),
    )
    const uses = await lastUses(db, scope)
    const open = await openOfSite(db, actor.site)
    return {
      today: scope.today,
      opening: { finding: judgeShopRound('opening', opening, days), last: opening },
      closing: { finding: judgeShopRound('closing', closing, days), last: closing },
      booths: stations.map((station) => toBooth(scope, station, { rounds, uses, open })),
      open: open.filter(({ stationId }) => stationId === null),
    }
  })

/** The newest day before today on which the shop was open, within two weeks. */
const openDayBefore = ({ today, inspection }: ShopScope): string =>
  lastOpenDay(dayAfter(today, -14), dayAfter(today, -1), inspection.closed)

interface Known {
  rounds: readonly RoundOnRecord[]
  uses: readonly StationUse[]
  open: readonly OpenPoint[]
}

function toBooth(
  { today }: ShopScope,
  station: { id: string; name: string },
  { rounds, uses, open }: Known,
): Booth {
  const here = rounds.filter(({ stationId }) => stationId === station.id)
  const handover = here.find(({ round }) => round === 'handover') ?? null
  const arrival = here.find(({ round }) => round === 'arrival') ?? null
  const used = uses.find((use) => use.station === station.id) ?? null
  const points = open.filter(({ stationId }) => stationId === station.id)
  return {
    today,
    stationId: station.id,
    station: station.name,
    finding: judgeBooth({
      name: station.name,
      today,
      handover,
      arrival,
      used: used && { people: used.people.map(({ name }) => name), day: used.day },
      open: points,
    }),
    handover,
    arrival,
    used: used && { people: used.people, day: used.day },
    open: points,
  }
}

export const readBooth = (actor: Actor, id: string) =>
  inOrganisation(actor.organisation, async (db) => {
    requireOwnBooth(actor, id)
    const scope = await scopeOf(db, actor)
    const station = (await listStations(db, actor.site)).find((one) => one.id === id)
    if (!station) throw notFound('booth')
    const known = {
      rounds: await newestOfStations(db, [id]),
      uses: await lastUses(db, scope, { station: id }),
      open: await openOfStation(db, id),
    }
    const changes = await checklistChanges(db, actor.site)
    return { ...toBooth(scope, station, known), lines: linesHere(changes, listFor('handover')) }
  })

export const readRoundRecords = (actor: Actor, query: PageQuery & { round?: Round }) =>
  inOrganisation(actor.organisation, (db) => listRounds(db, actor.site, query))

export const readRound = (actor: Actor, id: string) =>
  inOrganisation(actor.organisation, async (db) => {
    const round = await findRound(db, actor.site, id)
    if (!round) throw notFound('round')
    return round
  })

export const readOwnPoints = (actor: Actor): Promise<OpenPoint[]> =>
  inOrganisation(actor.organisation, (db) => openOfPerson(db, actor.person))

/** It was put right. Closed twice, the first one counts. */
export const closeOpenPoint = (actor: Actor, id: string, note: string): Promise<{ ok: true }> =>
  inOrganisation(actor.organisation, async (db) => {
    const point = await findPoint(db, actor.site, id)
    if (!point) throw notFound('open point')
    const isTheirs = point.left_by === actor.person || point.found_by === actor.person
    if (!isTheirs && !isStaff(actor))
      throw new AppError(
        403,
        'forbidden',
        'Whoever left it, whoever found it, a lead or an instructor says that it was put right.',
      )
    if (await closePoint(db, { id, person: actor.person, at: actor.now, note }))
      await record(db, actor, 'point_closed', 'open_point', id, { name: point.name, note })
    return { ok: true }
  })
