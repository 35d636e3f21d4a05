import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { startApp, withOwner, type App } from '../app'
import { JOB } from '../core/job.fixture'
import { readPdf } from './pdf'
import {
  act,
  allPass,
  fillPermit,
  issuePermit,
  jobBody,
  makeShop,
  newWatch,
  PIN,
  sign as signs,
  type Shop,
} from './shop.fixture'
import { ask } from './ask'

interface Seen {
  live: { code: string; sentence: string }[]
  state: string
  ready: boolean
  open: string[]
  watchEndsAt: string | null
  watchStartedAt: string | null
  version: number
  signatories: { as: string; isSigned: boolean }[]
  events: { id: string; kind: string; current: boolean }[]
  findings: { code: string; sentence: string }[]
  rehearsal: boolean
  overridden: unknown[]
}

let app: App
let shop: Shop
const MINUTE = 60_000
/** One rehearsed minute in real ms. */
const FACTOR = 600

beforeAll(async () => {
  app = await startApp({ rehearsal: FACTOR })
  shop = await makeShop(app, 'watch')
  // Days pass while the clock is rehearsed; what is due then is no matter of these tests.
  await shop.people.lead.send('PUT', `/gear/machine/${shop.machine}`, {
    kind: 'machine',
    label: 'M-1',
    description: '',
    everyDays: 300,
  })
})
afterAll(() => app.end())
beforeEach(async () => {
  const { lead } = shop.people
  await newWatch(shop)
  await lead.send('POST', `/gear/machine/${shop.machine}/inspections`, {
    lines: allPass('machine'),
    repairNote: 'made good for the next test',
  })
  const job = await lead.send<{ id: string }>(
    'POST',
    '/jobs',
    jobBody({
      place: `Place ${randomUUID()}`,
      welderId: shop.ids.worker,
      helmetId: shop.helmet,
      gearIds: [shop.machine],
    }),
  )
  shop.job = job.body.id
  shop.permit = (await lead.send<{ id: string }>('POST', '/permits', { jobId: shop.job })).body.id
})

const see = async (): Promise<Seen> =>
  (await shop.people.lead.send<Seen>('GET', `/permits/${shop.permit}`)).body
const wait = (rehearsedMinutes: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, (rehearsedMinutes * MINUTE) / FACTOR + 60))
const now = async (): Promise<number> =>
  Date.parse((await shop.people.lead.send<{ now: string }>('GET', '/shift')).body.now)
const sign = (as: string, pin: string) => signs(shop, as, pin)

