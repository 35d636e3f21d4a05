import { randomUUID } from 'node:crypto'
import type { GearKind } from '#core/inspection/kind'
import type { Occasion } from '#core/inspection/occasion'
import { SWEEP } from '#core/firewatch/rules.table'
import { caseOfJob } from '#core/air/basis'
import type { Role } from '#shared/sign-in/schema'
import { SETUP_CODE, withOwner, type App } from '../app'
import { JOB } from '../core/job.fixture'
import { Person } from './client'
import { filledOf } from '../core/gear.fixture'

export const PASSWORD = 'correct horse for tests'
export const PIN = {
  lead: '1111',
  instructor: '2222',
  worker: '3333',
  viewer: '4444',
  watch: '5555',
}

export interface Shop {
  people: Record<Role, Person>
  ids: Record<Role | 'watch', string>
  station: string
  open: string
  machine: string
  cylinder: string
  gasStore: string
  helmet: string
  job: string
  permit: string
  course: string
  stock: string
  session: string
  code: string
}

export const allPass = (kind: GearKind, occasion: Occasion = 'beforeUse'): object[] =>
  filledOf(kind, occasion)
export const fullSweep = (): Record<string, string> =>
  Object.fromEntries(
    SWEEP.map(({ id }) => [id, ['container', 'detectors'].includes(id) ? 'na' : 'yes']),
  )

export const made = async (person: Person, path: string, body: unknown): Promise<string> => {
  const answer = await person.send<{ id: string }>('POST', path, body)
  if (answer.status !== 201) throw new Error(`POST ${path}: ${JSON.stringify(answer.body)}`)
  return answer.body.id
}

const ZONE = 'America/Halifax'

/** A zone in which it is about noon: what goes on for long there meets no midnight. */
export function zoneAtNoon(): string {
  const east = 12 - new Date().getUTCHours()
  return `Etc/GMT${east < 0 ? '+' : '-'}${Math.abs(east)}`
}

/** A shop with one of everything, made through the API. The first is made by the setup; others beside it by the owner of the database. */
export async function makeShop(app: App, tag: string, zone = ZONE): Promise<Shop> {
  const email = (role: string): string => `${role}@${tag}.example`
  const lead = new Person(app)
  const setup = await lead.send('POST', '/setup', {
    code: SETUP_CODE,
    organisation: `Shop ${tag}`,
    site: 'Yard',
    timeZone: zone,
    units: 'us',
    name: `Lead ${tag}`,
    email: email('lead'),
    password: PASSWORD,
  })
  if (setup.status === 409) {
    await addOrganisation(app, { tag, email: email('lead'), zone })
    await lead.signIn(email('lead'), PASSWORD)
  }
  await lead.send('PUT', '/account/pin', { password: PASSWORD, pin: PIN.lead })
  const me = await lead.send<{ me: { id: string } }>('GET', '/sign-in')
  const add = (
    name: string,
    role: Role,
    pin: string,
    trained: string | null,
    own: string | null,
  ): Promise<string> =>
    made(lead, '/people', {
      name,
      email: own,
      role,
      fireWatchTrainedOn: trained,
      active: true,
      ...(own && { password: PASSWORD }),
      pin,
    })
  const ids = {
    lead: me.body.me.id,
    instructor: await add('Instructor', 'instructor', PIN.instructor, null, email('instructor')),
    worker: await add('Worker', 'worker', PIN.worker, null, email('worker')),
    viewer: await add('Viewer', 'viewer', PIN.viewer, null, email('viewer')),
    watch: await add('Watch', 'worker', PIN.watch, '2026-01-15', null),
  }
  const people = {
    lead,
    instructor: await new Person(app).signIn(email('instructor'), PASSWORD),
    worker: await new Person(app).signIn(email('worker'), PASSWORD),
    viewer: await new Person(app).signIn(email('viewer'), PASSWORD),
  }
  const station = await made(lead, '/stations', { name: 'Booth 1', designated: true, air: JOB.air })
  const open = await made(lead, '/stations', {
    name: 'Slip',
    designated: false,
    air: { ...JOB.air, space: 'outdoors', wind: 2 },
  })
  const machine = await made(lead, '/gear', {
    kind: 'machine',
    label: 'M-1',
    description: '',
    everyDays: 1,
  })
  const cylinder = await made(lead, '/gear', {
    kind: 'cylinder',
    label: 'C-1',
    gas: 'Argon',
    description: '',
    everyDays: 7,
  })
  const gasStore = await made(lead, '/gas-stores', {
    name: 'Store',
    indoors: null,
    oxygenToFuel: null,
    barrier: null,
    toCombustibles: null,
    toHeat: null,
    apart: null,
  })
  await made(lead, `/cylinders/${cylinder}/readings`, {
    eventId: randomUUID(),
    pressure: 1e7,
    temperature: 293,
    weight: null,
  })
  const helmet = await made(lead, '/gear', {
    kind: 'helmet',
    label: 'H-1',
    description: '',
    everyDays: 1,
    assignedTo: ids.worker,
    ranges: [[9, 13]],
  })
  await made(lead, `/gear/machine/${machine}/inspections`, { lines: allPass('machine') })
  const job = await made(
    lead,
    '/jobs',
    jobBody({ stationId: open, welderId: ids.worker, helmetId: helmet, gearIds: [machine] }),
  )
  const permit = await made(lead, '/permits', { jobId: job })
  const course = await made(lead, '/courses', {
    name: 'First year',
    kit: [{ ppeId: 'gauntlets', supplier: 'person', property: 'lined', by: 'second week' }],
  })
  await made(lead, '/house-charts', {
    effectiveFrom: '2026-01-01',
    rows: [{ process: 'SMAW', from: 0, to: 155, shade: 10 }],
  })
  const stock = await made(lead, '/stock', {
    code: 'LG-9',
    name: 'Loaner gauntlets',
    kind: 'ppe',
    ppeId: 'gauntlets',
    size: '9',
    condition: 'good',
    expiresOn: null,
    minimum: 4,
    loan: true,
  })
  await made(lead, `/stock/${stock}/moves`, { moveId: randomUUID(), kind: 'receive', quantity: 3 })
  await lead.send(
    'PUT',
    `/people/${ids.worker}/record`,
    personRecord({ cleared: ['SMAW'], kit: [{ ppeId: 'gauntlets', state: 'lacks' }] }),
  )
  const session = await made(lead, '/sessions', {
    day: await today(lead, zone),
    title: 'Morning',
    courseId: null,
  })
  await lead.send('POST', `/sessions/${session}/changes`, {
    change: { kind: 'add', people: [ids.worker, ids.watch] },
  })
  const { body: stations } = await lead.send<{ id: string; code: string }[]>('GET', '/stations')
  return {
    course,
    stock,
    session,
    code: stations.find((entry) => entry.id === station)!.code,
    people,
    ids,
    station,
    open,
    machine,
    cylinder,
    gasStore,
    helmet,
    job,
    permit,
  }
}

