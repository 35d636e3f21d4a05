import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Contract } from '#shared/api/contract'
import { allRoutes } from '#shared/api/all'
import { ROLES, type Role } from '#shared/sign-in/schema'
import { caseOfJob } from '#core/air/basis'
import { SETUP_CODE, startApp, type App } from '../app'
import { JOB } from '../core/job.fixture'
import { Person } from './client'
import { Listener } from './listener'
import {
  allPass,
  fullSweep,
  jobBody,
  makeAir,
  made,
  makeShop,
  PASSWORD,
  PIN,
  personRecord,
  type Shop,
} from './shop.fixture'
import { USUAL_GAS } from '#shared/gas/customs'
import { useMuster } from './muster.fixture'
import { phoneKey } from './phone.fixture'
import { ALERT_RULES, CONTACT, pushDevice, useAlerts } from './alert.fixture'
import { roundOf, roundWithPoint } from './gear.fixture'
import { deskDrawn } from './plan.fixture'
import { photoFile, sendPhoto } from './photo.fixture'
import { USUAL_INSPECTION } from '#shared/inspection/customs'
import { beginTask, makeOxyFuelSet } from './gas-set.fixture'
import { ask } from './ask'

const FURTHER_FINDINGS = '?of=another&part=ways&floor=ground&code=plan.eyewash&from=20'

let app: App
let shop: Shop
let other: Shop
let photo: Uint8Array

beforeAll(async () => {
  app = await startApp()
  photo = await photoFile()
  shop = await makeShop(app, 'here')
  other = await makeShop(app, 'there')
  for (const each of [shop, other]) {
    const { id: set } = await makeOxyFuelSet(each, 'walk')
    of.set(each, {
      ...(await makeAir(app, each)),
      ...(await useAlerts(each)),
      ...(await useMuster(each)),
      'gas-sets': set,
      'gear-kinds': await made(each.people.lead, '/gear-kinds', KIND),
      photos: (
        await sendPhoto(each.people.lead, { kind: 'machine', item: each.machine, portrait: true })
      ).id,
      ...(await roundWithPoint(each.people.lead)),
      'set-runs': (await beginTask(each, set, 'setUp')).id,
    })
    await each.people.lead.send('POST', '/plan/draft/changes', deskDrawn())
    await made(each.people.lead, '/plan/versions', { id: randomUUID() })
  }
})

/** A kind of gear of the shop's own. */
const KIND = { name: 'Rotator', everyDays: 1, fields: [], fittedTo: [] }

/** What the air check and the gas set of a shop have, by the first part of its path. */
const of = new Map<Shop, Record<string, string>>()
afterAll(() => app.end())

/** What the first part of a path names, in this shop; a new id for what is not there. */
function idOf(target: Shop, part: string): string {
  const known: Record<string, string> = {
    people: target.ids.watch,
    stations: target.station,
    jobs: target.job,
    permits: target.permit,
    gear: target.machine,
    courses: target.course,
    stock: target.stock,
    cylinders: target.cylinder,
    'gas-stores': target.gasStore,
    sessions: target.session,
    ...of.get(target),
  }
  return known[part] ?? randomUUID()
}

/** Where it is not what the first part of the path names. */
const OTHER_ID: Record<string, (target: Shop) => string> = {
  // A photo has a new identifier of its own.
  sendPhoto: () => randomUUID(),
  boothState: ({ station }) => station,
}

/** A store in which nothing was measured. */
const STORE = {
  indoors: null,
  oxygenToFuel: null,
  barrier: null,
  toCombustibles: null,
  toHeat: null,
  apart: null,
}

