import { randomUUID } from 'node:crypto'
import { NOTHING_TOLD } from '#core/gas/set/kind'
import type { Cylinder } from '#shared/gas/schema'
import type { GasSet, SetRun } from '#shared/gas/set-schema'
import type { GearKind } from '#core/inspection/kind'
import { allPass, made, type Shop } from './shop.fixture'

const PSI = 6894.757293168

export interface OxyFuelSet {
  id: string
  oxygen: string
  acetylene: string
  parts: Record<string, string>
}

/** Gear that passed its inspection a moment ago. */
async function inspected(shop: Shop, kind: GearKind, body: object): Promise<string> {
  const { lead } = shop.people
  const id = await made(lead, '/gear', { kind, description: '', everyDays: 7, ...body })
  const answer = await lead.send('POST', `/gear/${kind}/${id}/inspections`, {
    lines: allPass(kind),
  })
  if (answer.status !== 201) throw new Error(JSON.stringify(answer.body))
  return id
}

export const readSet = async (shop: Shop, id: string): Promise<GasSet> =>
  (await shop.people.worker.send<GasSet>('GET', `/gas-sets/${id}`)).body

/** Connect a cylinder of this gas to a set, described and with its outlet. */
async function connect(
  shop: Shop,
  set: string,
  { label, gas, outlet, service }: { label: string; gas: string; outlet: string; service: number },
): Promise<string> {
  const id = await inspected(shop, 'cylinder', { label, gas })
  const { lead } = shop.people
  const read = async (): Promise<Cylinder> =>
    (await lead.send<{ cylinder: Cylinder }>('GET', `/cylinders/${id}`)).body.cylinder
  const { parts, version } = await read()
  await lead.send('PUT', `/cylinders/${id}`, {
    parts,
    volume: 0.05,
    nominal: null,
    tare: null,
    service,
    marks: '',
    serial: '',
    tenure: null,
    dailyRate: null,
    supplier: '',
    outlet,
    capped: null,
    chained: true,
    version,
  })
  const answer = await lead.send('POST', `/cylinders/${id}/moves`, {
    eventId: randomUUID(),
    version: (await read()).version,
    state: 'connected',
    storeId: null,
    stationId: null,
    setId: set,
    checks: { shut: true, regulatorOff: true, capped: true, guarded: false },
    chained: true,
  })
  if (answer.status !== 201) throw new Error(JSON.stringify(answer.body))
  return id
}

/** Oxygen and acetylene with everything on both lines, inspected, not yet tested for leaks. */
export async function makeOxyFuelSet(shop: Shop, tag: string): Promise<OxyFuelSet> {
  const id = await inspected(shop, 'gasSet', {
    label: `Set ${tag}`,
    setKind: 'oxyFuel',
    stationId: shop.station,
  })
  const part = (kind: GearKind, label: string, facts: object): Promise<string> =>
    inspected(shop, kind, { label: `${label} ${tag}`, facts: { ...NOTHING_TOLD, ...facts } })
  const hose = { bore: 0.0064, length: 15, standard: 'us' }
  const parts = {
    oxygenRegulator: await part('regulator', 'RO', {
      use: 'oxygen',
      inlet: '540',
      highest: 3000 * PSI,
      step: 2 * PSI,
    }),
    fuelRegulator: await part('regulator', 'RA', {
      use: 'acetylene',
      inlet: '510',
      highest: 400 * PSI,
      step: 0.5 * PSI,
    }),
    oxygenHose: await part('hose', 'HO', { ...hose, colour: 'green', thread: 'right' }),
    fuelHose: await part('hose', 'HA', { ...hose, colour: 'red', thread: 'left' }),
    oxygenArrestor: await part('arrestor', 'AO', { use: 'oxygen' }),
    fuelArrestor: await part('arrestor', 'AA', { use: 'acetylene' }),
    torch: await part('torch', 'T', { use: 'acetylene' }),
  }
  const line = (name: string): 'oxygen' | 'fuel' | null => {
    if (name === 'torch') return null
    return name.startsWith('oxygen') ? 'oxygen' : 'fuel'
  }
  const answer = await shop.people.worker.send('PUT', `/gas-sets/${id}/parts`, {
    version: (await readSet(shop, id)).version,
    parts: Object.entries(parts).map(([name, one]) => ({ id: one, line: line(name) })),
  })
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body))
  const oxygen = await connect(shop, id, {
    label: `O ${tag}`,
    gas: 'Oxygen',
    outlet: '540',
    service: 2400 * PSI,
  })
  const acetylene = await connect(shop, id, {
    label: `A ${tag}`,
    gas: 'Acetylene',
    outlet: '510',
    service: 250 * PSI,
  })
  return { id, oxygen, acetylene, parts }
}

export const beginTask = async (shop: Shop, set: string, task: string): Promise<SetRun> => {
  const answer = await shop.people.worker.send<SetRun>('POST', `/gas-sets/${set}/runs`, {
    id: randomUUID(),
    task,
  })
  if (answer.status !== 201) throw new Error(JSON.stringify(answer.body))
  return answer.body
}

/** Something in every table of gas: a set with a step done, gas drawn, a full cylinder in stock. */
export async function useGas(shop: Shop): Promise<void> {
  const { lead } = shop.people
  const send = async (path: string, body: object): Promise<void> => {
    const answer = await lead.send('POST', path, body)
    if (answer.status !== 201) throw new Error(`${path}: ${JSON.stringify(answer.body)}`)
  }
  const { id, oxygen } = await makeOxyFuelSet(shop, 'used')
  const run = await beginTask(shop, id, 'setUp')
  const step = run.steps[0]!.id
  await send(`/set-runs/${run.id}/steps`, { eventId: randomUUID(), step, result: 'done' })
  for (const bar of [100, 90])
    await send(`/cylinders/${oxygen}/readings`, {
      eventId: randomUUID(),
      pressure: bar * 1e5,
      temperature: 293.15,
      weight: null,
    })
  await send(`/cylinders/${shop.cylinder}/moves`, {
    eventId: randomUUID(),
    version: 1,
    state: 'full',
    storeId: shop.gasStore,
    stationId: null,
    checks: { shut: true, regulatorOff: true, capped: true, guarded: false },
    chained: true,
  })
}
