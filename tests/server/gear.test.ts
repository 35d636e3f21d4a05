import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { dayAfter } from '#core/calendar/day'
import { USUAL_GAS } from '#shared/gas/customs'
import { USUAL_INSPECTION } from '#shared/inspection/customs'
import { linesOf } from '#core/inspection/checklist'
import type { LineResult } from '#core/inspection/inspection'
import type { GearKind } from '#core/inspection/kind'
import type { Occasion } from '#core/inspection/occasion'
import type { Gear } from '#shared/inspection/schema'
import { startApp, withOwner, type App } from '../app'
import { filledOf } from '../core/gear.fixture'
import type { Person } from './client'
import { addGear, addMeter } from './gear.fixture'
import { sendPhoto } from './photo.fixture'
import { jobBody, made, makeShop, type Shop } from './shop.fixture'
import { ask } from './ask'

let app: App
let shop: Shop
let lead: Person
let worker: Person
let instructor: Person

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'gear')
  ;({ lead, worker, instructor } = shop.people)
})
afterAll(() => app.end())

interface Answer {
  result?: string
  error?: { code: string; message: string; fields?: { path: string; message: string }[] }
}
interface OnRecord {
  gear: Gear
  inspections: { id: string; occasion: string; checklist: number; lines: { id: string }[] }[]
  repairs: { note: string; parts: object[]; cost: number }[]
  tries: { person: string; doing: string }[]
}
const read = async (kind: string, id: string, person = lead): Promise<OnRecord> =>
  (await person.send<OnRecord>('GET', `/gear/${kind}/${id}`)).body
const gearNow = async (kind: string, id: string): Promise<Gear> => (await read(kind, id)).gear
const look = async (
  kind: Parameters<typeof filledOf>[0],
  id: string,
  change: { id?: string; mark?: 'pass' | 'fail'; note?: string } = {},
  {
    person = lead,
    occasion = 'beforeUse',
    ...more
  }: {
    person?: Person
    occasion?: 'beforeUse' | 'monthly' | 'yearly' | 'afterEvent'
    repairNote?: string
  } = {},
) =>
  person.send<Answer>('POST', `/gear/${kind}/${id}/inspections`, {
    occasion,
    lines: await withPhotos(person, kind, id, occasion, filledOf(kind, occasion, change)),
    ...more,
  })
/** The lines with a photo wherever one is wanted. */
async function withPhotos(
  person: Person,
  kind: GearKind,
  item: string,
  occasion: Occasion,
  lines: LineResult[],
): Promise<LineResult[]> {
  const wants = new Set(linesOf(kind, occasion).flatMap(({ id, photo }) => (photo ? [id] : [])))
  return Promise.all(
    lines.map(async (line) =>
      wants.has(line.id) ? { ...line, photo: (await sendPhoto(person, { kind, item })).id } : line,
    ),
  )
}
const fails = (id: string) => ({ id, mark: 'fail' as const, note: 'broken' })
const site = async (inspection: object) => {
  const { body } = await lead.send<{ me: { site: { version: number } } }>('GET', '/sign-in')
  return lead.send('PUT', '/site', {
    name: 'Yard',
    timeZone: 'America/Halifax',
    units: 'us',
    shiftHours: 8,
    ruleSets: ['nfpa51b'],
    houseMinutes: null,
    houseMonitoring: null,
    houseReach: null,
    leadFactor: false,
    stopsUntested: false,
    gas: USUAL_GAS,
    inspection: { ...USUAL_INSPECTION, ...inspection },
    shadeSchool: 'guide',
    safetyToe: false,
    hardHat: false,
    season: 'mild',
    limitSets: ['osha'],
    version: body.me.site.version,
  })
}

