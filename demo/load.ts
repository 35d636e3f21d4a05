import { randomUUID } from 'node:crypto'
import { SWEEP } from '#core/firewatch/rules.table'
import type { PermitAction } from '#core/permit/lifecycle'
import { allGear } from '#server/db/gear'
import { makeMonths } from '#server/db/months'
import { inOrganisation, inTransaction } from '#server/db/pool'
import { findLogins } from '#server/db/sign-in'
import { findMe } from '#server/db/person'
import type { Actor } from '#server/services/actor'
import { addGear, changeGear } from '#server/services/inspection/gear'
import { inspectGear } from '#server/services/inspection/inspection'
import { addJob } from '#server/services/job/job'
import { actOnPermit } from '#server/services/permit/act'
import { logRound } from '#server/services/permit/watch'
import { draftPermit, nameTemplate } from '#server/services/permit/begin'
import { changeDraft, signPermit } from '#server/services/permit/draft'
import { readPermit, readPermits } from '#server/services/permit/read'
import { isSetupNeeded, setPin, makeFirst } from '#server/services/sign-in/account'
import { dayAfter } from '#core/calendar/day'
import { siteDay } from '#server/services/shop/day'
import { addAir } from './air'
import { addGas } from './gas'
import { CONTACTS } from './contacts'
import { addSets } from './gas-sets'
import { clearWelder, addRecords, addShopSchool, addYesterday, placeMachines } from './class'
import { addPerson } from '#server/services/people/person'
import { markBegin } from '#server/services/begin/begin'
import type { WorkPoint } from '#core/firewatch/reach-map'
import { changeFloors, drawPlan, publishPlan } from '#server/services/plan/plan'
import { addStation, changeSite, readStations, scopeOf } from '#server/services/shop/shop'
import { getClock } from '#server/clock'
import { gearBody, type Gear } from '#shared/inspection/schema'
import { FITTED, furtherGear, PLACED } from './gear'
import type { FoundBody } from '#shared/permit/found'
import type { Signer } from '#shared/permit/schema'
import { FLOORS, yard } from './plan'
import { addContact } from '#server/services/alert/contacts'
import { noteSeen } from '#server/services/alert/fire'
import { addDrill } from './muster'
import { addRounds } from './rounds'
import { filled, writeHistory } from './history'
import { JOBS } from './jobs'
import signIns from './sign-ins.json'
import { items, PEOPLE, SITE, STATIONS, TRAINED_EVERY, WATCHERS } from './shop'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
type Role = Actor['role']

