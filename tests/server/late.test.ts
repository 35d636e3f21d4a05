import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Alert, Message } from '#shared/alert/schema'
import type { LateEntry } from '#shared/late/schema'
import type { Permit, PermitStep } from '#shared/permit/schema'
import { startApp, withOwner, type App } from '../app'
import { Person } from './client'
import { makePhone, type LateEntry as Sent, type Phone } from './phone.fixture'
import { sendPhoto } from './photo.fixture'
import { act, allPass, issuePermit, made, makeShop, PASSWORD, PIN, type Shop } from './shop.fixture'

const MINUTE = 60_000
let app: App
let shop: Shop
let watcher: Person
let phone: Phone
beforeAll(async () => {
  app = await startApp({})
  shop = await makeShop(app, 'late')
  shop.ids.watch = await made(shop.people.lead, '/people', {
    name: 'Watcher',
    email: 'watcher@late.example',
    role: 'worker',
    fireWatchTrainedOn: '2026-01-15',
    active: true,
    password: PASSWORD,
    pin: PIN.watch,
  })
  watcher = await new Person(app).signIn('watcher@late.example', PASSWORD)
  phone = await makePhone(watcher)
  await issuePermit(shop)
  await act(shop, 'start')
  await act(shop, 'stop')
  await stoppedAgo(50)
})
afterAll(() => app.end())

const owner = (text: string, values: unknown[] = []) =>
  withOwner(app.ownerUrl, (client) => client.query(text, values))
/** As if the last arc went out so many minutes ago. */
const stoppedAgo = (minutes: number) =>
  owner(
    `UPDATE permit
     SET work_started_at = now() - $2 * interval '1 min' - interval '1 min', watch_started_at = now() - $2 * interval '1 min'
     WHERE id = $1`,
    [shop.permit, minutes],
  )
const roundPath = (): string => `/permits/${shop.permit}/rounds`
const round = (number: number, minutesAgo: number, change: Partial<Sent> = {}, body: object = {}) =>
  phone.send<PermitStep & { error?: { code: string; message: string } }>({
    path: roundPath(),
    body: { eventId: randomUUID(), ...body },
    number,
    ago: minutesAgo * MINUTE,
    ...change,
  })
const see = async (): Promise<Permit> =>
  (await shop.people.lead.send<Permit>('GET', `/permits/${shop.permit}`)).body
const entries = async (person = shop.people.lead, query = ''): Promise<LateEntry[]> =>
  (await person.send<LateEntry[]>('GET', `/late-entries${query}`)).body
const codeOf = (answer: { status: number; body: { error?: { code: string } } }) => [
  answer.status,
  answer.body.error?.code,
]

describe('a phone', () => {
  it('is not heard before its key is known', async () =>
    expect(codeOf(await round(1, 1))).toEqual([403, 'unknown_phone']))
  it('is known once, with one key and of one person', async () => {
    expect(
      (await Promise.all([phone.register(), phone.register()])).map(({ status }) => status),
    ).toEqual([200, 200])
    expect(codeOf(await (await makePhone(watcher, phone.id)).register())).toEqual([
      409,
      'phone_known',
    ])
    expect(codeOf(await phone.register(shop.people.worker))).toEqual([409, 'phone_known'])
  })
  it.each([['another body than it signed', { signedBody: { eventId: randomUUID() } }]])(
    'is not believed with %s',
    async (_, change) =>
      expect(codeOf(await round(1, 1, change))).toEqual([403, 'wrong_signature']),
  )
  it('is not believed when another sends for it', async () => {
    const sent = { path: roundPath(), body: { eventId: randomUUID() }, number: 1, ago: 0 }
    expect(codeOf(await phone.send(sent, shop.people.instructor))).toEqual([403, 'unknown_phone'])
  })
  it('says what it says whole, and only where something may come late', async () => {
    const header = { 'x-zonaris-late': 'e30' }
    const body = { eventId: randomUUID() }
    const wrong = await watcher.send<{ error: { code: string } }>('POST', roundPath(), body, header)
    expect(codeOf(wrong)).toEqual([400, 'invalid'])
    const elsewhere = { path: `/permits/${shop.permit}/seen`, body: { device: randomUUID() } }
    expect(codeOf(await phone.send({ ...elsewhere, number: 1, ago: 0 }))).toEqual([400, 'not_late'])
  })
  it('leaves nothing behind where it is not believed', async () =>
    expect(await entries()).toEqual([]))
})