describe('a piece of gear', () => {
  it('has the fields of its kind, each checked where it stands', async () => {
    const id = await addGear(shop, 'lead', 'L-1', { fields: { area: 53.5, length: 18 } })
    expect((await gearNow('lead', id)).fields).toEqual({ area: 53.5, length: 18 })
    const body = { kind: 'lead', label: 'L-2', description: '', everyDays: 1 }
    const wrong = await lead.send<Answer>('POST', '/gear', { ...body, fields: { area: 0.1 } })
    expect([wrong.status, wrong.body.error!.fields![0]!.path]).toEqual([400, 'fields.area'])
    const foreign = await lead.send<Answer>('POST', '/gear', { ...body, fields: { mast: 1 } })
    expect(foreign.body.error!.fields![0]!.path).toBe('fields.mast')
  })

  it('is due before use at once, and by the calendar from the day it came', async () => {
    const inServiceOn = dayAfter(
      (await lead.send<{ today: string }>('GET', '/gear/due')).body.today,
      -20,
    )
    const id = await addGear(shop, 'machine', 'M-2', { inServiceOn })
    const { looks } = await gearNow('machine', id)
    const due = Object.fromEntries(looks.map(({ occasion, dueOn }) => [occasion, dueOn]))
    expect(due.beforeUse).toBeNull()
    expect(due.monthly! > inServiceOn && due.monthly! <= dayAfter(inServiceOn, 31)).toBe(true)
    expect(due.yearly).toBe(`${Number(inServiceOn.slice(0, 4)) + 1}${inServiceOn.slice(4)}`)
  })

  it('of an own kind has the fields that the shop wrote', async () => {
    const kindId = await made(lead, '/gear-kinds', {
      name: 'Rotator',
      everyDays: 7,
      fields: [{ id: 'load', name: 'Load', type: 'number', unit: 'kg', min: 1, max: 500 }],
      fittedTo: ['machine'],
    })
    const own = { kindId, everyDays: 7 }
    const id = await addGear(shop, 'own', 'R-1', {
      ...own,
      fields: { load: 200 },
      parentId: shop.machine,
    })
    expect(await gearNow('own', id)).toMatchObject({ kindName: 'Rotator', parent: 'M-1' })
    const over = { kind: 'own', label: 'R-2', description: '', ...own, fields: { load: 900 } }
    expect((await lead.send<Answer>('POST', '/gear', over)).body.error!.fields![0]!.path).toBe(
      'fields.load',
    )
    const twice = await lead.send<Answer>('POST', '/gear-kinds', {
      name: 'ROTATOR',
      everyDays: 1,
      fields: [],
      fittedTo: [],
    })
    expect([twice.status, twice.body.error!.fields![0]!.path]).toEqual([409, 'name'])
  })

  it('is fitted only to what it fits', async () => {
    const helmet = {
      kind: 'lead',
      label: 'L-9',
      description: '',
      everyDays: 1,
      parentId: shop.helmet,
    }
    const answer = await lead.send<Answer>('POST', '/gear', helmet)
    expect([answer.status, answer.body.error!.fields![0]!.path]).toEqual([400, 'parentId'])
  })
})