/** Load the demo through the same use cases that people use. @returns false when there is data already */
export async function loadDemo(say: (line: string) => void): Promise<boolean> {
  if (!(await isSetupNeeded())) return false
  const clock = await getClock()
  const now = clock.now()
  // Two years of a shop lie in months like those of any other.
  await makeMonths(new Date(now.getTime() - 730 * 24 * HOUR), now)
  const [lead] = signIns
  await makeFirst({ ...SITE, name: lead!.name, email: lead!.email, password: lead!.password })
  const login = (await inTransaction((db) => findLogins(db, lead!.email)))[0]!
  const me = await inOrganisation(login.organisation_id, (db) => findMe(db, login.person_id, now))
  const actor: Actor = {
    person: me.id,
    organisation: login.organisation_id,
    site: me.site.id,
    name: me.name,
    role: 'lead',
    kind: 'account',
    booth: null,
    scopes: null,
    signIn: null,
    lacksFactor: false,
    now,
    rehearsal: clock.factor !== 1,
  }
  await setPin(actor, lead!.password, lead!.pin)
  const at = (ago: number): Actor => ({ ...actor, now: new Date(now.getTime() - ago) })

  const { id: _, rules, ...site } = me.site
  const { school, house: __, limits, ...clothing } = rules
  await changeSite(at(720 * 24 * HOUR), {
    ...site,
    gas: { ...site.gas, stripHabit: 'weekEnd', deliveryDays: 3 },
    shadeSchool: school,
    limitSets: [...limits],
    ...clothing,
  })

  say('  people and stations')
  const { apprentices: course } = await addShopSchool(actor)
  const people = [actor.person]
  for (const person of signIns.slice(1))
    people.push(
      (
        await addPerson(at(700 * 24 * HOUR), {
          name: person.name,
          email: person.email,
          role: person.role as Role,
          password: person.password,
          pin: person.pin,
          rosterNumber: null,
          courseId: null,
          fireWatchTrainedOn: person.email.startsWith('watch') ? day(now, 120) : null,
          active: true,
        })
      ).id,
    )
  for (const [i, name] of PEOPLE.entries())
    people.push(
      (
        await addPerson(at(300 * 24 * HOUR), {
          name,
          email: null,
          role: 'worker',
          rosterNumber: `TH-${101 + i}`,
          courseId: i < CLASS_SIZE ? course : null,
          fireWatchTrainedOn: i % TRAINED_EVERY === 0 ? day(now, 60 + i) : null,
          active: true,
          ...(i === 0 && { pin: LEARNER_PIN }),
          ...(name in WATCHERS && { pin: WATCHERS[name] }),
        })
      ).id,
    )
  for (const station of STATIONS) await addStation(at(700 * 24 * HOUR), station)
  for (const contact of CONTACTS) await addContact(at(700 * 24 * HOUR), contact)

  say('  cylinders, machines, helmets and two years of inspections')
  const today = siteDay(now, SITE.timeZone)
  for (const item of [...items(people), ...furtherGear(today)])
    await addGear(at(720 * 24 * HOUR), gearBody.parse(item))
  await fitTogether(actor)
  const stock = await everything(actor)
  const count = await inOrganisation(actor.organisation, async (db) =>
    writeHistory(db, actor, await scopeOf(db, actor), stock),
  )
  say(`  ${count} inspections`)

  say('  jobs and permits in every state')
  const stations = await readStations(actor)
  const jobs = new Map<string, string>()
  for (const [key, job] of Object.entries(JOBS)) {
    const station = stations.find((entry) => entry.name === job.place)
    const find = (label: string | null): string[] =>
      label === null ? [] : stock.filter((item) => item.label === label).map((item) => item.id)
    jobs.set(
      key,
      (
        await addJob(at(9 * HOUR), {
          title: job.title,
          stationId: station?.id ?? null,
          place: station ? null : job.place,
          welderId: people[job.welder]!,
          helmetId: find(job.helmet)[0]!,
          gearIds: find(job.machine),
          cylinderIds: find(job.cylinder),
          spec: job.spec,
        })
      ).id,
    )
  }
  const look = dailyLook(stock)
  say('  the plan of the yard')
  await drawYard(at(30 * 24 * HOUR))
  await clearWelder(at(30 * 24 * HOUR), people[2]!)
  await makePermits(actor, look, jobs, people)
  await look(actor)
  await lookAt(
    at(5 * MINUTE),
    stock.filter(({ label }) => label in FAULTS),
    FAULTS,
  )

  say('  the apprentice bay')
  const apprentices = people.slice(signIns.length, signIns.length + CLASS_SIZE)
  await placeMachines(at(HOUR), stock)
  say('  what is in the cylinders, where they stand, and the gas sets')
  say(`  ${await addGas(actor, stock, stations)} readings and moves`)
  await addSets(actor, stock, stations)
  await addRecords(actor, apprentices)
  say('  hoods, surveys, samples')
  await addAir(
    actor,
    jobs,
    new Map(Object.entries(JOBS).map(([key, job]) => [key, job.spec])),
    siteDay(now, SITE.timeZone),
  )
  await addYesterday(actor, course, jobs, apprentices, dayAfter(siteDay(now, SITE.timeZone), -1))
  await addRounds(actor, people[1]!)
  const drillAgo = 19 * 24 * HOUR
  await addDrill((after) => at(drillAgo - after))
  return true
}

/** What is drawn stands for the stations and gear on record. */
async function drawYard(actor: Actor): Promise<void> {
  const named = (await readStations(actor)).map(({ id, name }) => [name, id] as const)
  const labelled = (await everything(actor)).map(({ id, label }) => [label, id] as const)
  const things = yard(new Map([...named, ...labelled]))
  await drawPlan(actor, {
    id: randomUUID(),
    changes: things.map((thing) => ({ id: thing.id, version: null, thing })),
  })
  await changeFloors(actor, { floors: [...FLOORS], version: 1 })
  await publishPlan(actor, { id: randomUUID(), note: 'As built' })
  await markBegin(actor, { step: 'labels', marked: true })
}

const CLASS_SIZE = 24
/** The first apprentice can be tried at the booth's door. */
const LEARNER_PIN = '2468'

const day = (now: Date, daysAgo: number): string =>
  new Date(now.getTime() - daysAgo * 24 * HOUR).toISOString().slice(0, 10)

const everything = (actor: Actor): Promise<Gear[]> =>
  inOrganisation(actor.organisation, async (db) => allGear(db, await scopeOf(db, actor), null))