/** Calendar day of the test site by the server's clock. */
export const today = async (person: Person, zone = ZONE): Promise<string> =>
  new Intl.DateTimeFormat('en-CA', { timeZone: zone }).format(
    new Date((await person.send<{ now: string }>('GET', '/shift')).body.now),
  )

export const personRecord = (change: object = {}): Record<string, unknown> => ({
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
  ...change,
})

export const jobBody = (change: object = {}): Record<string, unknown> => ({
  title: 'Bracket',
  stationId: null,
  place: null,
  welderId: null,
  helmetId: null,
  gearIds: [],
  cylinderIds: [],
  spec: { ...JOB, air: { ...JOB.air, space: 'outdoors', wind: 2 } },
  ...change,
})

/** A second organisation: there is no way to make one from inside, so it is written by the owner. */
async function addOrganisation(
  app: App,
  { tag, email, zone }: { tag: string; email: string; zone: string },
): Promise<void> {
  await withOwner(app.ownerUrl, async (client) => {
    const [organisation, site, person] = [randomUUID(), randomUUID(), randomUUID()]
    const {
      rows: [known],
    } = await client.query(
      'SELECT password_hash FROM person WHERE password_hash IS NOT NULL LIMIT 1',
    )
    await client.query('INSERT INTO organisation VALUES ($1, $2, now())', [
      organisation,
      `Shop ${tag}`,
    ])
    await client.query(
      "INSERT INTO site (id, organisation_id, name, time_zone) VALUES ($1, $2, 'Other', $3)",
      [site, organisation, zone],
    )
    await client.query(
      "INSERT INTO person (id, organisation_id, site_id, name, email, role, password_hash, created_at) VALUES ($1, $2, $3, 'Other lead', $4, 'lead', $5, now())",
      [person, organisation, site, email, known.password_hash],
    )
  })
}

/** Somebody trained who watches nothing yet; the watch of before may still be owed elsewhere. */
export async function newWatch(shop: Shop): Promise<void> {
  shop.ids.watch = await made(shop.people.lead, '/people', {
    name: 'Watch',
    email: null,
    role: 'worker',
    fireWatchTrainedOn: '2026-01-15',
    active: true,
    pin: PIN.watch,
  })
}