describe('locked out', () => {
  it('a part locks what it is on, all the way up, and not the other way', async () => {
    const machine = await addGear(shop, 'machine', 'M-3')
    const cable = await addGear(shop, 'lead', 'L-3', { parentId: machine })
    const holder = await addGear(shop, 'electrodeHolder', 'EH-3', { parentId: cable })
    await look('machine', machine)
    await look('electrodeHolder', holder, fails('jaws'))
    const reason = { name: 'EH-3', reason: 'Jaws: broken' }
    expect((await gearNow('lead', cable)).lockedParts).toEqual([reason])
    expect((await gearNow('machine', machine)).lockedParts).toEqual([reason])
    await look('machine', machine, fails('case'))
    expect(await gearNow('electrodeHolder', holder)).toMatchObject({ lockedParts: [] })
    expect((await gearNow('lead', cable)).lockReason).toBeNull()
  })

  it('is named for no job, assigned to nobody, fitted to nothing; who tried stays on record', async () => {
    const machine = await addGear(shop, 'machine', 'M-4')
    await look('machine', machine, fails('mains'))
    const job = await worker.send<Answer>(
      'POST',
      '/jobs',
      jobBody({ stationId: shop.open, gearIds: [machine] }),
    )
    expect([job.status, job.body.error!.code]).toEqual([409, 'locked'])
    expect(job.body.error!.fields![0]!.path).toBe('gearIds')
    const cable = { kind: 'lead', label: 'L-4', description: '', everyDays: 1, parentId: machine }
    expect((await lead.send<Answer>('POST', '/gear', cable)).body.error!.code).toBe('locked')
    const assigned = await instructor.send<Answer>('POST', `/sessions/${shop.session}/changes`, {
      change: { kind: 'assign', people: [shop.ids.worker], set: { machineId: machine } },
    })
    expect(assigned.body.error!.code).toBe('locked')
    const { tries } = await read('machine', machine)
    expect(tries.map(({ person }) => person).sort()).toEqual(['Instructor', 'Lead gear', 'Worker'])
    // Told to staff only.
    expect((await read('machine', machine, worker)).tries).toEqual([])
  })

  it('names its part where that is what is locked', async () => {
    const machine = await addGear(shop, 'machine', 'M-5')
    const cable = await addGear(shop, 'lead', 'L-5', { parentId: machine })
    await look('lead', cable, fails('cover'))
    const job = jobBody({ stationId: shop.open, gearIds: [machine] })
    const answer = await worker.send<Answer>('POST', '/jobs', job)
    expect(answer.body.error!.message).toContain('L-5, Cover: broken')
  })

  it('has a tag as PDF, and none where nothing is locked', async () => {
    const id = await addGear(shop, 'grinder', 'GR-1')
    await look('grinder', id, fails('guard'))
    const answer = await lead.send('GET', `/gear/grinder/${id}/tag.pdf`)
    expect(answer.status).toBe(200)
    expect((await lead.send('GET', `/gear/machine/${shop.machine}/tag.pdf`)).status).toBe(409)
  })

  it('comes back by the look that locked it, after a repair, by staff', async () => {
    const id = await addGear(shop, 'machine', 'M-6')
    await look('machine', id)
    await look('machine', id, fails('terminals'), { occasion: 'monthly' })
    // Another look leaves it locked.
    expect((await look('machine', id, {}, { repairNote: 'Tightened it all' })).status).toBe(201)
    expect((await gearNow('machine', id)).lockOccasion).toBe('monthly')
    const monthly = { occasion: 'monthly' as const }
    expect((await look('machine', id, {}, { ...monthly, person: worker })).status).toBe(403)
    expect((await look('machine', id, {}, monthly)).body.error!.fields![0]!.path).toBe('repairNote')
    const repair = {
      id: randomUUID(),
      note: 'New terminals fitted',
      parts: [{ name: 'terminal', count: 2 }],
      cost: 31.5,
    }
    for (let i = 0; i < 2; i++)
      expect((await worker.send('POST', `/gear/machine/${id}/repairs`, repair)).status).toBe(201)
    expect((await look('machine', id, {}, monthly)).body.result).toBe('pass')
    const { gear, repairs } = await read('machine', id)
    expect(gear).toMatchObject({ lockReason: null, lockOccasion: null, due: false })
    expect(repairs).toHaveLength(1)
    expect(repairs[0]).toMatchObject({ parts: [{ name: 'terminal', count: 2 }], cost: 31.5 })
  })

  it('is looked at again by another where the shop says so', async () => {
    expect((await site({ recheckByAnother: true })).status).toBe(200)
    const id = await addGear(shop, 'machine', 'M-7')
    await look('machine', id, fails('case'))
    // A note by whoever looks is no repair by another.
    expect((await look('machine', id, {}, { repairNote: 'Closed the case' })).status).toBe(400)
    const repair = { id: randomUUID(), note: 'Closed the case', cost: null }
    await lead.send('POST', `/gear/machine/${id}/repairs`, repair)
    expect((await look('machine', id)).body.error!.code).toBe('same_person')
    expect((await look('machine', id, {}, { person: instructor })).body.result).toBe('pass')
    expect((await site({})).status).toBe(200)
  })
})