describe('issuing', () => {
  it('is held back by every open gate, by missing signatures, and by a wrong PIN', async () => {
    expect((await act(shop, 'issue', PIN.lead)).body).toMatchObject({ error: { code: 'blocked' } })
    await fillPermit(shop)
    expect((await see()).open).toEqual([])
    expect((await act(shop, 'issue', PIN.lead)).body).toMatchObject({ error: { code: 'unsigned' } })
    expect((await sign('operator', '0000')).body.error?.code).toBe('wrong_pin')
    expect((await sign('operator', PIN.worker)).status).toBe(200)
    expect((await sign('fire_watch', PIN.watch)).status).toBe(200)
    expect((await act(shop, 'issue', '0000')).body).toMatchObject({ error: { code: 'wrong_pin' } })
    expect((await act(shop, 'issue', PIN.lead)).body).toMatchObject({ state: 'issued' })
  })
  it('a change after signing voids the signatures, in the draft and in its job', async () => {
    await fillPermit(shop)
    await sign('operator', PIN.worker)
    await fillPermit(shop, 200)
    expect((await see()).signatories[0]!.isSigned).toBe(false)
    await sign('operator', PIN.worker)
    const job = (await shop.people.lead.send<Record<string, never>>('GET', `/jobs/${shop.job}`))
      .body
    await shop.people.lead.send(
      'PUT',
      `/jobs/${shop.job}`,
      jobBody({
        place: job.place,
        welderId: shop.ids.worker,
        helmetId: shop.helmet,
        gearIds: [shop.machine],
      }),
    )
    expect((await see()).signatories[0]!.isSigned).toBe(false)
  })
  it('a lead overrides a house stop with a reason; no one overrides law or the unknown', async () => {
    await fillPermit(shop, 9 * 60)
    const override = (
      person: 'lead' | 'instructor',
      code: string,
      reason = 'Tide work, relief watch named',
    ) =>
      shop.people[person].send<{ error?: { code: string } }>(
        'POST',
        `/permits/${shop.permit}/overrides`,
        { eventId: randomUUID(), code, reason },
      )
    expect((await see()).open).toEqual(['fire.validity'])
    expect((await override('instructor', 'fire.validity')).status).toBe(403)
    expect((await override('lead', 'fire.validity', 'short')).status).toBe(400)
    expect((await override('lead', 'fire.validity')).body).toMatchObject({
      ready: true,
      overridden: [{ code: 'fire.validity', reason: 'Tide work, relief watch named' }],
    })
    await fillPermit(shop, 240, { fireWatchId: shop.ids.worker })
    expect((await override('lead', 'fire.watch')).body.error?.code).toBe('not_overridable')
    await fillPermit(shop, 240, { sweep: {} })
    expect((await override('lead', 'fire.swept')).body.error?.code).toBe('not_overridable')
    await fillPermit(shop, 25 * 60)
    expect((await override('lead', 'fire.validity')).body.error?.code).toBe('not_overridable')
  })
  it('keeps the Findings as they were, and freezes the job', async () => {
    await issuePermit(shop)
    const before = (await see()).findings
    await withOwner(app.ownerUrl, (owner) =>
      owner.query('UPDATE person SET fire_watch_trained_on = NULL WHERE id = $1', [shop.ids.watch]),
    )
    expect((await see()).findings).toEqual(before)
    await withOwner(app.ownerUrl, (owner) =>
      owner.query("UPDATE person SET fire_watch_trained_on = '2026-01-15' WHERE id = $1", [
        shop.ids.watch,
      ]),
    )
    expect(
      (await shop.people.lead.send('PUT', `/jobs/${shop.job}`, jobBody({ place: 'Other' }))).body,
    ).toMatchObject({ error: { code: 'permit_open' } })
  })
  it('unknown coating and a job without a factor stay shut', async () => {
    await shop.people.lead.send(
      'PUT',
      `/jobs/${shop.job}`,
      jobBody({
        place: 'Coated',
        welderId: shop.ids.worker,
        helmetId: shop.helmet,
        gearIds: [shop.machine],
        spec: {
          ...JOB,
          coating: 'unknown',
          consumable: null,
          air: { ...JOB.air, space: 'outdoors' },
        },
      }),
    )
    await fillPermit(shop)
    const { open, live } = await see()
    expect(open).toEqual(expect.arrayContaining(['air.coating', 'air.fume']))
    expect(live.find((finding) => finding.code === 'air.fume')!.sentence).toContain('manganese')
  })
  it('one open permit per place and time', async () => {
    await issuePermit(shop)
    const { placeName } = (
      await shop.people.lead.send<{ placeName: string }>('GET', `/jobs/${shop.job}`)
    ).body
    const twin = (
      await shop.people.lead.send<{ id: string }>(
        'POST',
        '/jobs',
        jobBody({
          place: placeName.toUpperCase(),
          welderId: shop.ids.worker,
          helmetId: shop.helmet,
          gearIds: [shop.machine],
        }),
      )
    ).body.id
    shop.permit = (
      await shop.people.lead.send<{ id: string }>('POST', '/permits', { jobId: twin })
    ).body.id
    await newWatch(shop)
    await expect(issuePermit(shop)).rejects.toThrow(/Another permit is open/)
  })
})

