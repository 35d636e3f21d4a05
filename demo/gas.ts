import { randomUUID } from 'node:crypto'
import { dayAfter } from '#core/calendar/day'
import sql from 'sql-template-tag'
import { partsOf } from '#core/gas/composition'
import { fullContents, volumePerKg, waterVolume, type CylinderBody } from '#core/gas/cylinder'
import type { Composition } from '#core/gas/gas.table'
import { partsOfLabel } from '#core/gas/label'
import type { CylinderState } from '#core/gas/move'
import { outletsOf } from '#core/gas/outlet.table'
import { pressureOf, STANDARD_VOLUME } from '#core/gas/state'
import { insertCylinderEvents, type NewCylinderEvent } from '#server/db/cylinder'
import { addUse } from '#server/db/gas-supply'
import { inOrganisation } from '#server/db/pool'
import type { Actor } from '#server/services/actor'
import {
  changeCylinder,
  logReading,
  moveCylinder,
  readCylinder,
} from '#server/services/gas/cylinder'
import { addStore } from '#server/services/gas/store'
import { siteDay } from '#server/services/shop/day'
import { SITE } from './shop'
import type { CylinderDetails, GasStoreBody } from '#shared/gas/schema'
import type { Gear } from '#shared/inspection/schema'
import type { Station } from '#shared/shop/schema'

const DAY = 86_400_000
const FOOT3 = 0.3048 ** 3
const PSI = 6894.757293168
const POUND = 0.45359237
const ATMOSPHERE = 101_325

const STORES: Record<'gas' | 'fuel' | 'loft', GasStoreBody> = {
  gas: {
    name: 'Gas store',
    indoors: true,
    oxygenToFuel: 9,
    barrier: false,
    toCombustibles: 8,
    toHeat: 6,
    apart: true,
  },
  fuel: {
    name: 'Fuel cage',
    indoors: false,
    oxygenToFuel: null,
    barrier: null,
    toCombustibles: 7,
    toHeat: 12,
    apart: true,
  },
  // Put up in a hurry: too near, and nobody looked for a wall.
  loft: {
    name: 'Pipe bay corner',
    indoors: true,
    oxygenToFuel: 2.4,
    barrier: false,
    toCombustibles: 3,
    toHeat: null,
    apart: null,
  },
}

/** Size by gas: what it holds, what it weighs empty, its pressure. */
function sizeOf(gas: string): Pick<CylinderDetails, 'nominal' | 'tare' | 'service' | 'volume'> {
  const parts = partsOfLabel(gas)!
  const [[main]] = partsOf(parts) as [[string, number]]
  if (main === 'acetylene')
    return { nominal: 145 * FOOT3, tare: 98 * POUND, service: 250 * PSI, volume: null }
  if (main === 'propane')
    return {
      nominal: 100 * POUND * volumePerKg(parts),
      tare: 70 * POUND,
      service: 240 * PSI,
      volume: null,
    }
  if (main === 'carbonDioxide')
    return {
      nominal: 50 * POUND * volumePerKg(parts),
      tare: 110 * POUND,
      service: 1800 * PSI,
      volume: 0.034,
    }
  return { nominal: 300 * FOOT3, tare: 140 * POUND, service: 2400 * PSI, volume: null }
}

function marksOf(gas: string, n: number, now: Date): string {
  // One of all is past its date; one cannot be read.
  const age = n === 13 ? 6 : n % 4
  const year = now.getUTCFullYear() - age
  const month = (n % 10) + 1
  if (n === 17) return 'DOT 3AA2400, date painted over'
  if (gas === 'Acetylene') return `DOT 8AL ${month} B70 ${year - 4}`
  if (gas === 'Propane') return `DOT 4BW240 ${month}/${year}`
  return `DOT 3AA2400 SN TH${2000 + n} ${month} B70 ${String(year % 100).padStart(2, '0')} +`
}

/** What a gauge or a scale shows at a share of a full one. */
function readingAt(body: CylinderBody, share: number, temperature: number) {
  const parts = body.parts as Composition
  const contents = fullContents(body)! * share
  const volume = waterVolume(body)
  if (volume !== null && parts.carbonDioxide !== 1) {
    const amount = contents / STANDARD_VOLUME
    const pressure = Math.max(
      0,
      pressureOf(parts, Math.max(amount, 2), volume, temperature) - ATMOSPHERE,
    )
    return { pressure: Math.round(pressure / 1e4) * 1e4, temperature, weight: null }
  }
  const weight = body.tare! + contents / volumePerKg(parts)
  return { pressure: null, temperature: null, weight: Math.round(weight * 10) / 10 }
}

/** Nobody has read this one today. */
const NEVER_READ = 20
/** This one went back this morning. */
const LAST_RETURNED = 31

const SHUT = { shut: true, regulatorOff: true, capped: true, guarded: false }
/** How full each is now, in turn; the second is on its last. The one at Booth 9 was changed yesterday. */
const SHARES = [0.92, 0.04, 0.55, 0.78, 0.31, 1, 0.66, 0.12, 0.85, 0.47]

const CHANGED = 21
const shareOf = (n: number): number => (n === CHANGED ? 0.8 : SHARES[n % SHARES.length]!)