describe('an inspection', () => {
  it('sent twice is written once, and its identifier stands for nothing else', async () => {
    const id = await addGear(shop, 'machine', 'M-8')
    const body = { id: randomUUID(), lines: filledOf('machine', 'beforeUse', fails('dry')) }
    const path = `/gear/machine/${id}/inspections`
    const both = await Promise.all([lead.send('POST', path, body), lead.send('POST', path, body)])
    expect(both.map(({ status }) => status)).toEqual([201, 201])
    expect(both[0]!.body).toEqual(both[1]!.body)
    expect((await read('machine', id)).inspections).toHaveLength(1)
    const other = { ...body, lines: filledOf('machine') }
    expect((await lead.send<Answer>('POST', path, other)).body.error!.code).toBe('event_used')
  })

  it('by two at once leaves both on record, and locked if one of them failed it', async () => {
    const id = await addGear(shop, 'machine', 'M-9')
    const [passed, failed] = await Promise.all([
      look('machine', id, {}, { person: worker }),
      look('machine', id, fails('holder'), { person: lead }),
    ])
    // Whoever comes second and passes what was just locked is told so.
    expect([201, 403]).toContain(passed.status)
    expect(failed.status).toBe(201)
    const { gear, inspections } = await read('machine', id)
    expect(inspections).toHaveLength(passed.status === 201 ? 2 : 1)
    expect(gear.lockReason).toBe('Holder: broken')
  })

  it('keeps the version of the checklist that it was made by', async () => {
    const id = await addGear(shop, 'curtain', 'CU-1')
    await look('curtain', id)
    const path = '/checklists/curtain/beforeUse'
    const change = {
      added: [
        {
          id: 'hem',
          name: 'Hem',
          text: 'Hem reaches the floor',
          critical: true,
          source: { document: 'Rule of the yard', recall: 'practice' },
        },
      ],
      tightened: {},
      off: { rail: 'No rail: they hang on hooks' },
      photo: [],
      everyDays: null,
    }
    expect((await lead.send('PUT', path, change)).status).toBe(200)
    const lines = [
      ...filledOf('curtain').filter(({ id: line }) => line !== 'rail'),
      { id: 'hem', mark: 'pass' },
    ]
    expect((await look('curtain', id)).status).toBe(400)
    expect((await lead.send('POST', `/gear/curtain/${id}/inspections`, { lines })).status).toBe(201)
    const { inspections } = await read('curtain', id)
    expect(
      inspections.map(({ checklist, lines: own }) => [checklist, own.map((line) => line.id)]),
    ).toEqual([
      [2, ['whole', 'closes', 'hem']],
      [1, ['whole', 'closes', 'rail']],
    ])
    const versions = await lead.send<{ number: number }[]>('GET', `${path}/versions`)
    expect(versions.body.map(({ number }) => number)).toEqual([2, 1])
  })

  it('a line that locks out is switched off by a lead only, with a reason', async () => {
    const path = '/checklists/blanket/beforeUse'
    const off = (reason: string) => ({
      added: [],
      tightened: {},
      off: { whole: reason },
      photo: [],
      everyDays: null,
    })
    const reason = 'Ours are replaced every month'
    expect((await instructor.send<Answer>('PUT', path, off(reason))).body.error!.code).toBe(
      'lead_only',
    )
    expect((await lead.send('PUT', path, off('no'))).status).toBe(400)
    expect((await lead.send('PUT', path, off(reason))).status).toBe(200)
    // What a lead switched off an instructor may leave as it is.
    const kinds = await lead.send<{ changes: { kind: string; version: number }[] }>(
      'GET',
      '/gear-kinds',
    )
    const { version } = kinds.body.changes.find(({ kind }) => kind === 'blanket')!
    expect((await instructor.send('PUT', path, { ...off(reason), version })).status).toBe(200)
    expect((await instructor.send('PUT', path, { ...off(reason), version })).status).toBe(409)
  })

  it('limits come closer, never further', async () => {
    const path = '/checklists/machine/monthly'
    const to = (max: number) => ({
      added: [],
      tightened: { ocvDc: { max } },
      off: {},
      photo: [],
      everyDays: null,
    })
    const further = await lead.send<Answer>('PUT', path, to(120))
    expect([further.status, further.body.error!.fields![0]!.path]).toEqual([400, 'tightened.ocvDc'])
    expect((await lead.send('PUT', path, to(90))).status).toBe(200)
    const id = await addGear(shop, 'machine', 'M-10')
    const lines = filledOf('machine', 'monthly', { id: 'ocvDc', mark: 'pass', reading: 95 })
    const answer = await lead.send<Answer>('POST', `/gear/machine/${id}/inspections`, {
      occasion: 'monthly',
      lines,
    })
    expect(answer.body.result).toBe('locked')
  })

  it('of a look that there is not is refused at its field', async () => {
    const id = await addGear(shop, 'workClamp', 'WC-1')
    const answer = await lead.send<Answer>('POST', `/gear/workClamp/${id}/inspections`, {
      occasion: 'yearly',
      lines: [{ id: 'spring', mark: 'pass' }],
    })
    expect([answer.status, answer.body.error!.fields![0]!.path]).toEqual([400, 'occasion'])
  })
})

describe('what a look reads', () => {
  const readBy = async (id: string, meters?: object) =>
    lead.send<Answer>('POST', `/gear/wireFeeder/${id}/inspections`, {
      occasion: 'monthly',
      lines: await withPhotos(lead, 'wireFeeder', id, 'monthly', filledOf('wireFeeder', 'monthly')),
      ...(meters && { meters }),
    })
  const calibrated = async (id: string): Promise<unknown> =>
    (await gearNow('wireFeeder', id)).looks.find(({ occasion }) => occasion === 'monthly')!
      .calibrated

  it('is marked by its meter: in its calibration, past it, or not in the register', async () => {
    const id = await addGear(shop, 'wireFeeder', 'WF-1')
    await look('wireFeeder', id)
    expect((await readBy(id)).status).toBe(201)
    expect(await calibrated(id)).toBe(false)
    const past = await addMeter(shop, 'voltMeter', { calibratedUntil: '2020-01-01' })
    expect((await readBy(id, { voltMeter: past })).status).toBe(201)
    expect(await calibrated(id)).toBe(false)
    const good = await addMeter(shop, 'voltMeter')
    expect((await readBy(id, { voltMeter: good })).status).toBe(201)
    expect(await calibrated(id)).toBe(true)
    const { lines } = (await read('wireFeeder', id)).inspections[0]!
    expect(lines.find(({ id: line }) => line === 'isolation')).toMatchObject({ calibrated: true })
  })

  it('by a meter that is locked out, of another kind or not here is refused at its field', async () => {
    const id = await addGear(shop, 'wireFeeder', 'WF-9')
    const locked = await addMeter(shop, 'voltMeter')
    const [line] = linesOf('voltMeter', 'beforeUse').filter((one) => one.critical)
    await look('voltMeter', locked, { id: line!.id, mark: 'fail', note: 'cracked' })
    const gas = await addMeter(shop, 'gasMeter')
    for (const [voltMeter, status] of [
      [locked, 409],
      [gas, 400],
      [randomUUID(), 400],
    ] as const) {
      const answer = await readBy(id, { voltMeter })
      expect([answer.status, answer.body.error!.fields![0]!.path]).toEqual([
        status,
        'meters.voltMeter',
      ])
    }
  })
})