describe('a locked item', () => {
  const lock = (person: 'worker' | 'lead') =>
    shop.people[person].send('POST', `/gear/machine/${shop.machine}/inspections`, {
      lines: [
        ...allPass('machine').filter((line) => (line as { id: string }).id !== 'leads'),
        { id: 'leads', mark: 'fail', note: 'cut to the copper' },
      ],
    })
  it('stops the job, shows in the shift, and is unlocked only by staff with a repair note and a full pass', async () => {
    expect((await lock('worker')).body).toMatchObject({
      result: 'locked',
      lockReason: 'Leads: cut to the copper',
    })
    await fillPermit(shop)
    expect((await see()).open).toEqual(['gear.machine'])
    const { body } = await shop.people.viewer.send<{ locked: { label: string; reason: string }[] }>(
      'GET',
      '/shift',
    )
    expect(body.locked).toMatchObject([{ label: 'M-1', reason: 'Leads: cut to the copper' }])
    const pass = (person: 'worker' | 'instructor', repairNote?: string) =>
      shop.people[person].send<{ result?: string; error?: { code: string } }>(
        'POST',
        `/gear/machine/${shop.machine}/inspections`,
        { lines: allPass('machine'), ...(repairNote && { repairNote }) },
      )
    expect((await pass('worker', 'I taped it over nicely')).body.error?.code).toBe('locked')
    expect((await pass('instructor')).body.error?.code).toBe('invalid')
    expect((await pass('instructor', 'New lead fitted and tested')).body.result).toBe('pass')
    expect((await see()).open).toEqual([])
  })
})

describe('the watch', () => {
  it("survives a restart of the app, counts by the server's clock, refuses an early close and closes after the last round", async () => {
    await issuePermit(shop)
    await act(shop, 'start')
    await act(shop, 'stop')
    const before = await see()
    expect(before.state).toBe('watching')
    const round = (eventId = randomUUID()) =>
      shop.people.worker.send<Seen>('POST', `/permits/${shop.permit}/rounds`, {
        eventId,
        pin: PIN.watch,
      })
    const retried = randomUUID()
    await Promise.all([round(retried), round(retried)])
    await round(retried)
    expect((await see()).events.filter((event) => event.kind === 'round')).toHaveLength(1)
    const close = () => act(shop, 'close', PIN.watch)
    expect((await close()).body).toMatchObject({
      error: { code: 'too_early', message: expect.stringMatching(/^Too early/) },
    })
    const clockBefore = await now()
    await app.stop()
    await wait(10)
    await app.start()
    expect(await now()).toBeGreaterThan(clockBefore + 10 * MINUTE)
    expect((await see()).watchEndsAt).toBe(before.watchEndsAt)
    await wait(65 - ((await now()) - Date.parse(before.watchStartedAt!)) / MINUTE)
    expect((await close()).body).toMatchObject({
      error: { message: expect.stringMatching(/last round/) },
    })
    await round()
    expect((await act(shop, 'close', '0000')).body).toMatchObject({ error: { code: 'wrong_pin' } })
    expect((await close()).body).toMatchObject({ state: 'closed', rehearsal: true })
  })
  it('an id that was used for another step, or on another permit, is refused and changes nothing', async () => {
    await issuePermit(shop)
    await act(shop, 'start')
    await act(shop, 'stop')
    const used = randomUUID()
    const step = (permit: string, path: string, more: object = {}) =>
      shop.people.lead.send<{ error?: { code: string } }>('POST', `/permits/${permit}/${path}`, {
        eventId: used,
        ...(path === 'rounds' && { pin: PIN.watch }),
        ...more,
      })
    expect((await step(shop.permit, 'rounds')).status).toBe(200)
    const other = await step(shop.permit, 'actions', { action: 'resume' })
    expect([other.status, other.body.error?.code]).toEqual([409, 'event_used'])
    expect((await see()).state).toBe('watching')

    const first = shop.permit
    await newWatch(shop)
    const job = await shop.people.lead.send<{ id: string }>(
      'POST',
      '/jobs',
      jobBody({
        place: `Elsewhere ${randomUUID()}`,
        welderId: shop.ids.worker,
        helmetId: shop.helmet,
        gearIds: [shop.machine],
      }),
    )
    const twin = await shop.people.lead.send<{ id: string }>('POST', '/permits', {
      jobId: job.body.id,
    })
    shop.permit = twin.body.id
    await issuePermit(shop)
    await act(shop, 'start')
    await act(shop, 'stop')
    const before = (await see()).events.length
    expect((await step(shop.permit, 'rounds')).status).toBe(409)
    expect((await see()).events).toHaveLength(before)
    shop.permit = first
    expect((await see()).events.filter((event) => event.kind === 'round')).toHaveLength(1)
  })
  it('survives the database dropping every connection', async () => {
    await issuePermit(shop)
    await act(shop, 'start')
    await act(shop, 'stop')
    const before = await see()
    await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND usename LIKE 'zonaris_login%'",
      ),
    )
    const after = await see()
    expect([after.state, after.watchEndsAt, after.events]).toEqual([
      before.state,
      before.watchEndsAt,
      before.events,
    ])
  })
  it('starts over when work goes on', async () => {
    await issuePermit(shop)
    await act(shop, 'start')
    await act(shop, 'stop')
    const first = (await see()).watchEndsAt!
    await wait(5)
    await act(shop, 'resume')
    expect((await see()).watchEndsAt).toBeNull()
    await act(shop, 'stop')
    expect(Date.parse((await see()).watchEndsAt!)).toBeGreaterThan(Date.parse(first) + 4 * MINUTE)
  })
  it('expires by the clock; the watch is then still to be kept', async () => {
    await issuePermit(shop, 20)
    await act(shop, 'start')
    await wait(21)
    expect((await see()).state).toBe('expired')
    expect((await act(shop, 'resume')).status).toBe(409)
    expect((await act(shop, 'stop')).body).toMatchObject({ state: 'watching' })
  })
  it('needs a reason to suspend and to revoke, which a worker may not', async () => {
    await issuePermit(shop)
    expect((await act(shop, 'suspend')).status).toBe(400)
    expect((await act(shop, 'suspend', undefined, 'wind got up')).body).toMatchObject({
      state: 'suspended',
    })
    expect(
      (
        await shop.people.worker.send('POST', `/permits/${shop.permit}/actions`, {
          eventId: randomUUID(),
          action: 'revoke',
          note: 'because',
        })
      ).status,
    ).toBe(403)
    expect((await act(shop, 'revoke', undefined, 'tank found behind')).body).toMatchObject({
      state: 'revoked',
    })
  })
  it('two people pressing at once: one wins, the other is told', async () => {
    await issuePermit(shop)
    const answers = await Promise.all([act(shop, 'start'), act(shop, 'start')])
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409])
  })
})

