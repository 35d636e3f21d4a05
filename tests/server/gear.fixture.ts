import { randomUUID } from 'node:crypto'
import type { MeterKind } from '#core/inspection/calibration'
import { linesOf } from '#core/inspection/checklist'
import { PLACE_OF_ROUND, listOfRound, type Round } from '#core/inspection/round'
import { filledOf } from '../core/gear.fixture'
import type { Person } from './client'
import { sendPhoto } from './photo.fixture'
import { deskDrawn, extinguisherDrawn } from './plan.fixture'
import { made, type Shop } from './shop.fixture'

/** Gear of a kind, with a label of its own. */
export const addGear = (
  { people }: Shop,
  kind: string,
  label: string,
  more: object = {},
): Promise<string> =>
  made(people.lead, '/gear', { kind, label, description: '', everyDays: 1, ...more })

/** A meter within its calibration, unless told otherwise. */
export const addMeter = (
  shop: Shop,
  kind: MeterKind,
  fields: object = { calibratedOn: '2020-01-01', calibratedUntil: '2099-01-01' },
): Promise<string> => addGear(shop, kind, `ME-${randomUUID().slice(0, 8)}`, { fields })

/** Every line of a round right but those named, each with what is wrong. */
export const roundOf = (round: Round, failing: Record<string, string> = {}) => {
  const list = listOfRound(round)
  return linesOf(PLACE_OF_ROUND[list], list).map(({ id }) =>
    failing[id] ? { id, mark: 'fail', note: failing[id] } : { id, mark: 'pass' },
  )
}

/** A closing round on which something was not right. @returns its identifier, and that of what is open */
export async function roundWithPoint(
  person: Person,
): Promise<{ rounds: string; 'open-points': string }> {
  const id = randomUUID()
  const lines = roundOf('closing', { floor: 'not swept' })
  await person.send('POST', '/rounds', { id, round: 'closing', lines })
  const { body } = await person.send<{ id: string }[]>('GET', '/open-points/mine')
  return { rounds: id, 'open-points': body[0]!.id }
}

/** Something in every table of gear: an own kind, a changed checklist, use, a repair, a try at something locked. */
export async function useGear(shop: Shop): Promise<void> {
  const { lead } = shop.people
  const send = async (method: string, path: string, body: object): Promise<number> =>
    (await lead.send(method, path, body)).status
  await made(lead, '/gear-kinds', {
    name: 'Rotator',
    everyDays: 1,
    fields: [{ id: 'load', name: 'Load', type: 'number', unit: 'kg', min: 1, max: 5000 }],
    fittedTo: [],
    use: { of: 'cycles', amount: 500 },
  })
  await send('POST', '/account/calendar', {})
  await send('PUT', '/checklists/curtain/yearly', {
    added: [
      {
        id: 'rail',
        name: 'Rail',
        text: 'Rail holds',
        critical: false,
        source: { document: 'Rule of the shop', recall: 'practice' },
      },
    ],
    tightened: {},
    off: {},
    photo: [],
    everyDays: 365,
  })
  await send('POST', '/rounds', {
    id: randomUUID(),
    round: 'handover',
    stationId: shop.station,
    lines: roundOf('handover', { floor: 'not swept' }),
  })
  await send('POST', '/plan/draft/changes', deskDrawn())
  await send('PUT', '/begin/marks', { step: 'labels', marked: true })
  const extinguisher = await addGear(shop, 'extinguisher', `FE-${randomUUID().slice(0, 8)}`)
  await send('POST', '/plan/draft/changes', extinguisherDrawn(shop.station, extinguisher, 5))
  await send('POST', '/plan/versions', { id: randomUUID() })
  const id = await addGear(shop, 'lead', `L-${randomUUID().slice(0, 8)}`)
  const machine = await addGear(shop, 'machine', `U-${randomUUID().slice(0, 8)}`)
  await send('POST', `/gear/machine/${machine}/use`, {
    id: randomUUID(),
    of: 'arcHours',
    amount: 2,
  })
  await send('POST', `/gear/lead/${id}/inspections`, {
    lines: filledOf('lead', 'beforeUse', { id: 'cover', mark: 'fail', note: 'cut' }),
  })
  await sendPhoto(lead, { kind: 'lead', item: id, portrait: true })
  await send('POST', `/gear/lead/${id}/repairs`, {
    id: randomUUID(),
    note: 'New cover shrunk on',
    parts: [{ name: 'sleeve', count: 1 }],
    cost: 4.5,
  })
  await send('PUT', `/gear/lead/${id}`, {
    kind: 'lead',
    label: `L-${randomUUID().slice(0, 8)}`,
    description: '',
    everyDays: 1,
    parentId: machine,
  })
}