describe('what comes due', () => {
  it('after an event at once, until somebody has looked', async () => {
    const id = await addGear(shop, 'machine', 'M-11')
    await look('machine', id)
    const event = { id: randomUUID(), event: 'fall', note: 'From the trailer' }
    for (let i = 0; i < 2; i++)
      expect((await worker.send('POST', `/gear/machine/${id}/events`, event)).status).toBe(201)
    expect(await gearNow('machine', id)).toMatchObject({ event: 'fall', due: true })
    // The short look of the day is not the one that is asked for.
    await look('machine', id)
    expect((await gearNow('machine', id)).event).toBe('fall')
    await look('machine', id, {}, { occasion: 'afterEvent' })
    expect(await gearNow('machine', id)).toMatchObject({ event: null, due: false })
  })

  it('after an event while it is locked out, too, once it is back', async () => {
    const id = await addGear(shop, 'machine', 'M-13')
    await look('machine', id, fails('case'))
    const event = { id: randomUUID(), event: 'water' }
    await worker.send('POST', `/gear/machine/${id}/events`, event)
    const due = async (): Promise<string[]> =>
      (
        await lead.send<{ rows: { id: string; occasion: string }[] }>('GET', '/gear/due')
      ).body.rows.flatMap((row) => (row.id === id ? [row.occasion] : []))
    expect(await due()).toEqual([])
    await look('machine', id, {}, { repairNote: 'Case closed and dried' })
    expect(await gearNow('machine', id)).toMatchObject({ lockReason: null, event: 'water' })
    expect(await due()).toEqual(['afterEvent'])
    await look('machine', id, {}, { occasion: 'afterEvent' })
    expect(await due()).toEqual([])
  })

  it('of a look that the shop no longer has, the one before use unlocks', async () => {
    const path = '/checklists/cart/monthly'
    const none = { added: [], tightened: {}, off: {}, photo: [], everyDays: null }
    const added = [
      {
        id: 'tyres',
        name: 'Tyres',
        text: 'Tyres hold their air',
        critical: true,
        source: { document: 'Rule of the yard', recall: 'practice' },
      },
    ]
    await lead.send('PUT', path, { ...none, added, everyDays: 30 })
    const id = await addGear(shop, 'cart', 'CT-1')
    const lines = [{ id: 'tyres', mark: 'fail', note: 'flat' }]
    await lead.send('POST', `/gear/cart/${id}/inspections`, { occasion: 'monthly', lines })
    expect((await gearNow('cart', id)).lockOccasion).toBe('monthly')
    expect((await lead.send('PUT', path, none)).status).toBe(200)
    expect((await look('cart', id, {}, { repairNote: 'Tyres filled again' })).body.result).toBe(
      'pass',
    )
    expect((await gearNow('cart', id)).lockReason).toBeNull()
  })

  it('by use as soon as it is reached', async () => {
    const id = await addGear(shop, 'machine', 'M-12')
    await look('machine', id)
    const use = (amount: number) =>
      worker.send('POST', `/gear/machine/${id}/use`, { id: randomUUID(), of: 'arcHours', amount })
    await use(119)
    expect((await gearNow('machine', id)).due).toBe(false)
    await use(1)
    const { due, looks } = await gearNow('machine', id)
    expect([due, looks.find(({ occasion }) => occasion === 'monthly')!.used]).toEqual([true, 120])
    await look('machine', id, {}, { occasion: 'monthly' })
    const after = await gearNow('machine', id)
    expect([after.due, after.looks.find(({ occasion }) => occasion === 'monthly')!.used]).toEqual([
      false,
      0,
    ])
    const cycles = { id: randomUUID(), of: 'cycles', amount: 1 }
    expect((await worker.send('POST', `/gear/machine/${id}/use`, cycles)).status).toBe(400)
  })

  it('by sessions, each counted once by itself, for a kind that the shop counts so', async () => {
    const kind = { everyDays: 300, fields: [], fittedTo: ['machine'] }
    const use = { of: 'sessions', amount: 2 }
    const kindId = await made(lead, '/gear-kinds', { ...kind, name: 'Turntable', use })
    const own = { kindId, everyDays: 300 }
    const fitted = await addGear(shop, 'own', 'TT-1', { ...own, parentId: shop.machine })
    const placed = await addGear(shop, 'own', 'TT-2', { ...own, stationId: shop.station })
    const aside = await addGear(shop, 'own', 'TT-3', own)
    for (const id of [fitted, placed, aside]) await look('own', id)
    const { today: day } = (await lead.send<{ today: string }>('GET', '/gear/due')).body
    const people = [shop.ids.worker]
    const held = async (): Promise<void> => {
      const id = await made(lead, '/sessions', { day, title: 'Counted', courseId: null })
      const change = async (todo: object): Promise<void> => {
        const answer = await lead.send('POST', `/sessions/${id}/changes`, { change: todo })
        expect(answer.status).toBe(200)
      }
      await change({ kind: 'add', people })
      await change({
        kind: 'assign',
        people,
        set: { stationId: shop.station, machineId: shop.machine },
      })
      await change({ kind: 'presence', people, presence: 'present' })
      await change({ kind: 'presence', people, presence: 'late' })
      await lead.send('POST', `/sessions/${id}/undo`, {})
    }
    const used = async (): Promise<number[]> =>
      Promise.all(
        [fitted, placed, aside].map(async (id) => (await gearNow('own', id)).looks[0]!.used),
      )
    await held()
    expect(await used()).toEqual([1, 1, 0])
    expect((await gearNow('own', fitted)).due).toBe(false)
    await held()
    expect(await used()).toEqual([2, 2, 0])
    expect((await gearNow('own', fitted)).due).toBe(true)
    await look('own', fitted)
    expect(await used()).toEqual([0, 2, 0])
    // Less use asks for a look at once, where it is reached already.
    const closer = { ...kind, name: 'Turntable', use: { of: 'sessions', amount: 1 } }
    await addUseOfSessions()
    expect((await lead.send('PUT', `/gear-kinds/${kindId}`, closer)).status).toBe(200)
    expect((await gearNow('own', placed)).due).toBe(true)

    async function addUseOfSessions(): Promise<void> {
      const body = { id: randomUUID(), of: 'sessions', amount: 1 }
      expect((await lead.send('POST', `/gear/own/${aside}/use`, body)).status).toBe(201)
      const hours = { id: randomUUID(), of: 'arcHours', amount: 1 }
      expect((await lead.send('POST', `/gear/own/${aside}/use`, hours)).status).toBe(400)
    }
  })

  it('sooner for all of a kind where the shop looks more often', async () => {
    const id = await addGear(shop, 'gun', 'GN-1')
    const before = (await gearNow('gun', id)).looks.find((one) => one.occasion === 'monthly')!
    const change = { added: [], tightened: {}, off: {}, photo: [], everyDays: 7 }
    expect((await lead.send('PUT', '/checklists/gun/monthly', change)).status).toBe(200)
    const now = (await gearNow('gun', id)).looks.find((one) => one.occasion === 'monthly')!
    expect(now.dueOn! < before.dueOn!).toBe(true)
  })

  it('moves to the open day before where the shop is shut', async () => {
    const { today } = (await lead.send<{ today: string }>('GET', '/gear/due')).body
    const days = Array.from({ length: 5 }, (_, i) => dayAfter(today, 28 + i))
    await site({ closed: { weekdays: [], days } })
    const id = await addGear(shop, 'extractionArm', 'EA-1')
    const monthly = (await gearNow('extractionArm', id)).looks.find(
      (one) => one.occasion === 'monthly',
    )!
    expect(monthly.dueOn).toBe(dayAfter(today, 27))
    await site({})
  })

  it('is listed by day with its place, and waits while it is locked', async () => {
    const id = await addGear(shop, 'eyewash', 'EW-1', { everyDays: 7, stationId: shop.station })
    interface Due {
      rows: { id: string; occasion: string; station: string; dueOn: string | null }[]
      total: number
    }
    const due = async (days: number): Promise<Due['rows']> =>
      (await lead.send<Due>('GET', `/gear/due?days=${days}`)).body.rows.filter(
        (row) => row.id === id,
      )
    expect(await due(0)).toMatchObject([{ occasion: 'beforeUse', station: 'Booth 1', dueOn: null }])
    await look('eyewash', id)
    expect(await due(6)).toEqual([])
    expect(await due(7)).toHaveLength(1)
    await look('eyewash', id, fails('flow'))
    expect(await due(366)).toEqual([])
  })

  it('nothing of another organisation is seen or fitted', async () => {
    const other = await makeShop(app, 'else')
    const theirs = await addGear(other, 'machine', 'X-1')
    const body = { kind: 'lead', label: 'L-20', description: '', everyDays: 1, parentId: theirs }
    expect((await lead.send('POST', '/gear', body)).status).toBe(400)
    const kinds = await other.people.lead.send<{ own: object[] }>('GET', '/gear-kinds')
    expect(kinds.body.own).toEqual([])
  })
})

