import { dayAfter, daysBetween } from '#core/calendar/day'
import { byWorst } from '#core/finding/finding'
import { demandsOf } from '#core/gas/demand'
import { labelsOf, sumOf } from '#core/gas/job-supply'
import { judgeReorder } from '#core/gas/reorder'
import { judgeSupply } from '#core/gas/supply'
import { placesOf } from '#server/db/cylinder'
import { drawsOn, gasStock, gasUse, type DrawRow } from '#server/db/gas-supply'
import { inOrganisation, type Db } from '#server/db/pool'
import type { Enough } from '#shared/gas/enough'
import type { Actor } from '../actor'
import { scopeOf, type ShopScope } from '../shop/shop'
import { cylindersForWork, type CylinderForWork } from './hold'
import { suppliesOf } from './supplies'

/** As much of the past as says what a day takes now. */
const DAYS_BACK = 90

export const readEnough = (actor: Actor): Promise<Enough> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    return {
      day: scope.today,
      supplies: await suppliesToday(db, scope),
      reorders: await reorders(db, scope),
    }
  })

async function suppliesToday(db: Db, scope: ShopScope): Promise<Enough['supplies']> {
  const draws = await drawsOn(db, scope.site, { day: scope.today, timeZone: scope.timeZone })
  const ids = [...new Set(draws.flatMap(({ cylinder_ids }) => cylinder_ids))]
  const cylinders = await cylindersForWork(db, scope, ids)
  const places = await placesOf(db, [...cylinders.keys()])
  const judged = suppliesOf(cylinders, draws).flatMap((together) => {
    const supply = judgeGroup(together, draws, cylinders)
    return supply ? [{ ...supply, place: places.get(together[0]!.id) ?? null }] : []
  })
  const order = byWorst(judged.map(({ finding }) => finding))
  return judged.sort((a, b) => order.indexOf(a.finding) - order.indexOf(b.finding))
}

/** All the work that draws from these, and whether they last for it; null where none of it says what it takes. */
function judgeGroup(
  together: readonly CylinderForWork[],
  draws: readonly DrawRow[],
  cylinders: ReadonlyMap<string, CylinderForWork>,
): Omit<Enough['supplies'][number], 'place'> | null {
  const [{ line, setId, gas }] = together as [CylinderForWork]
  if (line === null) return null
  const ids = new Set(together.map(({ id }) => id))
  const drawing = draws.filter(({ cylinder_ids }) =>
    cylinder_ids.some(
      (id) => ids.has(id) || (setId !== null && cylinders.get(id)?.setId === setId),
    ),
  )
  const told = drawing.flatMap((draw) => {
    const demand = demandsOf(draw.spec)[line]
    return demand === undefined ? [] : [{ draw, demand }]
  })
  if (told.length === 0) return null
  const demand = told.some(({ demand }) => demand === null)
    ? null
    : told.reduce((sum, { demand }) => sum + demand!, 0)
  const usable = sumOf(together)
  const minutes = told.reduce((sum, { draw }) => sum + draw.spec.arcMinutes, 0)
  const work = new Map(told.map(({ draw: { kind, id, title } }) => [id, { kind, id, title }]))
  return {
    cylinders: together.map(({ id, label }) => ({ id, label })),
    gas,
    usable,
    demand,
    finding: judgeSupply(usable, demand, { name: labelsOf(together), minutes }),
    work: [...work.values()],
  }
}

async function reorders(db: Db, scope: ShopScope): Promise<Enough['reorders']> {
  const to = dayAfter(scope.today, -1)
  const from = dayAfter(scope.today, -DAYS_BACK)
  const stock = await gasStock(db, scope.site)
  const use = await gasUse(db, scope.site, { from, to })
  const gases = [...new Set([...stock, ...use].map(({ gas }) => gas))].sort()
  return gases.map((gas) => {
    const own = stock.find((row) => row.gas === gas)
    const used = use.filter((row) => row.gas === gas)
    const begins = used[0] && used[0].first > from ? used[0].first : from
    const daily =
      used.length === 0 ? [] : Array.from({ length: daysBetween(begins, to) + 1 }, () => 0)
    for (const { day, amount } of used) daily[daysBetween(begins, day)]! += amount
    const amount = own?.amount ?? 0
    const untold = own?.untold ?? 0
    return {
      gas,
      amount,
      full: own?.known ?? 0,
      untold,
      ...judgeReorder(
        { gas, amount, untold, daily },
        { deliveryDays: scope.gas.deliveryDays, today: scope.today },
      ),
    }
  })
}