/** A lawful body for every route that takes one, and the thing of this shop that it is about. */
function sample(route: Contract, target: Shop): { path: string; body?: unknown } {
  const unique = randomUUID().slice(0, 8)
  const event = { eventId: randomUUID() }
  const bodies: Record<string, unknown> = {
    setup: {
      code: SETUP_CODE,
      organisation: 'x',
      site: 'x',
      timeZone: 'UTC',
      units: 'si',
      name: 'x',
      email: 'x@x.example',
      password: PASSWORD,
    },
    signIn: { email: 'nobody@here.example', password: 'wrong' },
    setPin: { password: PASSWORD, pin: '9999' },
    setPassword: { password: PASSWORD, newPassword: PASSWORD },
    beginSecondFactor: { password: PASSWORD },
    confirmSecondFactor: { code: '000000' },
    removeSecondFactor: { password: PASSWORD, code: '000000' },
    createToken: { name: unique, password: PASSWORD, scopes: ['jobs:read'], days: 30 },
    updateSite: {
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
      inspection: USUAL_INSPECTION,
      shadeSchool: 'guide',
      safetyToe: false,
      hardHat: false,
      season: 'mild',
      limitSets: ['osha'],
    },
    createPerson: {
      name: unique,
      email: null,
      role: 'worker',
      fireWatchTrainedOn: null,
      active: true,
    },
    updatePerson: {
      name: 'Watch',
      email: null,
      role: 'worker',
      fireWatchTrainedOn: '2026-01-15',
      active: true,
    },
    createStation: { name: unique, designated: true, air: JOB.air },
    updateStation: { name: `Booth ${unique}`, designated: true, air: JOB.air },
    createGear: { kind: 'machine', label: unique, description: '', everyDays: 1 },
    inspect: { lines: allPass('machine') },
    makeRound: {
      id: randomUUID(),
      round: 'handover',
      stationId: target.station,
      lines: roundOf('handover'),
    },
    closePoint: { note: 'Swept' },
    sendPhoto: photo,
    removePhoto: { why: 'It shows a person' },
    gearFile: { csv: 'kind,label\nmachine,M-77\n' },
    logGearEvent: { id: randomUUID(), event: 'fall' },
    logRepair: { id: randomUUID(), note: 'New plug fitted', cost: null },
    logUse: { id: randomUUID(), of: 'arcHours', amount: 1 },
    createGearKind: { ...KIND, name: unique },
    updateGearKind: { ...KIND, name: `Kind ${unique}` },
    changeChecklist: { added: [], tightened: {}, off: {}, photo: [], everyDays: null },
    createJob: jobBody({ place: 'Quay' }),
    updateJob: jobBody({ stationId: target.open }),
    createPermit: { jobId: target.job },
    draftAgain: { goesOn: false },
    hotPart: { ...event, name: unique, metal: 'steel', thickness: 0.006 },
    nameTemplate: { name: null },
    raiseFire: event,
    endAlert: { note: 'Out' },
    watchSeen: { device: randomUUID() },
    updateAlertRules: { ...ALERT_RULES, version: 1 },
    updateKeeping: { inspection: 5, gas: null, reading: 2, message: 1, held: null, version: 0 },
    createContact: CONTACT,
    updateContact: CONTACT,
    setTextNumber: { textNumber: null },
    addPushDevice: pushDevice(),
    putPhone: phoneKey(),
    beginMuster: { id: randomUUID(), drill: false },
    addToMuster: { id: randomUUID(), name: 'Ship chandler' },
    countMuster: { who: idOf(target, 'counted'), count: 'out' },
    shutGas: { gas: randomUUID(), isShut: true },
    endMuster: { note: 'All back in.' },
    updatePermit: {
      sweep: fullSweep(),
      operatorId: null,
      fireWatchId: null,
      validFrom: new Date().toISOString(),
      validTo: new Date(Date.now() + 3_600_000).toISOString(),
      ruleSets: ['osha'],
      version: 1,
    },
    overridePermit: { ...event, code: 'air.fume', reason: 'a reason of enough length' },
    extendPermit: {
      ...event,
      validTo: '2026-01-01T12:00:00.000Z',
      pins: [{ as: 'operator', pin: '3333' }],
      pin: '1111',
    },
    changeOperator: { ...event, personId: shop.ids.instructor, pin: '1111' },
    signPermit: { ...event, as: 'operator', version: 1, pin: '3333' },
    actOnPermit: { ...event, action: 'start' },
    round: event,
    handOver: { ...event, personId: target.ids.watch, pin: PIN.watch },
    calcShade: { process: 'SMAW', amps: 100 },
    calcPpe: { process: 'SMAW' },
    calcVentilation: JOB,
    calcMarking: { text: 'Z87+', part: 'lens' },
    calcLaser: {
      power: 1500,
      wavelength: 1070,
      divergence: 0.02,
      exposure: 10,
      eyewear: 7,
      barrier: true,
      everyone: true,
    },
    updateRecord: personRecord(),
    foundShade: { process: 'SMAW', amps: 120, shade: 10 },
    importRoster: { csv: 'number,name\n1,A' },
    createCourse: { name: unique, kit: [] },
    updateCourse: { name: `Course ${unique}`, kit: [] },
    createHouseChart: {
      effectiveFrom: `20${20 + Math.floor(Math.random() * 70)}-0${1 + Math.floor(Math.random() * 9)}-${10 + Math.floor(Math.random() * 18)}`,
      rows: [],
    },
    updateGear: { kind: 'machine', label: `M ${unique}`, description: '', everyDays: 1 },
    createStock: {
      code: unique,
      name: 'Caps',
      kind: 'consumable',
      ppeId: null,
      size: '',
      condition: 'new',
      expiresOn: null,
      minimum: 0,
      loan: false,
    },
    updateStock: {
      code: `S-${unique}`,
      name: 'Gauntlets',
      kind: 'ppe',
      ppeId: 'gauntlets',
      size: '9',
      condition: 'good',
      expiresOn: null,
      minimum: 4,
      loan: true,
    },
    moveStock: { moveId: randomUUID(), kind: 'receive', quantity: 1 },
    createSession: { day: '2026-05-04', title: unique, courseId: null },
    copySession: { day: '2026-05-05' },
    changeSession: {
      change: { kind: 'presence', people: [target.ids.worker], presence: 'present' },
    },
    undoSession: {},
    setHood: {
      section: {
        process: 'GMAW',
        amps: 180,
        shape: 'plain',
        opening: 0.3,
        duct: 0.15,
        flow: 0.3,
        damper: 1,
        hood: { x: 0.1, y: 0.2 },
        head: { x: -0.4, y: 0.4 },
        draft: 0,
      },
      need: 0.5,
      surveyDays: 90,
    },
    survey: {
      id: randomUUID(),
      on: '2026-01-05',
      velocity: 0.6,
      staticPressure: null,
      filterChanged: false,
    },
    assess: { air: caseOfJob(JOB), seed: 1, draws: 10_000 },
    gasTest: {
      id: randomUUID(),
      oxygen: 20.9,
      explosive: 0,
      others: {},
      instrument: 'G',
      bumpTested: true,
      minutes: 60,
    },
    createConsumable: {
      name: unique,
      process: 'GMAW',
      alloy: 'steel',
      fume: 5,
      of: 'fume',
      parts: { iron: 1 },
      reference: 'S',
    },
    retireConsumable: { retired: true },
    importConsumables: { text: '[]', format: 'json', apply: false },
    createSample: {
      on: '2026-01-05',
      kind: 'personal',
      group: unique,
      who: unique,
      task: 'T',
      substance: 'fume',
      minutes: 60,
      value: 1,
      reference: 'R',
    },
    importSamples: { text: 'date', format: 'csv', apply: false },
    createDevice: { name: unique, stationId: target.station },
    ingest: { readings: [{ substance: 'fume', at: new Date().toISOString(), value: 1 }] },
    raiseAlarm: { id: randomUUID(), kind: 'bad_air', stationId: target.station },
    tellAlarm: { symptoms: ['dizzy'] },
    clearAlarm: { note: 'aired out' },
    calcHood: {
      process: 'GMAW',
      amps: 180,
      shape: 'plain',
      opening: 0.3,
      duct: 0.15,
      flow: 0.3,
      damper: 1,
      hood: { x: 0.1, y: 0.2 },
      head: { x: -0.4, y: 0.4 },
      draft: 0,
    },
    updateCylinder: {
      parts: { argon: 1 },
      volume: 0.05,
      nominal: null,
      tare: null,
      service: 15e6,
      marks: '',
      serial: '',
      tenure: null,
      dailyRate: null,
      supplier: '',
      outlet: null,
      capped: null,
      chained: null,
    },
    takeDelivery: { csv: 'label,gas\nD-1,Argon\n', storeId: target.gasStore },
    readCylinder: { ...event, pressure: 1e6, temperature: 293, weight: null },
    moveCylinder: {
      ...event,
      version: 1,
      state: 'full',
      storeId: null,
      stationId: null,
      checks: { shut: true, regulatorOff: true, capped: true, guarded: false },
      chained: null,
    },
    layCylinder: { ...event, minutes: 30 },
    setParts: { version: 1, parts: [] },
    startRun: { id: randomUUID(), task: 'setUp' },
    answerStep: { ...event, step: 'stand', result: 'done' },
    createGasStore: { ...STORE, name: unique },
    updateGasStore: { ...STORE, name: 'Store' },
    calcRelease: { gas: 'inert', amount: 1, space: 10, mixed: false },
    checkAll: { kind: 'helmet', gear: [target.helmet], confirm: true },
    boothSignIn: { personId: target.ids.worker, pin: '0000' },
    changeDraft: deskDrawn(),
    changeFloors: {
      floors: [{ id: 'ground', name: 'Ground', outdoors: false, level: 0 }],
      version: 1,
    },
    publishPlan: { id: randomUUID() },
    markBegin: { step: 'labels', marked: true },
  }
  const id = route.id === 'foundShade' ? target.ids.worker : idOf(target, route.path.split('/')[1]!)
  const query: Record<string, string> = {
    labels: '?of=stock',
    planUnreached: '?what=eyewash',
    planFurtherFindings: FURTHER_FINDINGS,
    draftFurtherFindings: FURTHER_FINDINGS,
    gearFaults: '?key=machine',
    cylindersForWork: `?ids=${target.cylinder}`,
    returnNote: '?day=2026-01-01',
    returnNoteCsv: '?day=2026-01-01',
    scan: `?code=${target.code}`,
    verifyPermit: `?permit=${target.permit}&hash=${'0'.repeat(64)}`,
    permitReport: '?month=2026-01',
    sendPhoto: `?kind=machine&item=${target.machine}`,
    sampleGroup: '?group=Welders&substance=fume',
    exportAirHours: '?month=2026-01',
  }
  return {
    path:
      route.path
        .replace('{kind}', 'machine')
        .replace('{occasion}', 'monthly')
        .replace('{id}', OTHER_ID[route.id]?.(target) ?? id)
        .replace('{size}', 'thumb')
        .replace('{number}', '1')
        .replace('{code}', target.code)
        .replace('{token}', 'nobody-knows-this-address.ics') + (query[route.id] ?? ''),
    body: bodies[route.id],
  }
}

