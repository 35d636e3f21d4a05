import { randomUUID } from 'node:crypto'
import type { Process } from '#core/job/job'
import { assignPpe } from '#core/ppe/ppe'
import { HOUSE_CHART } from '#core/shade/shade.table'
import type { Actor } from '#server/services/actor'
import { addChart } from '#server/services/eyes/chart'
import { moveCylinder, readCylinder } from '#server/services/gas/cylinder'
import { changeGear } from '#server/services/inspection/gear'
import { addCourse } from '#server/services/people/course'
import { changeRecord } from '#server/services/people/record'
import { addStock, moveStock } from '#server/services/stock/stock'
import { readStations } from '#server/services/shop/shop'
import { changeSession } from '#server/services/session/change'
import { addSession } from '#server/services/session/session'
import { gearBody, type Gear } from '#shared/inspection/schema'
import type { KitLine, RecordBody } from '#shared/people/schema'
import type { StockBody } from '#shared/stock/schema'
import { JOBS } from './jobs'

const DAY = 86_400_000
/** Stick in booths 1 to 6, wire in 7 to 10. */
const BOOTH_MACHINES = [
  'M-01',
  'M-03',
  'M-06',
  'M-08',
  'M-11',
  'M-13',
  'M-02',
  'M-07',
  'M-12',
  'M-17',
]
const BOOTH_CYLINDERS: Record<number, string> = { 6: 'C-10', 7: 'C-16', 8: 'C-22', 9: 'C-28' }

const KIT: KitLine[] = [
  {
    ppeId: 'glasses',
    supplier: 'shop',
    property: 'Z87+ and U6; over-glasses on request',
    by: 'first day',
  },
  { ppeId: 'helmet', supplier: 'shop', property: 'numbered, kept in the bay', by: 'first day' },
  { ppeId: 'jacket', supplier: 'shop', property: 'FR cotton, leather sleeves', by: 'first day' },
  { ppeId: 'plugs', supplier: 'shop', property: 'from the dispenser', by: 'first day' },
  { ppeId: 'gauntlets', supplier: 'person', property: 'lined, dry, no holes', by: 'second week' },
  { ppeId: 'tig-gloves', supplier: 'person', property: 'goatskin', by: 'TIG weeks' },
  { ppeId: 'boots', supplier: 'person', property: '6 in leather, laces covered', by: 'first day' },
  { ppeId: 'trousers', supplier: 'person', property: 'heavy cotton, no cuffs', by: 'first day' },
  { ppeId: 'cap', supplier: 'person', property: 'cotton', by: 'second week' },
]

const STOCK: (StockBody & { opening: number })[] = [
  {
    code: 'LJ-M',
    name: 'Loaner welding jacket',
    kind: 'ppe',
    ppeId: 'jacket',
    size: 'M',
    condition: 'good',
    expiresOn: null,
    minimum: 4,
    loan: true,
    opening: 5,
  },
  {
    code: 'LJ-L',
    name: 'Loaner welding jacket',
    kind: 'ppe',
    ppeId: 'jacket',
    size: 'L',
    condition: 'good',
    expiresOn: null,
    minimum: 4,
    loan: true,
    opening: 6,
  },
  {
    code: 'LG-9',
    name: 'Loaner gauntlets',
    kind: 'ppe',
    ppeId: 'gauntlets',
    size: '9',
    condition: 'good',
    expiresOn: null,
    minimum: 4,
    loan: true,
    opening: 5,
  },
  {
    code: 'LB-43',
    name: 'Loaner boots',
    kind: 'ppe',
    ppeId: 'boots',
    size: '43',
    condition: 'worn',
    expiresOn: null,
    minimum: 2,
    loan: true,
    opening: 3,
  },
  {
    code: 'CAP',
    name: 'Cotton caps',
    kind: 'ppe',
    ppeId: 'cap',
    size: '',
    condition: 'new',
    expiresOn: null,
    minimum: 10,
    loan: true,
    opening: 7,
  },
  {
    code: 'GL-C',
    name: 'Clear glasses',
    kind: 'ppe',
    ppeId: 'glasses',
    size: '',
    condition: 'new',
    expiresOn: null,
    minimum: 20,
    loan: true,
    opening: 34,
  },
  {
    code: 'PLUG',
    name: 'Ear plugs, pairs',
    kind: 'ppe',
    ppeId: 'plugs',
    size: '',
    condition: 'new',
    expiresOn: null,
    minimum: 100,
    loan: false,
    opening: 260,
  },
  {
    code: 'P100',
    name: 'P100 discs, pairs',
    kind: 'consumable',
    ppeId: null,
    size: '',
    condition: 'new',
    expiresOn: '2026-06-30',
    minimum: 12,
    loan: false,
    opening: 9,
  },
  {
    code: 'CP-O',
    name: 'Outer cover plates',
    kind: 'consumable',
    ppeId: null,
    size: '114 x 133',
    condition: 'new',
    expiresOn: null,
    minimum: 30,
    loan: false,
    opening: 18,
  },
  {
    code: 'CP-I',
    name: 'Inner cover plates',
    kind: 'consumable',
    ppeId: null,
    size: '97 x 47',
    condition: 'new',
    expiresOn: null,
    minimum: 20,
    loan: false,
    opening: 41,
  },
  {
    code: 'CR2450',
    name: 'Coin cells for helmets',
    kind: 'consumable',
    ppeId: null,
    size: 'CR2450',
    condition: 'new',
    expiresOn: '2029-12-31',
    minimum: 10,
    loan: false,
    opening: 14,
  },
]