describe('record', () => {
  it('everything made in a rehearsal carries its mark', async () => {
    for (const table of [
      'station',
      'gear',
      'cylinder',
      'inspection',
      'job',
      'permit',
      'audit',
      'person',
    ]) {
      const { rows } = await withOwner(app.ownerUrl, (owner) =>
        owner.query<{ marked: boolean }>(`SELECT bool_and(rehearsal) AS marked FROM ${table}`),
      )
      expect(rows[0]!.marked, table).toBe(true)
    }
  })
  it('the job as JSON carries its Findings and permits', async () => {
    await issuePermit(shop)
    const { body } = await shop.people.viewer.send<{
      format: string
      job: { findings: unknown[] }
      permits: { findings: unknown[] }[]
    }>('GET', `/jobs/${shop.job}/export`)
    expect(body.format).toBe('zonaris-job/1')
    expect(body.job.findings.length).toBeGreaterThan(5)
    expect(body.permits[0]!.findings.length).toBeGreaterThan(15)
  })
  it('the permit as PDF has selectable text, embedded fonts, every Finding, signatures and the audit hash', async () => {
    await issuePermit(shop)
    const answer = await ask(`${app.url}/api/v1/permits/${shop.permit}/pdf`, {
      headers: { cookie: shop.people.lead.cookie },
    })
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    const bytes = new Uint8Array(await answer.arrayBuffer())
    const text = (await readPdf(bytes.slice().buffer)).pages.join('').replace(/\s+/g, '')
    const permit = (await see()) as Seen & { auditHash: string }
    for (const finding of permit.findings)
      expect(text).toContain(finding.sentence.replace(/\s+/g, ''))
    for (const words of [
      'SignedbyPINasoperator',
      'SignedbyPINasfirewatch',
      'REHEARSAL',
      permit.auditHash,
    ])
      expect(text).toContain(words)
    expect(Buffer.from(bytes).toString('latin1')).toMatch(/FontFile2/)
  })
})