describe('gear from a file', () => {
  interface Preview {
    fingerprint: string
    counts: Record<string, number>
    rows: { line: number; action: string; errors: { column: string; message: string }[] }[]
    error?: { code: string }
  }
  const file = async (csv: string, more: object = {}) =>
    lead.send<Preview>('POST', '/gear/file', { csv, ...more })

  it('is shown, taken over as shown, and changes nothing the second time', async () => {
    const csv = [
      'kind,label,station,fitted_to,area,side,every_days,shades',
      'Lead,F-1,Booth 1,F-2,53.5,Work lead,,',
      'machine,F-2,,,,,1,',
      'helmet,F-3,,,,,1,5-8 / 9-13',
    ].join('\n')
    const shown = (await file(csv)).body
    expect(shown.counts).toEqual({ add: 3, change: 0, same: 0, broken: 0 })
    const { fingerprint } = shown
    expect((await file(csv, { apply: true, fingerprint })).body.counts.add).toBe(3)
    const { body } = await lead.send<{ rows: Gear[] }>('GET', '/gear?q=F-1&kind=lead')
    expect(body.rows[0]).toMatchObject({
      parent: 'F-2',
      station: 'Booth 1',
      fields: { area: 53.5, side: 'work' },
      due: true,
    })
    expect((await file(csv, { apply: true, fingerprint })).status).toBe(409)
    const again = (await file(csv)).body
    expect(again.counts).toEqual({ add: 0, change: 0, same: 3, broken: 0 })
  })

  it('the register as a file is as it is when it is read back', async () => {
    const csv = await lead.send<string>('GET', '/gear.csv')
    expect(csv.status).toBe(200)
    const back = (await file(String(csv.body))).body
    expect(back.rows.filter(({ action }) => action !== 'same')).toEqual([])
    expect(back.counts.same!).toBeGreaterThan(5)
  })

  it('each kind of broken row is named where it is broken, and nothing is taken over', async () => {
    const rows: [string, string][] = [
      ['moonboat,B-1,,,,', 'kind'],
      ['lead,,,,,', 'label'],
      ['lead,B-3,Nowhere,,,', 'station'],
      ['lead,B-4,,B-99,,', 'fitted_to'],
      ['grinder,B-5,,M-1,,', 'fitted_to'],
      ['lead,B-6,,,0.1,', 'area'],
      ['grinder,B-7,,,53,', 'area'],
      ['lead,B-8,,,,often', 'every_days'],
      ['cylinder,B-9,,,,', 'kind'],
      ['helmet,M-1,,,,', 'shades'],
      ['lead,B-3,,,,', 'label'],
      ['lead,B-12,,,,,,,,', ''],
    ]
    const csv = ['kind,label,station,fitted_to,area,every_days', ...rows.map(([row]) => row)]
    const { body } = await file(csv.join('\n'))
    expect(body.rows.map(({ errors }) => errors[0]?.column)).toEqual(rows.map(([, at]) => at))
    expect(body.counts).toMatchObject({ broken: 12, add: 0 })
    const { fingerprint } = body
    expect((await file(csv.join('\n'), { apply: true, fingerprint })).status).toBe(400)
    expect((await lead.send<{ total: number }>('GET', '/gear?q=B-')).body.total).toBe(0)
  })
})