/** What a lawful sample meets where it is not served, by the rule of the thing it is about; each is served in the test of its domain. */
const MEETS: Record<string, { status: number; code: string; roles?: Role[] }> = {
  // The permit of the sample is a draft of a later version, and the PIN is someone else's.
  updatePermit: { status: 409, code: 'changed' },
  signPermit: { status: 409, code: 'changed' },
  extendPermit: { status: 409, code: 'wrong_state' },
  changeOperator: { status: 409, code: 'wrong_state' },
  actOnPermit: { status: 409, code: 'wrong_state' },
  overridePermit: { status: 409, code: 'not_overridable' },
  round: { status: 409, code: 'no_watch' },
  hotPart: { status: 409, code: 'no_watch' },
  createPermit: { status: 409, code: 'permit_open' },
  dropPushDevice: { status: 404, code: 'not_found' },
  draftAgain: { status: 409, code: 'permit_open' },
  // The case of the sample lets a substance without a figure decide.
  assess: { status: 409, code: 'no_answer' },
  // Described meanwhile, so it is of a later version.
  moveCylinder: { status: 409, code: 'changed' },
  // It is not locked out.
  gearTag: { status: 409, code: 'not_locked' },
  // It holds argon.
  layCylinder: { status: 409, code: 'no_acetylene' },
  // They are of another plan.
  planFurtherFindings: { status: 409, code: 'changed' },
  draftFurtherFindings: { status: 409, code: 'changed' },
  // Its cylinders were connected meanwhile, and a task is under way.
  setParts: { status: 409, code: 'changed' },
  startRun: { status: 409, code: 'under_way' },
  // The lead answered it a moment ago.
  answerStep: { status: 409, code: 'answered', roles: ['instructor', 'worker'] },
  // The lead cleared it a moment ago.
  clearAlarm: { status: 409, code: 'cleared', roles: ['instructor'] },
  setup: { status: 409, code: 'already_set_up' },
  signIn: { status: 401, code: 'wrong_sign_in' },
  boothSignIn: { status: 404, code: 'not_found' },
  ingest: { status: 401, code: 'bad_token' },
  revokeToken: { status: 404, code: 'not_found' },
  revokeAnyToken: { status: 404, code: 'not_found' },
  endOwnSignIn: { status: 404, code: 'not_found' },
  // The same password is no change.
  setPassword: { status: 400, code: 'invalid' },
  // Not the code of the key that was begun a moment ago.
  confirmSecondFactor: { status: 400, code: 'invalid' },
  handOver: { status: 409, code: 'no_watch' },
  // Nothing stands open.
  shutGas: { status: 400, code: 'invalid' },
  // Raised by the lead: symptoms are told by that person and staff.
  tellAlarm: { status: 403, code: 'forbidden', roles: ['worker', 'viewer'] },
  erasePerson: { status: 409, code: 'still_here' },
  // Left and found by the lead.
  closePoint: { status: 403, code: 'forbidden', roles: ['worker'] },
  // The lead changed them a moment ago.
  changeFloors: { status: 409, code: 'changed', roles: ['instructor'] },
  // Nobody's address.
  calendar: { status: 404, code: 'not_found' },
  boothPdf: { status: 404, code: 'not_found' },
  // Nothing went back on that day.
  returnNote: { status: 404, code: 'not_found' },
}
function expected(route: Contract, role?: Role): [number, string | undefined] {
  const meets = MEETS[route.id]
  if (meets && (!meets.roles || meets.roles.includes(role!))) return [meets.status, meets.code]
  return [route.status ?? 200, undefined]
}