/** Two years of the gas store: sizes, stamps, readings every few weeks, and where each stands now. */
export async function addGas(
  actor: Actor,
  gear: readonly Gear[],
  stations: readonly Station[],
): Promise<number> {
  const stores = {
    gas: (await addStore(actor, STORES.gas)).id,
    fuel: (await addStore(actor, STORES.fuel)).id,
    loft: (await addStore(actor, STORES.loft)).id,
  }
  const cylinders = gear.filter((item) => item.kind === 'cylinder')
  let events = 0
  for (const [n, item] of cylinders.entries()) {
    const details = detailsOf(item, n, actor.now)
    const { cylinder } = await readCylinder(actor, item.id)
    await changeCylinder(actor, item.id, { ...details, version: cylinder.version })
    events += await writePast(actor, item, { ...details, plus: true }, n)
    await standNow(actor, item, n, stores, stations)
    if (n !== NEVER_READ && n !== LAST_RETURNED) {
      const reading = readingAt({ ...details, plus: true }, shareOf(n), 291.15)
      await logReading(actor, item.id, { eventId: randomUUID(), ...reading, note: '' })
      events++
    }
  }
  return events
}

const detailsOf = (item: Gear, n: number, now: Date): CylinderDetails => ({
  ...sizeOf(item.gas!),
  parts: partsOfLabel(item.gas!),
  marks: marksOf(item.gas!, n, now),
  serial: `TH${2000 + n}`,
  tenure: n % 5 === 0 ? 'owned' : 'rented',
  dailyRate: n % 5 === 0 ? null : 0.35,
  supplier: n % 3 === 0 ? 'Fenwick Gases' : 'Harbour Cylinder Supply',
  outlet: outletsOf(partsOfLabel(item.gas!)!)[0] ?? null,
  capped: true,
  chained: true,
})

/** Filled, used up and filled again, every ten weeks or so. */
async function writePast(actor: Actor, item: Gear, body: CylinderBody, n: number): Promise<number> {
  const ROUND_DAYS = 70 + (n % 5) * 7
  const STEP_DAYS = 14
  return inOrganisation(actor.organisation, async (db) => {
    const events: NewCylinderEvent[] = []
    for (let age = 720 - n; age > 3; age -= STEP_DAYS) {
      const used = ((720 - n - age) % ROUND_DAYS) / ROUND_DAYS
      const season = 285 + 8 * Math.sin((age / 365) * 2 * Math.PI)
      const at = new Date(actor.now.getTime() - age * DAY + (n % 7) * 3_600_000)
      const base = {
        organisation: actor.organisation,
        cylinder: item.id,
        person: actor.person,
        rehearsal: actor.rehearsal,
      }
      events.push({
        ...base,
        id: randomUUID(),
        kind: 'reading',
        at,
        reading: readingAt(body, Math.max(0.05, 1 - used), Math.round(season)),
        contents: fullContents(body)! * Math.max(0.05, 1 - used),
        note: '',
      })
      if (used > 0)
        await addUse(db, {
          organisation: actor.organisation,
          site: actor.site,
          gas: item.gas!,
          from: dayAfter(siteDay(at, SITE.timeZone), -STEP_DAYS),
          to: siteDay(at, SITE.timeZone),
          amount: (fullContents(body)! * STEP_DAYS) / ROUND_DAYS,
        })
      if (used === 0)
        events.push({
          ...base,
          id: randomUUID(),
          kind: 'move',
          at: new Date(at.getTime() - 600_000),
          move: { state: 'full', storeId: null, stationId: null, setId: null },
          note: 'Filled and back from the supplier',
        })
    }
    await insertCylinderEvents(db, events)
    const arrived = new Date(actor.now.getTime() - (5 + (n % 9) * 11) * DAY)
    await db.query(sql`
      UPDATE cylinder
      SET arrived_on = ${arrived.toISOString().slice(0, 10)}
      WHERE id = ${item.id}
    `)
    return events.length
  })
}

/** Where each stands today: at its booth, in the store of its gas, two of them where they should not be. */
async function standNow(
  actor: Actor,
  item: Gear,
  n: number,
  stores: Record<'gas' | 'fuel' | 'loft', string>,
  stations: readonly Station[],
): Promise<void> {
  const fuel = item.gas === 'Acetylene' || item.gas === 'Propane'
  const { cylinder } = await readCylinder(actor, item.id)
  const atBooth = stations.find((station) => station.id === cylinder.stationId)
  const share = shareOf(n)
  const usual = fuel ? stores.fuel : stores.gas
  const store = n === 24 || n === 25 ? stores.loft : usual
  await moveCylinder(actor, item.id, {
    eventId: randomUUID(),
    version: cylinder.version,
    state: stateNow(atBooth !== undefined, share, n),
    storeId: atBooth ? null : store,
    stationId: atBooth?.id ?? null,
    setId: null,
    checks: atBooth
      ? { ...SHUT, capped: false, guarded: true }
      : { ...SHUT, capped: n !== 19, guarded: n === 19 },
    chained: n !== 25,
    note: '',
  })
  if (n !== LAST_RETURNED) return
  const { cylinder: there } = await readCylinder(actor, item.id)
  await moveCylinder(actor, item.id, {
    eventId: randomUUID(),
    version: there.version,
    state: 'returned',
    storeId: null,
    stationId: null,
    setId: null,
    checks: SHUT,
    chained: null,
    note: 'Marked empty, some pressure left',
  })
}

function stateNow(atBooth: boolean, share: number, n: number): CylinderState {
  if (atBooth) return 'inUse'
  if (share < 0.1) return 'empty'
  return n === 33 ? 'quarantine' : 'full'
}