describe('a round that comes late', () => {
  it('counts from when it was made, and says when it came', async () => {
    const before = Date.now()
    await round(1, 36, { more: 1 })
    await round(2, 22)
    const { events, nextRoundAt } = await see()
    const rounds = events.filter(({ kind }) => kind === 'round')
    expect(rounds.map(({ countsAt }) => (Date.parse(countsAt!) - before) / MINUTE)).toEqual([
      expect.closeTo(-36, 1),
      expect.closeTo(-22, 1),
    ])
    expect(Date.parse(rounds[0]!.at)).toBeGreaterThanOrEqual(before)
    // By hand: a quarter of an hour after the round made 22 min ago.
    expect((Date.parse(nextRoundAt!) - before) / MINUTE).toBeCloseTo(-7, 1)
  })
  it('from a phone whose clock is wrong by hours counts the same', async () => {
    const before = Date.now()
    await round(3, 8, { ahead: 7 * 60 * MINUTE })
    const made = (await see()).events.at(-1)!
    expect((Date.parse(made.countsAt!) - before) / MINUTE).toBeCloseTo(-8, 1)
    expect(made.details!.late!.skew / MINUTE).toBeCloseTo(-420, 0)
  })
  it.each([
    ['was set meanwhile', { ahead: 10 * MINUTE, skewThen: 0 }, 'clock_changed'],
    ['was never held against the server', { skewThen: null }, 'never_heard'],
    ['ran backwards', { ago: -MINUTE }, 'backwards'],
  ])('counts for none where the clock of the phone %s', async (_, change, because) => {
    const next = (await see()).nextRoundAt
    const number = 4 + ['clock_changed', 'never_heard', 'backwards'].indexOf(because)
    expect((await round(number, 1, change)).status).toBe(200)
    const after = await see()
    expect(after.events.at(-1)).toMatchObject({ countsAt: null, details: { late: { because } } })
    expect(after.nextRoundAt).toBe(next)
  })
  it('tells of smoke even so, and takes none away', async () => {
    const looked = [{ id: 'work', name: 'Quay', traces: ['smoke'] }]
    await round(7, 1, { skewThen: null }, { looked })
    expect((await see()).traces).toEqual(['Smoke: Quay'])
    await round(8, 0, { skewThen: null }, { looked: [{ ...looked[0], traces: [] }] })
    expect((await see()).traces).toEqual(['Smoke: Quay'])
    // One made before the smoke was seen says nothing about it.
    await round(9, 30, {}, { looked: [{ ...looked[0], traces: [] }] })
    expect((await see()).traces).toEqual(['Smoke: Quay'])
    await round(10, 0, {}, { looked: [{ ...looked[0], traces: [] }] })
    expect((await see()).traces).toEqual([])
  })
  it('sent again, or twice at once, is made once', async () => {
    const body = { eventId: randomUUID() }
    const answers = await Promise.all([0, 1, 2].map(() => round(11, 0, {}, body)))
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200])
    expect((await see()).events.filter(({ id }) => id === body.eventId)).toHaveLength(1)
    expect(codeOf(await round(11, 0))).toEqual([409, 'number_used'])
  })
  it('carries its photo', async () => {
    const { id, status } = await sendPhoto(watcher, { kind: 'permit', item: shop.permit })
    expect(status).toBe(201)
    const looked = [{ id: 'work', name: 'Quay', traces: [], photo: id }]
    expect((await round(12, 0, {}, { looked })).status).toBe(200)
    expect((await see()).events.at(-1)!.details!.looked![0]!.photo).toBe(id)
    expect((await shop.people.viewer.send('GET', `/photos/${id}/thumb`)).status).toBe(200)
    // A photo is of one round; the next counts without it.
    const next = (await see()).events.length
    expect((await round(14, 0, {}, { looked })).status).toBe(200)
    expect((await see()).events).toHaveLength(next + 1)
  })
  it('is kept where it may not be written, without a PIN', async () => {
    const body = { looked: [], note: 'Smoke from below', pin: PIN.watch }
    expect(codeOf(await round(13, 0, {}, body))).toEqual([400, 'invalid'])
    const [refused] = await entries(shop.people.lead, '?refused=true')
    expect(refused).toMatchObject({
      number: 13,
      person: 'Watcher',
      route: 'round',
      subject: shop.permit,
      content: { looked: [], note: 'Smoke from below' },
    })
    expect(refused!.content).not.toHaveProperty('pin')
  })
  it('is listed for staff, and to others their own', async () => {
    expect((await entries()).length).toBe(14)
    expect((await entries(watcher)).length).toBe(14)
    expect(await entries(shop.people.worker)).toEqual([])
  })
  it('a number that never came is told of', async () => {
    await round(17, 0)
    expect((await entries())[0]).toMatchObject({ number: 17, missing: 2 })
  })
})