/** A stream answers as long as somebody listens: of one that is served, only that it is. */
async function asked<T>(
  person: Person,
  { method, streams }: Contract,
  path: string,
  body?: unknown,
): Promise<{ status: number; body: T }> {
  if (!streams) return person.send<T>(method, path, body)
  const listener = await Listener.open(person)
  listener.close()
  return { status: listener.status, body: {} as T }
}

/** Ends its own session or hides what others need: walked with a person of its own. */
const ALONE = ['signOut']

describe('every route, every role', () => {
  for (const route of Object.values(allRoutes) as Contract[]) {
    const { roles } = route
    if (roles === 'public') {
      it(`${route.method} ${route.path} serves those not signed in`, async () => {
        const { path, body } = sample(route, shop)
        const answer = await new Person(app).send<{ error?: { code: string } }>(
          route.method,
          path,
          body,
        )
        expect([answer.status, answer.body.error?.code]).toEqual(expected(route))
      })
      continue
    }
    it(`${route.method} ${route.path} refuses those not signed in, and a made-up token`, async () => {
      const { path, body } = sample(route, shop)
      expect((await new Person(app).send(route.method, path, body)).status).toBe(401)
      expect(
        (
          await new Person(app).send(route.method, path, body, {
            authorization: 'Bearer zon_made-up',
          })
        ).status,
      ).toBe(401)
    })
    for (const role of ROLES) {
      const allowed = roles.includes(role)
      it(`${route.method} ${route.path} ${allowed ? 'serves' : 'refuses'} ${role}`, async () => {
        const { path, body } = sample(route, shop)
        const person = ALONE.includes(route.id)
          ? await new Person(app).signIn(`${role}@here.example`, PASSWORD)
          : shop.people[role]
        const answer = await asked<{ error?: { code: string } }>(person, route, path, body)
        expect([answer.status, answer.body.error?.code]).toEqual(
          allowed ? expected(route, role) : [403, 'forbidden'],
        )
      })
    }
    // A phone names itself: there is nothing of another's to be found.
    if (route.path.includes('{id}') && route.id !== 'putPhone') {
      it(`${route.method} ${route.path} shows and changes nothing of another organisation`, async () => {
        const { path, body } = sample(route, other)
        const answer = await shop.people.lead.send<{ error: { code: string } }>(
          route.method,
          path,
          body,
        )
        expect([answer.status, answer.body.error.code]).toEqual([404, 'not_found'])
      })
    }
    if (route.body && !route.takes) {
      it(`${route.method} ${route.path} refuses unknown fields with their path`, async () => {
        const { path, body } = sample(route, shop)
        const answer = await shop.people.lead.send<{
          error: { code: string; fields: { path: string }[] }
        }>(route.method, path, { ...(body as object), sneaked: 1 })
        expect([answer.status, answer.body.error.code]).toEqual([400, 'invalid'])
        expect(answer.body.error.fields.map((field) => field.path)).toContain('sneaked')
      })
    }
  }
  it('a job cannot name a station, helmet, person or gear of another organisation, nor a permit its job', async () => {
    for (const change of [
      { stationId: other.open },
      { stationId: shop.open, welderId: other.ids.worker },
      { stationId: shop.open, helmetId: other.helmet },
      { stationId: shop.open, gearIds: [other.machine] },
      { stationId: shop.open, cylinderIds: [other.cylinder] },
    ]) {
      expect((await shop.people.lead.send('POST', '/jobs', jobBody(change))).status).toBe(400)
    }
    expect((await shop.people.lead.send('POST', '/permits', { jobId: other.job })).status).toBe(404)
  })
  it('lists hold nothing of another organisation', async () => {
    for (const path of [
      '/jobs',
      '/permits',
      '/people',
      '/gear',
      '/stations',
      '/gear?kind=machine&all=true',
      '/fire-cover',
      '/stock',
      '/courses',
      '/sessions',
      '/house-charts',
      '/roster.csv',
      '/consumables',
      '/samples',
      '/samples.csv',
      '/devices',
      '/air',
      '/shift',
      '/sample-groups',
      '/sample-pairs',
    ]) {
      const text = JSON.stringify((await shop.people.lead.send('GET', path)).body)
      for (const id of [
        other.job,
        other.permit,
        other.ids.worker,
        other.machine,
        other.station,
        other.stock,
        other.course,
        other.session,
        ...Object.values(of.get(other)!),
      ])
        expect(text).not.toContain(id)
    }
  })
})