const BLANK: RecordBody = {
  lightSensitive: false,
  correction: 'none',
  tint: null,
  respiratorUntil: null,
  fitTestOn: null,
  fitModel: null,
  fitSize: null,
  sealCheckOn: null,
  cleared: [],
  kit: [],
}
const CLEARED: readonly Process[] = ['SMAW', 'GMAW', 'GRIND']

/** Courses, records and the store. @returns the course that the apprentices belong to */
export async function addShopSchool(actor: Actor): Promise<{ apprentices: string }> {
  const long = { ...actor, now: new Date(actor.now.getTime() - 300 * DAY) }
  const { id: apprentices } = await addCourse(long, { name: 'Apprentices, first year', kit: KIT })
  await addCourse(long, { name: 'Yard welders, refresher', kit: KIT.slice(0, 4) })
  await addChart(long, {
    effectiveFrom: long.now.toISOString().slice(0, 10),
    rows: [...HOUSE_CHART],
  })
  for (const { opening, ...stock } of STOCK) {
    const { id } = await addStock(long, stock)
    await moveStock(long, id, {
      moveId: randomUUID(),
      kind: 'receive',
      quantity: opening,
      personId: null,
      unused: false,
      note: 'Opening count',
    })
  }
  return { apprentices }
}

/** The booths' own machines and cylinders. */
export async function placeMachines(actor: Actor, stock: readonly Gear[]): Promise<void> {
  const booths = (await readStations(actor)).filter((station) => station.name.startsWith('Booth'))
  const find = (label: string): Gear => stock.find((entry) => entry.label === label)!
  for (const [i, booth] of booths.entries()) {
    const machine = find(BOOTH_MACHINES[i]!)
    await changeGear(
      actor,
      'machine',
      machine.id,
      gearBody.parse({
        kind: 'machine',
        label: machine.label,
        description: machine.description,
        everyDays: machine.everyDays,
        fields: machine.fields,
        stationId: booth.id,
      }),
    )
    const cylinder = BOOTH_CYLINDERS[i] && find(BOOTH_CYLINDERS[i])
    if (cylinder) {
      const { cylinder: there } = await readCylinder(actor, cylinder.id)
      await moveCylinder(actor, cylinder.id, {
        eventId: randomUUID(),
        version: there.version,
        state: 'connected',
        storeId: null,
        stationId: booth.id,
        setId: null,
        checks: { shut: true, regulatorOff: false, capped: false, guarded: true },
        chained: true,
        note: '',
      })
    }
  }
}

/** Who lacks what, by place in the class. */
const LACKS: Partial<Record<number, string>> = { 4: 'gauntlets', 17: 'cap' }

/** The welder of the yard is cleared for what the yard does. */
export const clearWelder = (actor: Actor, id: string): Promise<void> =>
  changeRecord(actor, id, { ...BLANK, cleared: ['SMAW', 'GMAW', 'FCAW', 'GTAW', 'OFC', 'CAC'] })

/** What is on record of 24 apprentices; a few lack something, one is not cleared, some tests run out. */
export async function addRecords(actor: Actor, apprentices: readonly string[]): Promise<void> {
  const day = (ago: number): string =>
    new Date(actor.now.getTime() - ago * DAY).toISOString().slice(0, 10)
  const wear = [
    ...new Set(
      [JOBS.practice!, JOBS.fillets!].flatMap((job) =>
        assignPpe(job.spec).wear.map((item) => item.id),
      ),
    ),
  ]
  for (const [i, id] of apprentices.entries()) {
    const lacks = LACKS[i]
    await changeRecord({ ...actor, now: new Date(actor.now.getTime() - 20 * DAY) }, id, {
      ...BLANK,
      lightSensitive: i === 9,
      correction: i % 6 === 2 ? 'glasses' : 'none',
      cleared: i === 12 ? ['SMAW'] : [...CLEARED],
      ...(i % 4 === 0 && {
        respiratorUntil: day(i === 8 ? 3 : -200),
        fitTestOn: day(i === 16 ? 352 : 90),
        fitModel: 'Half mask HM-2',
        fitSize: i % 8 === 0 ? 'M' : 'L',
      }),
      kit: wear.map((ppeId) => ({
        ppeId,
        state: ppeId === lacks ? ('lacks' as const) : ('has' as const),
        size: null,
      })),
    })
  }
}

/** Yesterday in the apprentice bay: everyone on a booth, two of them away. */
export async function addYesterday(
  actor: Actor,
  course: string,
  jobs: ReadonlyMap<string, string>,
  apprentices: readonly string[],
  day: string,
): Promise<void> {
  const yesterday = { ...actor, now: new Date(actor.now.getTime() - DAY) }
  const { id } = await addSession(yesterday, {
    day,
    title: 'Apprentice bay, morning',
    courseId: course,
  })
  const booths = (await readStations(actor))
    .filter((station) => station.name.startsWith('Booth'))
    .map((station) => station.id)
  const change = (todo: Parameters<typeof changeSession>[2]) => changeSession(yesterday, id, todo)
  await change({ kind: 'spread', people: [...apprentices], stations: booths })
  await change({
    kind: 'assign',
    people: apprentices.filter((_, i) => i % 10 < 6),
    set: { jobId: jobs.get('practice')! },
  })
  await change({
    kind: 'assign',
    people: apprentices.filter((_, i) => i % 10 >= 6),
    set: { jobId: jobs.get('fillets')! },
  })
  await change({ kind: 'presence', people: [...apprentices], presence: 'present' })
  await change({
    kind: 'presence',
    people: [apprentices[3]!, apprentices[20]!],
    presence: 'absent',
  })
  await change({ kind: 'prove', stations: booths, proved: true })
}