describe('people who were called for it', () => {
  const until = async <T>(find: () => Promise<T | undefined | false>): Promise<T> => {
    for (let i = 0; i < 80; i++) {
      const found = await find()
      if (found) return found
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
    throw new Error('It did not come.')
  }
  it('hear that it had been made, and are not called for those that follow it', async () => {
    await owner('UPDATE permit_event SET counts_at = NULL WHERE permit_id = $1', [shop.permit])
    await stoppedAgo(45)
    const open = async () => (await shop.people.lead.send<Alert[]>('GET', '/alerts')).body
    const alert = await until(async () => (await open()).find(({ kind }) => kind === 'round'))
    await round(20, 31, { more: 2 })
    await until(async () => (await open()).every(({ id }) => id !== alert.id))
    await new Promise((resolve) => setTimeout(resolve, 2_500))
    expect((await open()).filter(({ kind }) => kind === 'round')).toEqual([])
    await round(21, 17, { more: 1 })
    await round(22, 3)
    const told = (await shop.people.lead.send<Message[]>('GET', `/alerts/${alert.id}/messages`))
      .body
    const over = await owner(`SELECT body FROM message WHERE alert_id = $1 AND step IS NULL`, [
      alert.id,
    ])
    expect(told.length).toBeGreaterThan(0)
    for (const { body } of over.rows)
      expect(body).toMatch(/A round made \d\d:\d\d without a signal reached us \d\d:\d\d\./)
  })
})

describe('a fire alarm that comes late', () => {
  it('calls everybody, and says that it was raised before', async () => {
    const answer = await phone.send({
      path: `/permits/${shop.permit}/alarm`,
      // As long as it may be: with what is said of the time it has to fit all the same.
      body: { eventId: randomUUID(), note: 'x'.repeat(500) },
      number: 30,
      ago: 12 * MINUTE,
    })
    expect(answer.status).toBe(201)
    const { body } = await shop.people.lead.send<Alert[]>('GET', '/alerts')
    expect(body.find(({ kind }) => kind === 'fire')!.note).toMatch(
      /^Raised \d\d:\d\d on a phone without a signal\. x{400}/,
    )
  })
})

describe('an inspection that comes late', () => {
  const inspect = (
    number: number,
    minutesAgo: number,
    mark: 'pass' | 'fail',
    change: object = {},
  ) =>
    phone.send<{ result?: string; error?: { code: string } }>({
      path: `/gear/machine/${shop.machine}/inspections`,
      body: {
        id: randomUUID(),
        occasion: 'beforeUse',
        lines: allPass('machine').map((line, i) =>
          // A photo that never came holds up no lock.
          i === 0 && mark === 'fail'
            ? { ...line, mark, note: 'Frayed', photo: randomUUID() }
            : line,
        ),
      },
      number,
      ago: minutesAgo * MINUTE,
      ...change,
    })
  const gear = async () =>
    (
      await shop.people.lead.send<{ lastAt: string | null; lockReason: string | null }>(
        'GET',
        `/gear/machine/${shop.machine}`,
      )
    ).body
  const at = async () =>
    (
      await owner(`SELECT last_at FROM gear_look WHERE item_id = $1 AND occasion = 'beforeUse'`, [
        shop.machine,
      ])
    ).rows[0].last_at as Date | null

  it('counts from when it was made, and moves nothing where that is not known', async () => {
    await owner(`UPDATE gear_look SET last_at = last_at - interval '2 days' WHERE item_id = $1`, [
      shop.machine,
    ])
    const before = await at()
    await inspect(40, 5, 'pass', { skewThen: null })
    expect(await at()).toEqual(before)
    await inspect(41, 90, 'pass')
    expect((Date.now() - (await at())!.getTime()) / MINUTE).toBeCloseTo(90, 0)
  })
  it('that fails locks, whenever it was made; a pass that comes late unlocks nothing', async () => {
    expect((await inspect(42, 120, 'fail')).body.result).toBe('locked')
    expect((await gear()).lockReason).not.toBeNull()
    const lead = await makePhone(shop.people.lead)
    await lead.register()
    const answer = await lead.send<{ error?: { code: string } }>({
      path: `/gear/machine/${shop.machine}/inspections`,
      body: {
        id: randomUUID(),
        occasion: 'beforeUse',
        lines: allPass('machine'),
        repairNote: 'New cable put in',
      },
      number: 1,
      ago: MINUTE,
    })
    expect(answer.body.error).toMatchObject({ code: 'late_unlock' })
  })
})

describe('whoever stands watch', () => {
  const hours = async (): Promise<number> =>
    Number(
      (
        await owner(
          `SELECT max(extract(epoch FROM expires_at - clock_timestamp())) / 3600 AS hours FROM sign_in WHERE person_id = $1`,
          [shop.ids.watch],
        )
      ).rows[0].hours,
    )
  it('stays signed in for some hours more, and for a day and a half in all', async () => {
    const seen = () =>
      watcher.send('POST', `/permits/${shop.permit}/seen`, { device: randomUUID() })
    await owner(
      `UPDATE sign_in SET expires_at = clock_timestamp() + interval '5 min' WHERE person_id = $1`,
      [shop.ids.watch],
    )
    await seen()
    expect(await hours()).toBeCloseTo(9, 1)
    await owner(
      `UPDATE sign_in SET created_at = clock_timestamp() - interval '35 hours', expires_at = clock_timestamp() + interval '5 min' WHERE person_id = $1`,
      [shop.ids.watch],
    )
    await seen()
    expect(await hours()).toBeCloseTo(1, 1)
  })
})