describe('the door', () => {
  const role = (name: Role): string => `${name}@here.example`
  it('wrong email and wrong password answer alike, and too many tries are refused for a while', async () => {
    const person = new Person(app)
    const wrong = await person.send('POST', '/sign-in', {
      email: role('viewer'),
      password: 'not this one',
    })
    const unknown = await person.send('POST', '/sign-in', {
      email: 'nobody@nowhere.example',
      password: 'not this one',
    })
    expect([wrong.status, wrong.body]).toEqual([unknown.status, unknown.body])
    const tries = []
    for (let i = 0; i < 10; i++)
      tries.push(
        (await person.send('POST', '/sign-in', { email: 'rush@here.example', password: 'x' }))
          .status,
      )
    expect(tries.at(-1)).toBe(429)
    expect(
      (
        await person.send('POST', '/sign-in', { email: 'rush@here.example', password: 'x' })
      ).headers.get('retry-after'),
    ).toBe('5')
  })
  it('a signed-out cookie is worth nothing', async () => {
    const person = await new Person(app).signIn(role('worker'), PASSWORD)
    const kept = person.cookie
    await person.send('DELETE', '/sign-in')
    person.cookie = kept
    expect((await person.send('GET', '/sign-in')).status).toBe(401)
  })
  it('a changed or foreign cookie is worth nothing', async () => {
    const person = new Person(app)
    person.cookie = `${shop.people.lead.cookie.slice(0, -6)}AAAAAA`
    expect((await person.send('GET', '/sign-in')).status).toBe(401)
  })
  it('the cookie is sealed, httpOnly and same-site', async () => {
    const answer = await ask(`${app.url}/api/v1/sign-in`, {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        origin: app.url,
        'sec-fetch-site': 'same-origin',
      },
      body: JSON.stringify({ email: role('instructor'), password: PASSWORD }),
    })
    const cookie = answer.headers.getSetCookie().find((entry) => entry.startsWith('zonaris='))
    expect(cookie).toMatch(/HttpOnly/i)
    expect(cookie).toMatch(/SameSite=Lax/i)
    expect(cookie).toMatch(/^zonaris=Fe26/)
  })
  it('a write from another site is refused', async () => {
    const headers = { origin: 'https://elsewhere.example', 'sec-fetch-site': 'cross-site' }
    expect(
      (await shop.people.lead.send('POST', '/jobs', jobBody({ place: 'x' }), headers)).body,
    ).toMatchObject({ error: { code: 'cross_origin' } })
    expect(
      (
        await shop.people.lead.send('POST', '/jobs', jobBody({ place: 'x' }), {
          origin: 'https://elsewhere.example',
          'sec-fetch-site': 'same-origin',
        })
      ).status,
    ).toBe(403)
  })
  it('a token works without a cookie until it is revoked, and is not kept in the clear', async () => {
    const { body } = await shop.people.worker.send<{ id: string; token: string }>(
      'POST',
      '/account/tokens',
      { name: 'gate', password: PASSWORD, scopes: ['jobs:read'], days: 7 },
    )
    const bare = new Person(app)
    const headers = { authorization: `Bearer ${body.token}`, origin: 'https://elsewhere.example' }
    expect(
      (await bare.send('POST', '/calc/shade', { process: 'GTAW', amps: 90 }, headers)).body,
    ).toMatchObject({ floor: 8, working: 12 })
    expect((await bare.send('POST', '/stations', {}, headers)).status).toBe(403)
    await shop.people.worker.send('DELETE', `/account/tokens/${body.id}`)
    expect(
      (await bare.send('POST', '/calc/shade', { process: 'GTAW', amps: 90 }, headers)).status,
    ).toBe(401)
  })
  it('a new password or leaving signs a person out everywhere; the last lead stays', async () => {
    const { body } = await shop.people.lead.send<{ id: string }>('POST', '/people', {
      name: 'Brief',
      email: 'brief@here.example',
      role: 'instructor',
      fireWatchTrainedOn: null,
      active: true,
      password: PASSWORD,
    })
    const brief = await new Person(app).signIn('brief@here.example', PASSWORD)
    await shop.people.lead.send('PUT', `/people/${body.id}`, {
      name: 'Brief',
      email: 'brief@here.example',
      role: 'instructor',
      fireWatchTrainedOn: null,
      active: false,
    })
    expect((await brief.send('GET', '/sign-in')).status).toBe(401)
    const last = await shop.people.lead.send('PUT', `/people/${shop.ids.lead}`, {
      name: 'Lead here',
      email: role('lead'),
      role: 'worker',
      fireWatchTrainedOn: null,
      active: true,
    })
    expect(last.body).toMatchObject({ error: { code: 'last_lead' } })
  })
})

