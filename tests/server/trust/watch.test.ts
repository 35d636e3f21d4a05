import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { startApp, withOwner, type App } from '../../app'
import {
  act,
  issuePermit,
  jobBody,
  makeShop,
  made,
  PASSWORD,
  PIN,
  type Shop,
} from '../shop.fixture'
import { Person } from '../client'

const FACTOR = 600
let app: App
let shop: Shop
/** Trained, and on the roster with a PIN. */
let relief: string
const RELIEF_PIN = '7788'
let watchSignedIn: Person

beforeAll(async () => {
  app = await startApp({ rehearsal: FACTOR })
  shop = await makeShop(app, 'relief')
  const { lead } = shop.people
  relief = await made(lead, '/people', {
    name: 'Relief',
    email: null,
    role: 'worker',
    fireWatchTrainedOn: '2026-01-10',
    active: true,
    pin: RELIEF_PIN,
  })
  await lead.send('PUT', `/people/${shop.ids.watch}`, {
    name: 'Watch',
    email: 'watch@relief.example',
    role: 'worker',
    fireWatchTrainedOn: '2026-01-15',
    active: true,
    password: PASSWORD,
  })
  watchSignedIn = await new Person(app).signIn('watch@relief.example', PASSWORD)
  await lead.send('PUT', `/gear/machine/${shop.machine}`, {
    kind: 'machine',
    label: 'M-1',
    description: '',
    everyDays: 300,
  })
})
afterAll(() => app.end())

interface Seen {
  state: string
  fireWatchId: string
  mayHandOver: boolean
  actions: string[]
  events: { kind: string; person: string; note: string | null }[]
  error?: { code: string; message: string }
}
const see = async (): Promise<Seen> =>
  (await shop.people.lead.send<Seen>('GET', `/permits/${shop.permit}`)).body
const post = (person: Person, path: string, body: object) =>
  person.send<Seen>('POST', `/permits/${shop.permit}/${path}`, { eventId: randomUUID(), ...body })
const wait = (minutes: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, (minutes * 60_000) / FACTOR))

beforeEach(async () => {
  const { lead } = shop.people
  shop.job = await made(
    lead,
    '/jobs',
    jobBody({
      place: `Place ${randomUUID()}`,
      welderId: shop.ids.worker,
      helmetId: shop.helmet,
      gearIds: [shop.machine],
    }),
  )
  // The watch of the test before is still owed; the same person cannot keep two.
  await withOwner(app.ownerUrl, (owner) =>
    owner.query("UPDATE permit SET state = 'closed', closed_at = now() WHERE state <> 'draft'"),
  )
  shop.permit = await made(lead, '/permits', { jobId: shop.job })
  await issuePermit(shop)
  await act(shop, 'start')
  await act(shop, 'stop')
})

describe('rounds', () => {
  it('are made by the named watch with one tap, by others with the PIN of who made them', async () => {
    expect((await post(watchSignedIn, 'rounds', {})).status).toBe(200)
    const bare = await post(shop.people.lead, 'rounds', {})
    expect([bare.status, bare.body.error?.code]).toEqual([400, 'wrong_pin'])
    expect((await post(shop.people.lead, 'rounds', { pin: PIN.watch })).status).toBe(200)
    // Whoever is not named signs, on the own phone too.
    const unsigned = await post(shop.people.lead, 'rounds', { madeBy: shop.ids.lead })
    expect([unsigned.status, unsigned.body.error?.code]).toEqual([400, 'wrong_pin'])
    const helper = { madeBy: relief, pin: RELIEF_PIN }
    expect((await post(shop.people.worker, 'rounds', helper)).status).toBe(200)
    expect(
      (await see()).events.filter((one) => one.kind === 'round').map((one) => one.person),
    ).toEqual(['Watch', 'Watch', 'Relief'])
  })
  it('are not made by the operator, nor by somebody untrained', async () => {
    const operator = await post(shop.people.lead, 'rounds', {
      madeBy: shop.ids.worker,
      pin: PIN.worker,
    })
    expect(operator.body.error?.message).toMatch(/operator/)
    const untrained = await post(shop.people.lead, 'rounds', {
      madeBy: shop.ids.instructor,
      pin: PIN.instructor,
    })
    expect(untrained.body.error?.message).toMatch(/training/)
  })
})

describe('handing the watch over', () => {
  it('takes the PIN of the one who takes it over; rounds made so far count on', async () => {
    await post(watchSignedIn, 'rounds', { note: 'before' })
    const wrong = await post(watchSignedIn, 'watch', { personId: relief, pin: PIN.watch })
    expect(wrong.body.error?.code).toBe('wrong_pin')
    expect((await see()).fireWatchId).toBe(shop.ids.watch)
    const handed = await post(watchSignedIn, 'watch', { personId: relief, pin: RELIEF_PIN })
    expect(handed.status).toBe(200)
    const seen = await see()
    expect([seen.fireWatchId, seen.state]).toEqual([relief, 'watching'])
    expect(seen.events.at(-1)).toMatchObject({
      kind: 'hand_over',
      person: 'Relief',
      note: 'Taken over from Watch.',
    })
    expect(seen.events.filter((one) => one.kind === 'round')).toHaveLength(1)
    // Who handed it over has no say any more.
    expect((await post(watchSignedIn, 'rounds', {})).status).toBe(400)
    await wait(65)
    await post(shop.people.lead, 'rounds', { pin: RELIEF_PIN })
    expect((await act(shop, 'close', PIN.watch)).body).toMatchObject({
      error: { code: 'wrong_pin' },
    })
    expect((await act(shop, 'close', RELIEF_PIN)).body).toMatchObject({ state: 'closed' })
  })
  it('is refused to the operator, to the untrained, to who has it, and once closed', async () => {
    const hand = async (personId: string, pin: string) =>
      (await post(shop.people.lead, 'watch', { personId, pin })).body.error?.message
    expect(await hand(shop.ids.worker, PIN.worker)).toMatch(/operator/)
    expect(await hand(shop.ids.instructor, PIN.instructor)).toMatch(/training/)
    expect(await hand(shop.ids.watch, PIN.watch)).toMatch(/has the watch already/)
    expect(await hand(randomUUID(), '0000')).toMatch(/not on the roster/)
  })
})

describe('a watch whose person has left', () => {
  it('is closed by a lead with the own PIN and a reason, after the whole watch and its last round', async () => {
    const close = (person: Person, body: object) =>
      post(person, 'actions', { action: 'close', watchAbsent: true, ...body })
    const early = await close(shop.people.lead, { pin: PIN.lead, note: 'Watch went home ill' })
    expect(early.body.error?.code).toBe('too_early')
    await wait(65)
    await post(shop.people.worker, 'rounds', { madeBy: relief, pin: RELIEF_PIN })
    const instructor = await close(shop.people.instructor, {
      pin: PIN.instructor,
      note: 'Watch went home ill',
    })
    expect([instructor.status, instructor.body.error?.code]).toEqual([403, 'forbidden'])
    expect((await close(shop.people.lead, { pin: PIN.lead, note: 'gone' })).status).toBe(400)
    const wrong = await close(shop.people.lead, { pin: PIN.watch, note: 'Watch went home ill' })
    expect(wrong.body.error?.code).toBe('wrong_pin')
    const closed = await close(shop.people.lead, { pin: PIN.lead, note: 'Watch went home ill' })
    expect(closed.body.state).toBe('closed')
    expect((await see()).events.at(-1)).toMatchObject({ note: 'Watch went home ill' })
  })
})