/** Sign the permit of this shop as it stands. */
export async function sign(shop: Shop, as: string, pin: string, person = shop.people.lead) {
  const path = `/permits/${shop.permit}`
  const { body } = await shop.people.lead.send<{ version: number }>('GET', path)
  return person.send<{ error?: { code: string } }>('POST', `${path}/signatures`, {
    eventId: randomUUID(),
    as,
    version: body.version,
    pin,
  })
}

/** A permit of this shop, filled, signed and issued. */
export async function issuePermit(
  shop: Shop,
  minutesValid = 240,
  change: object = {},
): Promise<void> {
  await fillPermit(shop, minutesValid, change)
  await sign(shop, 'operator', PIN.worker)
  await sign(shop, 'fire_watch', PIN.watch)
  const answer = await act(shop, 'issue', PIN.lead)
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body))
}

export async function fillPermit(
  shop: Shop,
  minutesValid = 240,
  change: object = {},
): Promise<void> {
  const { lead } = shop.people
  const { body } = await lead.send<{ version: number }>('GET', `/permits/${shop.permit}`)
  const now = Date.parse((await lead.send<{ now: string }>('GET', '/shift')).body.now)
  const answer = await lead.send('PUT', `/permits/${shop.permit}`, {
    sweep: fullSweep(),
    operatorId: shop.ids.worker,
    fireWatchId: shop.ids.watch,
    validFrom: new Date(now).toISOString(),
    validTo: new Date(now + minutesValid * 60_000).toISOString(),
    height: 1,
    ruleSets: ['nfpa51b'],
    version: body.version,
    ...change,
  })
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body))
}

export const act = (shop: Shop, action: string, pin?: string, note?: string) =>
  shop.people.lead.send<Record<string, never>>('POST', `/permits/${shop.permit}/actions`, {
    eventId: randomUUID(),
    action,
    ...(pin && { pin }),
    ...(note && { note }),
  })

/** One of everything of the air check, by the first part of its path. Its alarm is open, so it is for those who ask for it. */
export async function makeAir(
  app: App,
  { people: { lead }, station }: Shop,
): Promise<Record<string, string>> {
  const job = await made(lead, '/jobs', jobBody({ title: 'Air', stationId: station, spec: JOB }))
  const unique = randomUUID()
  await lead.send('PUT', `/stations/${station}/hood`, {
    section: SECTION,
    need: 0.508,
    surveyDays: 90,
  })
  await made(lead, `/stations/${station}/surveys`, {
    id: randomUUID(),
    on: '2026-01-05',
    velocity: 0.7,
    staticPressure: 250,
    filterChanged: true,
  })
  await lead.send('POST', `/jobs/${job}/gas-tests`, {
    id: randomUUID(),
    oxygen: 20.9,
    explosive: 0,
    others: {},
    instrument: 'G',
    bumpTested: true,
    minutes: 60,
  })
  const device = await lead.send<{ id: string; token: string }>('POST', '/devices', {
    name: unique,
    stationId: station,
  })
  await new Person(app).send(
    'POST',
    '/readings',
    {
      readings: [{ substance: 'fume', at: new Date().toISOString(), value: 0.3 }],
      spots: [{ at: new Date().toISOString(), kelvin: 300 }],
    },
    { authorization: `Bearer ${device.body.token}` },
  )
  return {
    assessments: await made(lead, `/jobs/${job}/assessments`, {
      air: caseOfJob(JOB),
      seed: 1,
      draws: 10_000,
    }),
    consumables: await made(lead, '/consumables', {
      name: unique,
      process: 'GMAW',
      alloy: 'steel',
      fume: 5,
      of: 'fume',
      parts: { iron: 1 },
      reference: 'S',
    }),
    samples: await made(lead, '/samples', {
      on: '2026-01-05',
      kind: 'personal',
      group: 'Welders',
      who: 'A',
      task: 'T',
      substance: 'fume',
      minutes: 60,
      value: 1,
      reference: unique,
    }),
    devices: device.body.id,
    alarms: await made(lead, '/alarms', { id: unique, kind: 'bad_air', stationId: station }),
  }
}
export const SECTION = {
  process: 'GMAW',
  amps: 180,
  shape: 'flanged',
  opening: 0.3,
  duct: 0.15,
  flow: 0.3,
  damper: 1,
  hood: { x: 0.14, y: 0.2 },
  head: { x: -0.4, y: 0.4 },
  draft: 0,
}