/** Leads on their machines, arms on their unit, extinguishers at their stations. */
async function fitTogether(actor: Actor): Promise<void> {
  const stations = await readStations(actor)
  const gear = await everything(actor)
  const idOf = (label: string): string => gear.find((one) => one.label === label)!.id
  for (const one of gear) {
    const parent = FITTED[one.label]
    const place = stations.find(({ name }) => name === PLACED[one.label])
    if (!parent && !place) continue
    const { kind, label, description, everyDays, fields } = one
    await changeGear(
      actor,
      kind,
      one.id,
      gearBody.parse({
        kind,
        label,
        description,
        everyDays,
        fields,
        stationId: place?.id ?? one.stationId,
        parentId: parent ? idOf(parent) : null,
      }),
    )
  }
}

/** Looked at before use: everything passes but what is named; what is left for the visitor is not looked at. */
async function lookAt(
  actor: Actor,
  stock: readonly Gear[],
  failing: Record<string, { id: string; note: string }> = {},
): Promise<void> {
  const look = (item: Gear) =>
    inspectGear(actor, item.kind, item.id, {
      occasion: 'beforeUse',
      lines: filled(item, failing[item.label]),
      meters: {},
    })
  // Each mostly waits for the database.
  for (let from = 0; from < stock.length; from += AT_ONCE)
    await Promise.all(stock.slice(from, from + AT_ONCE).map(look))
}

const AT_ONCE = 4

const LEFT_FOR_VISITOR = [
  ...['M-11', 'M-14', 'C-20', 'C-31', 'H-22', 'H-27'],
  ...['GR-1', 'EH-2', 'FB-2', 'CT-2', 'CU-1', 'L-04'],
]
/** Three are found locked out. */
const FAULTS = {
  'C-12': { id: 'leak', note: 'Bubbles at the valve stem' },
  'M-09': { id: 'leads', note: 'Cut to the copper 2 ft from the holder' },
  'H-15': { id: 'spark', note: 'Does not darken, cell flat' },
}

/** Looks at all gear whenever a new day of the site has begun, as permits of the last hours may lie on both sides of midnight. */
function dailyLook(stock: readonly Gear[]): (actor: Actor) => Promise<void> {
  const items = stock.filter(({ label }) => !LEFT_FOR_VISITOR.includes(label))
  let last = ''
  return async (actor) => {
    const day = siteDay(actor.now, SITE.timeZone)
    if (day === last) return
    last = day
    await lookAt(actor, items)
  }
}

interface Step {
  action?: PermitAction
  round?: true
  ago: number
  note?: string
}

/** Above its floor, m. */
const HEIGHT_OF_WORK: Readonly<Record<string, number>> = { deck: 3, fender: 2 }
/** Of work that is at no station, where it is on the plan; the fender work is on the platform above the timber deck. */
const PLACE_OF_WORK: Readonly<Record<string, WorkPoint>> = {
  fender: { floor: 'platform', x: 41, y: 4.8 },
  rail: { floor: 'ground', x: 12, y: 14 },
  rings: { floor: 'ground', x: 80, y: 4 },
}

/** What was found beside it on the day. */
const FOUND_AT_WORK: Readonly<Record<string, FoundBody[]>> = {
  fender: [
    {
      id: randomUUID(),
      kind: 'combustible',
      name: 'Pallet of packing on the deck',
      at: { x: 44, y: 2.5 },
      deed: 'covered',
      photo: null,
    },
  ],
  rings: [
    {
      id: randomUUID(),
      kind: 'liquid',
      name: 'Drum of thinner',
      at: { x: 83, y: 6 },
      deed: 'removed',
      photo: null,
    },
  ],
}

/** Lines of the sweep of which there is nothing in the yard. */
const NONE_OF_IT: readonly string[] = ['container', 'ducts', 'detectors', 'contractors']

/** Somebody who keeps a watch, and signs for it. */
interface Watch {
  id: string
  pin: string
}

