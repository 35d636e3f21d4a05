import { monthsAfter } from '#core/calendar/day'
import { linesHere } from '#core/inspection/checklist'
import type { GearKind } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import type { Measure } from '#core/inspection/line'
import { OCCASIONS, type Occasion } from '#core/inspection/occasion'
import { betweenFailures } from '#core/trend/between-failures'
import { forecast } from '#core/trend/forecast'
import { pareto } from '#core/trend/pareto'
import { checklistChanges } from '#server/db/checklist'
import { findGear } from '#server/db/gear'
import { inOrganisation, type Db } from '#server/db/pool'
import { listStations } from '#server/db/station'
import { repairsOf } from '#server/db/repair'
import {
  faultCounts,
  faultsOf,
  inspectionMonths,
  readingsOf,
  serviceDays,
  type FaultCount,
  type FaultScope,
} from '#server/db/trend'
import { notFound } from '#server/errors'
import { PAGE_SIZE } from '#shared/api/list'
import type { Dimension, Fault, ReadingTrend, Trend } from '#shared/inspection/trend'
import type { Actor } from '../actor'
import { siteDay } from '../shop/day'
import { scopeOf } from '../shop/shop'

interface Span {
  months: number
  kind?: GearKind
  by: Dimension
}
/** Bars that are shown; what comes after says little. */
const MOST_BARS = 20
const NOT_TOLD = 'Not told'

const scopeOfSpan = (site: string, today: string, { months, kind }: Span): FaultScope => ({
  site,
  from: monthsAfter(`${today.slice(0, 7)}-01`, 1 - months),
  kind: kind ?? null,
})

export const readTrend = (actor: Actor, span: Span): Promise<Trend> =>
  inOrganisation(actor.organisation, async (db) => {
    const { today } = await scopeOf(db, actor)
    const scope = scopeOfSpan(actor.site, today, span)
    const counts = await countsBy(db, scope, span.by)
    const bars = pareto(new Map([...counts].map(([key, { count }]) => [key, count])))
    return {
      from: scope.from,
      at: actor.now.toISOString(),
      bars: bars.slice(0, MOST_BARS).map((bar) => ({ ...bar, ...counts.get(bar.key)! })),
      total: bars.reduce((sum, { count }) => sum + count, 0),
      months: await inspectionMonths(db, scope),
      between: (await serviceDays(db, scope, today)).map(({ kind, failures, days }) => ({
        kind,
        kindName: KINDS[kind].name,
        ...betweenFailures(failures, days),
      })),
    }
  })

type Named = { name: string; kind: GearKind | null; count: number }

async function countsBy(db: Db, scope: FaultScope, by: Dimension): Promise<Map<string, Named>> {
  const rows = await faultCounts(db, scope, by === 'kind' ? 'line' : by)
  const places = by === 'place' ? await listStations(db, scope.site) : []
  const counts = new Map<string, Named>()
  for (const row of rows) {
    const { key, ...named } = namedBy(by, row, places)
    const before = counts.get(key)
    counts.set(key, { ...named, count: (before?.count ?? 0) + row.count })
  }
  return counts
}

function namedBy(
  by: Dimension,
  row: FaultCount,
  places: readonly { id: string; name: string }[],
): Named & { key: string } {
  const { count } = row
  switch (by) {
    case 'line':
      return {
        key: `${row.kind} ${row.key}`,
        name: `${KINDS[row.kind].name}: ${row.name}`,
        kind: row.kind,
        count,
      }
    case 'kind':
      return { key: row.kind, name: KINDS[row.kind].name, kind: row.kind, count }
    case 'maker':
      return { key: row.key, name: row.key || NOT_TOLD, kind: null, count }
    case 'place':
      return {
        key: row.key,
        name: places.find(({ id }) => id === row.key)?.name ?? 'No place of its own',
        kind: null,
        count,
      }
  }
}

export const readFaults = (
  actor: Actor,
  { key, page, ...span }: Span & { key: string; page: number },
): Promise<{ rows: Fault[]; more: boolean; page: number }> =>
  inOrganisation(actor.organisation, async (db) => {
    const { today } = await scopeOf(db, actor)
    const scope = scopeOfSpan(actor.site, today, span)
    const rows = await faultsOf(
      db,
      scope,
      { by: span.by, key },
      { most: PAGE_SIZE + 1, offset: (page - 1) * PAGE_SIZE },
    )
    return {
      rows: rows.slice(0, PAGE_SIZE).map(({ inspection_id: id, item_id: itemId, ...row }) => ({
        ...row,
        id,
        itemId,
      })),
      more: rows.length > PAGE_SIZE,
      page,
    }
  })

const READINGS_MOST = 500

/** Readings by line, and when they will cross the limit that counts in this shop now. */
export const readReadings = (actor: Actor, kind: GearKind, id: string): Promise<ReadingTrend[]> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const gear = await findGear(db, scope, kind, id)
    if (!gear) throw notFound(kind)
    const changes = await checklistChanges(db, actor.site)
    // What was repaired begins anew.
    const [repair] = await repairsOf(db, id, 1)
    const inspections = (await readingsOf(db, kind, id, READINGS_MOST)).filter(
      ({ on }) => !repair || on > repair.at,
    )
    return OCCASIONS.flatMap((occasion) =>
      linesHere(changes, { ...gear, occasion }).flatMap((line) => {
        if (!line.measure) return []
        const readings = inspections
          .filter((entry) => entry.occasion === occasion)
          .flatMap(({ on, lines }) => {
            const value = lines.find((one) => one.id === line.id)?.reading
            return value === undefined ? [] : [{ on: siteDay(on, scope.timeZone), value }]
          })
        if (readings.length === 0) return []
        return [trendOf({ ...line, measure: line.measure }, occasion, readings)]
      }),
    )
  })

function trendOf(
  { id, name, measure }: { id: string; name: string; measure: Measure },
  occasion: Occasion,
  readings: { on: string; value: number }[],
): ReadingTrend {
  const { unit, min, max } = measure
  const found = forecast(readings, { min, max })
  const why = typeof found === 'string' ? found : null
  const line = typeof found === 'string' ? null : found
  return {
    line: id,
    name,
    unit,
    occasion,
    min: min ?? null,
    max: max ?? null,
    readings,
    straight: line && { first: line.first, level: line.level, slope: line.slope },
    why,
    crossesOn: line?.crossesOn ?? null,
    earliestOn: line?.earliestOn ?? null,
  }
}