describe('what arrives', () => {
  it('bodies are capped, typed and checked, and every refusal has the one shape', async () => {
    const { lead } = shop.people
    const cases: [Promise<{ status: number; body: unknown }>, number, string][] = [
      [
        lead.send('POST', '/jobs', JSON.stringify({ title: 'x'.repeat(300_000) })),
        413,
        'too_large',
      ],
      [lead.send('POST', '/jobs', '{"title":'), 400, 'not_json'],
      [lead.send('POST', '/jobs', 'title=x', { 'content-type': 'text/plain' }), 415, 'not_json'],
      [lead.send('GET', '/jobs/not-an-id'), 400, 'invalid'],
      [lead.send('GET', '/jobs?page=-1'), 400, 'invalid'],
      [lead.send('GET', '/jobs?page=99999999999'), 400, 'invalid'],
      [lead.send('GET', '/nowhere'), 404, 'not_found'],
      [lead.send('PATCH', '/jobs'), 404, 'not_found'],
      [lead.send('POST', '/jobs', 'null'), 400, 'invalid'],
      [
        lead.send('POST', '/jobs', jobBody({ place: 'Quay', spec: { ...JOB, amps: 'many' } })),
        400,
        'invalid',
      ],
      [
        lead.send('POST', '/stations', { name: 'Slip', designated: true, air: JOB.air }),
        409,
        'conflict',
      ],
    ]
    for (const [answer, status, code] of cases)
      expect(await answer).toMatchObject({
        status,
        body: { error: { code, message: expect.stringMatching(/\w/) } },
      })
  })
  it('names the field', async () => {
    const answer = await shop.people.lead.send<{ error: { fields: { path: string }[] } }>(
      'POST',
      '/jobs',
      jobBody({ place: 'Quay', spec: { ...JOB, welders: 0, air: { ...JOB.air, mixing: 11 } } }),
    )
    expect(answer.body.error.fields.map((field) => field.path)).toEqual(
      expect.arrayContaining(['spec.welders', 'spec.air.mixing']),
    )
  })
  it('search takes what is typed literally', async () => {
    const { body } = await shop.people.lead.send<{ total: number }>(
      'GET',
      `/jobs?q=${encodeURIComponent('%')}`,
    )
    expect(body.total).toBe(0)
    expect(
      (
        await shop.people.lead.send(
          'GET',
          `/people?q=${encodeURIComponent("'; DROP TABLE job; --")}`,
        )
      ).status,
    ).toBe(200)
  })
  it('OpenAPI 3.1 describes every route', async () => {
    const { body } = await new Person(app).send<{
      openapi: string
      paths: Record<string, Record<string, unknown>>
    }>('GET', '/openapi.json')
    expect(body.openapi).toMatch(/^3\.1/)
    const described = Object.entries(body.paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => `${method.toUpperCase()} ${path}`),
    )
    expect(described.sort()).toEqual(
      Object.values(allRoutes)
        .map((route) => `${route.method} /api/v1${route.path}`)
        .sort(),
    )
  })
  it('pages carry a content security policy without unsafe script, and no open cross-origin door', async () => {
    const answer = await ask(app.url)
    const policy = answer.headers.get('content-security-policy')!
    expect(policy).toMatch(/script-src [^;]*'nonce-/)
    expect(/script-src ([^;]*)/.exec(policy)![1]).not.toContain('unsafe')
    expect(policy).toContain("frame-ancestors 'none'")
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff')
    expect(answer.headers.get('access-control-allow-origin')).toBeNull()
  })
})