describe('trends', () => {
  interface Trends {
    bars: { key: string; count: number; upTo: number }[]
    total: number
    months: { made: number; late: number; faulty: number }[]
    between: { kind: string; failures: number; low: number }[]
  }
  const trends = async (query = '') => (await lead.send<Trends>('GET', `/gear/trends${query}`)).body

  it('count each failed line once, whoever sends it twice, and open its records', async () => {
    const before = await trends('?kind=firstAid')
    expect(before).toMatchObject({ bars: [], total: 0 })
    const id = await addGear(shop, 'firstAid', 'FA-1', { everyDays: 31, stationId: shop.station })
    await look('firstAid', id, fails('names'))
    const body = { id: randomUUID(), lines: filledOf('firstAid', 'beforeUse', fails('full')) }
    for (let i = 0; i < 2; i++) await lead.send('POST', `/gear/firstAid/${id}/inspections`, body)
    await look('firstAid', id, fails('full'))
    const after = await trends('?kind=firstAid')
    expect(after.bars.map(({ key, count, upTo }) => [key, count, upTo])).toEqual([
      ['firstAid full', 2, 2 / 3],
      ['firstAid names', 1, 1],
    ])
    expect(after.months).toMatchObject([{ made: 3, late: 0, faulty: 3 }])
    const byPlace = await trends('?kind=firstAid&by=place')
    expect(byPlace.bars).toMatchObject([{ key: shop.station, count: 3 }])
    const faults = await lead.send<{ rows: { label: string; name: string }[] }>(
      'GET',
      '/gear/faults?key=firstAid%20full&kind=firstAid',
    )
    expect(faults.body.rows.map(({ label, name }) => [label, name])).toEqual([
      ['FA-1', 'Contents'],
      ['FA-1', 'Contents'],
    ])
  })

  it('a look after its day is late', async () => {
    const id = await addGear(shop, 'eyewash', 'EW-2', { everyDays: 7 })
    await look('eyewash', id)
    await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        "UPDATE gear_look SET due_on = due_on - 8, last_at = last_at - interval '8 days' WHERE item_id = $1",
        [id],
      ),
    )
    const { months: before } = await trends('?kind=eyewash')
    await look('eyewash', id)
    const { months: after } = await trends('?kind=eyewash')
    expect(after.at(-1)!.late).toBe(before.at(-1)!.late + 1)
  })

  it('a reading that wanders is told with the day on which it crosses; a repair begins anew', async () => {
    const id = await addGear(shop, 'machine', 'M-30')
    for (const reading of [60, 63, 66, 69, 72, 75])
      await lead.send('POST', `/gear/machine/${id}/inspections`, {
        occasion: 'monthly',
        lines: filledOf('machine', 'monthly', { id: 'ocvDc', reading }),
      })
    await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        `UPDATE inspection i
        SET at = at - interval '30 days' * (6 - n.row)
        FROM (
          SELECT id, row_number() OVER (ORDER BY at) AS row FROM inspection WHERE gear_id = $1
        ) n
        WHERE n.id = i.id`,
        [id],
      ),
    )
    interface Reading {
      line: string
      why: string | null
      crossesOn: string | null
      readings: object[]
    }
    const ofDc = async (): Promise<Reading | undefined> =>
      (await lead.send<Reading[]>('GET', `/gear/machine/${id}/readings`)).body.find(
        ({ line }) => line === 'ocvDc',
      )
    const trend = (await ofDc())!
    expect(trend).toMatchObject({ why: null, readings: { length: 6 } })
    // 3 V in 30 days, 15 V to go to the shop's 90 V: 150 days.
    const { today } = (await lead.send<{ today: string }>('GET', '/gear/due')).body
    const days = (Date.parse(trend.crossesOn!) - Date.parse(today)) / 86_400_000
    expect(Math.abs(days - 150)).toBeLessThanOrEqual(2)
    const repair = { id: randomUUID(), note: 'New transformer fitted', cost: null }
    await lead.send('POST', `/gear/machine/${id}/repairs`, repair)
    expect(await ofDc()).toBeUndefined()
  })
})

