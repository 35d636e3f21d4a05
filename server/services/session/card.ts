import { byWorst } from '#core/finding/finding'
import { HOOD_NAME, type AirSpace } from '#core/job/job'
import { judgeMember } from '#core/readiness/readiness'
import { assignPpe } from '#core/ppe/ppe'
import { respiratorRow } from '#core/respirator/apf.table'
import { assignShade } from '#core/shade/shade'
import { findMe } from '#server/db/person'
import { inOrganisation, inTransaction } from '#server/db/pool'
import { boothZone, findBooth, membershipOn, type BoothRow } from '#server/db/session'
import { AppError, notFound } from '#server/errors'
import type { Units } from '#shared/units/systems'
import { quantityText } from '#shared/units/units'
import type { Card } from '#shared/session/schema'
import { getClock } from '../../clock'
import type { Actor } from '../actor'
import { signInAtBooth } from '../sign-in/sign-in'
import type { Source } from '../sign-in/tries'
import { siteDay } from '../shop/day'
import { scopeOf } from '../shop/shop'
import { loadSession, type LoadedSession } from './load'

const EMPTY: Omit<Card, 'day' | 'name'> = {
  session: null,
  station: null,
  stationId: null,
  boothCode: null,
  job: null,
  process: null,
  amps: null,
  level: null,
  floor: null,
  wanted: null,
  set: null,
  helmet: null,
  need: null,
  helmetSays: '',
  gloves: '',
  respirator: '',
  hood: '',
  wear: [],
  avoid: [],
  findings: [],
}

/** What one person needs to know today; empty where they are in no session. */
export function readCard(actor: Actor): Promise<Card> {
  return inOrganisation(actor.organisation, async (db) => {
    const { today } = await scopeOf(db, actor)
    const membership = await membershipOn(db, actor.person, today)
    if (!membership) return { ...EMPTY, day: today, name: actor.name }
    const loaded = await loadSession(db, actor, membership.session_id)
    const { site } = await findMe(db, actor.person, actor.now)
    return cardOf(loaded, actor.person, site.units)
  })
}

/** The card of one member of a loaded session; booth cards on paper are made from the same. */
export function cardOf(loaded: LoadedSession, person: string, units: Units): Card {
  const { row, member } = loaded.members.find((entry) => entry.row.person_id === person)!
  const station = row.station_id ? (loaded.stations.get(row.station_id) ?? null) : null
  const base = {
    ...EMPTY,
    day: loaded.session.day,
    name: row.name,
    session: loaded.session.title,
    station: station?.name ?? null,
    stationId: station?.id ?? null,
    boothCode: station?.code ?? null,
  }
  const { job } = member
  if (!job) return base
  const readiness = judgeMember(member, loaded.rules, loaded.today)
  const shade = assignShade(job, loaded.rules)
  const ppe = assignPpe(job, loaded.rules)
  const hands = ppe.wear.filter((piece) => piece.zone === 'hands')
  const findings = byWorst(
    readiness.cells.flatMap((cell) =>
      cell.finding && cell.finding.level !== 'clear' ? [cell.finding] : [],
    ),
  )
  return {
    ...base,
    job: row.job_title,
    process: job.process,
    amps: job.amps,
    level: readiness.level,
    floor: shade.floor,
    wanted: readiness.wanted,
    set: readiness.set,
    helmet: member.helmet?.name ?? null,
    need: shade.need,
    helmetSays: (readiness.reach ?? shade.findings[0])?.sentence ?? '',
    gloves: hands.map((piece) => piece.name).join(', '),
    respirator: job.respirator === 'none' ? 'None asked for' : respiratorRow(job.respirator).name,
    hood: hoodSays(job.air, units),
    wear: ppe.wear.map((piece) => ({
      id: piece.id,
      name: piece.name,
      has: piece.id in member.kit ? member.kit[piece.id] === 'has' : null,
    })),
    avoid: ppe.avoid.map(({ id, name, reason }) => ({ id, name, reason })),
    findings,
  }
}

function hoodSays(air: AirSpace, units: Units): string {
  if (air.hood === 'none')
    return air.space === 'outdoors'
      ? 'Outdoors: head out of the plume, wind from the side'
      : 'No hood: head out of the plume'
  const place =
    air.hood === 'movable_hood' && air.hoodDistance !== null
      ? `, ${quantityText({ amount: air.hoodDistance * 1000, unit: 'mm' }, units)} from the arc, above and off to the side`
      : ''
  return `${HOOD_NAME[air.hood]}${place}. On, damper open, feel it pull${air.hoodProved ? ': proved today' : ''}`
}

async function boothRows(code: string): Promise<BoothRow[]> {
  const zone = await inTransaction((db) => boothZone(db, code))
  const clock = await getClock()
  const rows =
    zone === null
      ? []
      : await inTransaction((db) => findBooth(db, code, siteDay(clock.now(), zone)))
  if (rows.length === 0) throw notFound('booth')
  return rows
}

/** A scanned booth, before anyone has signed in. */
export async function readBooth(code: string): Promise<{
  site: string
  station: string
  people: { id: string; name: string; hasPin: boolean }[]
}> {
  const rows = await boothRows(code)
  return {
    site: rows[0]!.site_name,
    station: rows[0]!.station_name,
    people: rows.flatMap((row) =>
      row.person_id
        ? [{ id: row.person_id, name: row.person_name!, hasPin: row.has_pin === true }]
        : [],
    ),
  }
}

/** Sign in at a booth by PIN: only people expected there today. @returns the id of the sign-in */
export async function boothSignIn(
  code: string,
  person: string,
  pin: string,
  source: Source,
): Promise<string> {
  const row = (await boothRows(code)).find((entry) => entry.person_id === person)
  if (!row) throw new AppError(404, 'not_found', 'This person is not expected at this booth today.')
  return signInAtBooth(code, { id: person, name: row.person_name! }, pin, source)
}
