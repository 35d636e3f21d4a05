import { randomBytes, randomUUID } from 'node:crypto'
import type { ShopRules } from '#core/assessment/assess'
import type { z } from 'zod'
import { inOrganisation, type Db } from '#server/db/pool'
import { chartInForce } from '#server/db/house-chart'
import { findSite, isZoneKnown, updateSite, type SiteRow } from '#server/db/site'
import { insertStation, listStations, updateStation } from '#server/db/station'
import type { GearScope } from '#server/db/gear'
import { fieldError, notFound } from '#server/errors'
import type { SiteGas } from '#shared/gas/customs'
import type { InspectionCustoms } from '#shared/inspection/customs'
import type { PlacedStation, siteBody, StationBody } from '#shared/shop/schema'
import { stationsWithPlace } from './hot-work'
import { record, type Actor } from '../actor'
import { changedMeanwhile } from '../version'
import { refuseMadeUp } from '../plan/rooms'
import { siteDay } from './day'

/** A site, its calendar day now, and the rules it set itself. */
export interface ShopScope extends GearScope {
  rules: ShopRules
  /** Nobody uses a cylinder past its test date. */
  stopsUntested: boolean
  /** How it handles its gas. */
  gas: SiteGas
  /** How it handles its inspections. */
  inspection: InspectionCustoms
}

/** The site's zone decides what day it is. */
export async function scopeOf(db: Db, actor: Pick<Actor, 'site' | 'now'>): Promise<ShopScope> {
  const site = await findSite(db, actor.site)
  const today = siteDay(actor.now, site.time_zone)
  return {
    site: actor.site,
    now: actor.now,
    timeZone: site.time_zone,
    today,
    stopsUntested: site.stops_untested,
    gas: site.gas,
    inspection: site.inspection,
    grace: site.inspection.grace,
    rules: {
      school: site.shade_school,
      house: await chartInForce(db, actor.site, today),
      safetyToe: site.safety_toe,
      hardHat: site.hard_hat,
      season: site.season,
      limits: site.limit_sets,
    },
  }
}

export const readRules = (actor: Actor): Promise<ShopRules> =>
  inOrganisation(actor.organisation, async (db) => (await scopeOf(db, actor)).rules)

export async function changeSite(actor: Actor, body: z.output<typeof siteBody>): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await isZoneKnown(db, body.timeZone)))
      throw fieldError('timeZone', 'The database does not know this time zone.')
    if (!(await updateSite(db, actor.site, body)))
      throw changedMeanwhile(body, siteAsBody(await findSite(db, actor.site)))
    await record(db, actor, 'site_changed', 'site', actor.site, body)
  })
}

const siteAsBody = (row: SiteRow) => ({
  name: row.name,
  timeZone: row.time_zone,
  units: row.units,
  shiftHours: row.shift_hours,
  ruleSets: row.rule_sets,
  houseMinutes: row.house_minutes,
  houseMonitoring: row.house_monitoring,
  houseReach: row.house_reach,
  leadFactor: row.lead_factor,
  stopsUntested: row.stops_untested,
  gas: row.gas,
  inspection: row.inspection,
  shadeSchool: row.shade_school,
  safetyToe: row.safety_toe,
  hardHat: row.hard_hat,
  season: row.season,
  limitSets: row.limit_sets,
  version: row.version,
})

export const readStations = (actor: Actor): Promise<PlacedStation[]> =>
  inOrganisation(actor.organisation, (db) => stationsWithPlace(db, actor.site))

export async function addStation(actor: Actor, body: StationBody): Promise<{ id: string }> {
  const id = randomUUID()
  await inOrganisation(actor.organisation, async (db) => {
    await refuseMadeUp(db, actor, null, body.air, 'air')
    await insertStation(db, {
      ...body,
      id,
      code: `B${randomBytes(9).toString('hex').toUpperCase()}`,
      organisation: actor.organisation,
      site: actor.site,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'station_added', 'station', id, body)
  })
  return { id }
}

export async function changeStation(actor: Actor, id: string, body: StationBody): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    await refuseMadeUp(db, actor, id, body.air, 'air')
    if (!(await updateStation(db, id, body))) {
      const now = (await listStations(db, actor.site)).find((station) => station.id === id)
      throw now ? changedMeanwhile(body, now) : notFound('station')
    }
    await record(db, actor, 'station_changed', 'station', id, body)
  })
}