async function makePermits(
  actor: Actor,
  look: (actor: Actor) => Promise<void>,
  jobs: Map<string, string>,
  people: readonly string[],
): Promise<void> {
  const [leadIn, , welderIn, watchIn] = signIns
  const namedWatch = (name: string): Watch => ({
    id: people[signIns.length + PEOPLE.indexOf(name as (typeof PEOPLE)[number])]!,
    pin: WATCHERS[name]!,
  })
  const corin: Watch = { id: people[3]!, pin: watchIn!.pin }
  const [delphine, garrick, jory, silas, verity] = Object.keys(WATCHERS).map(namedWatch) as [
    Watch,
    Watch,
    Watch,
    Watch,
    Watch,
  ]
  const operator = people[2]!
  const sweep = Object.fromEntries(
    SWEEP.map((line) => [line.id, NONE_OF_IT.includes(line.id) ? 'na' : 'yes'] as const),
  )
  const at = (ago: number): Actor => ({ ...actor, now: new Date(actor.now.getTime() - ago) })
  /** What happened, to be done in the order in which it did. */
  const story: { ago: number; happens: () => Promise<void> }[] = []
  const issueAndRun = (
    job: string,
    watch: Watch,
    [from, hours]: [from: number, hours: number],
    steps: Step[],
    below: Watch | null = null,
  ): void => {
    let id = ''
    const draft = async (): Promise<void> => {
      id = (await draftPermit(at(from), jobs.get(job)!)).id
      const { version, work } = await readPermit(at(from), id)
      await changeDraft(at(from), id, {
        sweep,
        operatorId: operator,
        fireWatchId: watch.id,
        watchers: below ? [{ personId: below.id, side: 'Deck below the edge' }] : [],
        attendantId: null,
        rescue: '',
        putsBackId: null,
        validFrom: at(from).now.toISOString(),
        validTo: new Date(at(from).now.getTime() + hours * HOUR).toISOString(),
        work: PLACE_OF_WORK[job] ?? work,
        height: HEIGHT_OF_WORK[job] ?? 1,
        container: null,
        sketch: null,
        found: FOUND_AT_WORK[job] ?? [],
        ruleSets: ['osha', 'nfpa51b'],
        version,
      })
      if (steps.length === 0) return
      const sign = (as: Signer, pin: string, personId?: string): Promise<unknown> =>
        signPermit(at(from), id, { eventId: randomUUID(), as, personId, version: version + 1, pin })
      await sign('operator', welderIn!.pin)
      await sign('fire_watch', watch.pin)
      if (below) await sign('watcher', below.pin, below.id)
    }
    story.push({ ago: from, happens: draft })
    const pins: Partial<Record<PermitAction, string>> = { issue: leadIn!.pin, close: watch.pin }
    for (const { ago, round, action, note } of steps)
      story.push({
        ago,
        happens: async () => {
          const eventId = randomUUID()
          if (round)
            await logRound(at(ago), id, {
              eventId,
              note,
              madeBy: watch.id,
              pin: watch.pin,
            })
          else
            await actOnPermit(at(ago), id, {
              eventId,
              action: action!,
              note,
              pin: pins[action!],
            })
        },
      })
  }
  const m = (minutes: number): number => minutes * MINUTE
  issueAndRun(
    'gangway',
    corin,
    [m(400), 4],
    [
      { action: 'issue', ago: m(398) },
      { action: 'start', ago: m(390) },
      { action: 'stop', ago: m(300) },
      { round: true, ago: m(285) },
      { round: true, ago: m(270) },
      { round: true, ago: m(255) },
      { round: true, ago: m(239), note: 'Cool to the hand' },
      { action: 'close', ago: m(238) },
    ],
  )
  issueAndRun(
    'winch',
    delphine,
    [m(380), 4],
    [
      { action: 'issue', ago: m(378) },
      { action: 'revoke', ago: m(370), note: 'Paint delivery moved to the apron' },
    ],
  )
  issueAndRun('davit', jory, [m(370), 5], [{ action: 'issue', ago: m(368) }])
  issueAndRun(
    'rail',
    delphine,
    [m(120), 6],
    [
      { action: 'issue', ago: m(118) },
      { action: 'start', ago: m(110) },
      { action: 'suspend', ago: m(50), note: 'Wind over 20 mph at the rail' },
      { round: true, ago: m(37) },
      { round: true, ago: m(22) },
      { round: true, ago: m(8) },
    ],
  )
  issueAndRun(
    'fender',
    garrick,
    [m(100), 6],
    [
      { action: 'issue', ago: m(98) },
      { action: 'start', ago: m(95) },
    ],
    verity,
  )
  issueAndRun(
    'ladder',
    corin,
    [m(160), 6],
    [
      { action: 'issue', ago: m(158) },
      { action: 'start', ago: m(150) },
      { action: 'stop', ago: m(34) },
      { round: true, ago: m(20) },
      { round: true, ago: m(6) },
    ],
  )
  issueAndRun('deck', jory, [m(20), 4], [{ action: 'issue', ago: m(18) }])
  issueAndRun('rings', silas, [m(10), 4], [])
  for (const { ago, happens } of story.sort((a, b) => b.ago - a.ago)) {
    await look(at(ago))
    await happens()
  }
  // Whoever watches has the watch on the phone.
  for (const state of ['working', 'watching', 'suspended'] as const) {
    const { rows: running } = await readPermits(actor, { q: '', page: 1, sort: 'number', state })
    for (const { id } of running) {
      const { fireWatchId } = await readPermit(actor, id)
      await noteSeen({ ...actor, person: fireWatchId! }, id, randomUUID())
    }
  }
  const { rows } = await readPermits(actor, { q: '', page: 1, sort: 'number', state: 'closed' })
  await nameTemplate(actor, rows[0]!.id, 'Gangway hinge, store yard')
}