describe('the calendar', () => {
  const text = async (address: string): Promise<[number, string]> => {
    const answer = await ask(address.replace(/^https?:\/\/[^/]+/, app.url))
    return [answer.status, await answer.text()]
  }
  it('tells what is due by an address alone, names nobody, and ends when it is replaced or ended', async () => {
    const make = async (): Promise<string> =>
      (await worker.send<{ address: string }>('POST', '/account/calendar')).body.address
    const first = await make()
    const id = await addGear(shop, 'grinder', 'CAL-1', { stationId: shop.station })
    await look('grinder', id)
    const [status, ics] = await text(first)
    expect(status).toBe(200)
    // RFC 5545: lines end in CRLF and are folded at 75 octets.
    const lines = ics.replace(/\r\n[ \t]/g, '').split('\r\n')
    expect(lines[0]).toBe('BEGIN:VCALENDAR')
    expect(lines).toContain('SUMMARY:CAL-1\\, grinder: quarterly')
    expect(lines).toContain('LOCATION:Booth 1')
    expect(lines.some((line) => /^DTSTART;VALUE=DATE:\d{8}$/.test(line))).toBe(true)
    for (const name of ['Worker', 'Lead gear', 'Instructor']) expect(ics).not.toContain(name)
    const second = await make()
    expect((await text(first))[0]).toBe(404)
    expect((await text(second))[0]).toBe(200)
    const feed = await worker.send<{ lastReadAt: string }>('GET', '/account/calendar')
    expect(feed.body.lastReadAt).not.toBeNull()
    await worker.send('DELETE', '/account/calendar')
    expect((await text(second))[0]).toBe(404)
  })
})
