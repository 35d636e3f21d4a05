import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { startApp, withOwner, type App } from '../app'
import {
  act,
  allPass,
  fillPermit,
  fullSweep,
  issuePermit,
  jobBody,
  made,
  makeShop,
  newWatch,
  personRecord,
  PIN,
  sign,
  type Shop,
} from './shop.fixture'

interface Seen {
  state: string
  open: string[]
  number: number
  live: { code: string; level: string; sentence: string }[]
  events: { kind: string; subject: string; person: string; note: string | null }[]
  sparks: { far?: number; because?: string }
}

let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp({})
  shop = await makeShop(app, 'gates')
})
afterAll(() => app.end())
beforeEach(async () => {
  await newWatch(shop)
  await anotherPermit()
})

const see = async (id = shop.permit): Promise<Seen> =>
  (await shop.people.lead.send<Seen>('GET', `/permits/${id}`)).body
const level = async (code: string): Promise<string | undefined> =>
  (await see()).live.find((finding) => finding.code === code)?.level
/** A job at a place of its own, with a draft. */
async function anotherPermit(change: object = {}): Promise<void> {
  const { lead } = shop.people
  const body = { place: `Place ${randomUUID()}`, stationId: null, ...change }
  const job = await made(lead, '/jobs', {
    ...jobBody({
      welderId: shop.ids.worker,
      helmetId: shop.helmet,
      gearIds: [shop.machine],
      ...body,
    }),
  })
  shop.permit = await made(lead, '/permits', { jobId: job })
}
/** What a permit comes to within two seconds and what the machine takes. */
async function comesTo(state: string): Promise<Seen> {
  const until = Date.now() + 4_000
  let seen = await see()
  while (seen.state !== state && Date.now() < until) {
    await new Promise((done) => setTimeout(done, 50))
    seen = await see()
  }
  expect(seen.state).toBe(state)
  return seen
}
const recordOf = (cleared: string[]) =>
  shop.people.lead.send('PUT', `/people/${shop.ids.worker}/record`, personRecord({ cleared }))

describe('a gate that turns red after issue', () => {
  it('gear that is locked out suspends the permit, by itself, with the reason', async () => {
    await issuePermit(shop)
    const began = Date.now()
    await shop.people.worker.send('POST', `/gear/machine/${shop.machine}/inspections`, {
      lines: [
        ...allPass('machine').filter((line) => (line as { id: string }).id !== 'leads'),
        { id: 'leads', mark: 'fail', note: 'cut to the copper' },
      ],
    })
    const { events } = await comesTo('suspended')
    expect(Date.now() - began).toBeLessThan(4_000)
    expect(events.at(-1)).toMatchObject({ subject: 'suspend', person: 'Zonaris' })
    expect(events.at(-1)!.note).toContain('locked out')
    expect((await act(shop, 'reinstate')).body).toMatchObject({ error: { code: 'blocked' } })
    await shop.people.lead.send('POST', `/gear/machine/${shop.machine}/inspections`, {
      lines: allPass('machine'),
      repairNote: 'new lead fitted and tested',
    })
    expect((await act(shop, 'reinstate')).status).toBe(200)
    expect((await see()).events.filter(({ subject }) => subject === 'suspend')).toHaveLength(1)
  })
  it('work under way is stopped: its watch starts', async () => {
    await issuePermit(shop)
    await act(shop, 'start')
    await recordOf([])
    const seen = (await comesTo('suspended')) as Seen & { watchStartedAt: string | null }
    expect(seen.watchStartedAt).not.toBeNull()
    expect(seen.events.at(-1)!.note).toContain('not cleared')
    await recordOf(['SMAW'])
  })
  it('a watcher who left the roster, too', async () => {
    await issuePermit(shop)
    await withOwner(app.ownerUrl, (owner) =>
      owner.query('UPDATE person SET active = false WHERE id = $1', [shop.ids.watch]),
    )
    expect((await comesTo('suspended')).events.at(-1)!.note).toContain('no longer on the roster')
  })
  it('one that has run out beside it keeps nobody from looking', async () => {
    await issuePermit(shop)
    await act(shop, 'start')
    await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        "UPDATE permit SET valid_from = valid_from - interval '5 hours', valid_to = valid_to - interval '5 hours' WHERE id = $1",
        [shop.permit],
      ),
    )
    expect((await see()).state).toBe('expired')
    await newWatch(shop)
    await anotherPermit()
    await issuePermit(shop)
    await withOwner(app.ownerUrl, (owner) =>
      owner.query('UPDATE person SET active = false WHERE id = $1', [shop.ids.watch]),
    )
    await comesTo('suspended')
  })
  it('a stop that a lead set aside does not', async () => {
    await recordOf([])
    await fillPermit(shop)
    const reason = 'Cleared on paper this morning'
    await shop.people.lead.send('POST', `/permits/${shop.permit}/overrides`, {
      eventId: randomUUID(),
      code: 'fire.cleared',
      reason,
    })
    for (const [as, pin] of [
      ['operator', PIN.worker],
      ['fire_watch', PIN.watch],
    ])
      await sign(shop, as!, pin!)
    expect((await act(shop, 'issue', PIN.lead)).status).toBe(200)
    await recordOf(['GMAW'])
    await new Promise((done) => setTimeout(done, 1_000))
    expect((await see()).state).toBe('issued')
    await recordOf(['SMAW'])
  })
})

describe('people in one place at a time', () => {
  it('a watch on another permit is a stop; closed, it is free again', async () => {
    await issuePermit(shop)
    const first = { id: shop.permit, number: (await see()).number }
    await anotherPermit()
    await fillPermit(shop)
    const { live } = await see()
    expect(live.find(({ code }) => code === 'fire.watch')).toMatchObject({
      level: 'stop',
      sentence: expect.stringContaining(`permit ${first.number}`) as string,
    })
    await act({ ...shop, permit: first.id }, 'close', PIN.watch)
    expect(await level('fire.watch')).toBe('clear')
  })
  it('of suspended work the watch stays busy to its end: it may be reinstated', async () => {
    await issuePermit(shop)
    await act(shop, 'start')
    await act(shop, 'suspend', undefined, 'Made for this test')
    await anotherPermit()
    const from = Date.now() + 150 * 60_000
    await fillPermit(shop, 240, {
      validFrom: new Date(from).toISOString(),
      validTo: new Date(from + 60 * 60_000).toISOString(),
    })
    expect(await level('fire.watch')).toBe('stop')
  })
  it('of two leads who issue for one watcher at the same moment one is held back', async () => {
    const permits: string[] = []
    for (let i = 0; i < 2; i++) {
      await anotherPermit()
      await fillPermit(shop)
      for (const [as, pin] of [
        ['operator', PIN.worker],
        ['fire_watch', PIN.watch],
      ])
        await sign(shop, as!, pin!)
      permits.push(shop.permit)
    }
    const answers = await Promise.all(
      permits.map((permit) => act({ ...shop, permit }, 'issue', PIN.lead)),
    )
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409])
  })
  it('nobody takes over a watch who has another', async () => {
    await issuePermit(shop)
    const busy = shop.ids.watch
    await newWatch(shop)
    await anotherPermit()
    await issuePermit(shop)
    const answer = await shop.people.lead.send<{ error: { fields: { path: string }[] } }>(
      'POST',
      `/permits/${shop.permit}/watch`,
      { eventId: randomUUID(), personId: busy, pin: PIN.watch },
    )
    expect([answer.status, answer.body.error.fields[0]!.path]).toEqual([400, 'personId'])
  })
  it('further watchers are kept, and must be on the roster and trained', async () => {
    const [main, other] = [shop.ids.watch, shop.ids.worker]
    await fillPermit(shop, 240, {
      operatorId: shop.ids.instructor,
      watchers: [{ personId: other, side: 'Deck below' }],
    })
    expect(await level(`fire.watch.${other}`)).toBe('stop')
    await newWatch(shop)
    await fillPermit(shop, 240, {
      fireWatchId: main,
      watchers: [{ personId: shop.ids.watch, side: 'Deck below' }],
    })
    expect(await level(`fire.watch.${shop.ids.watch}`)).toBe('clear')
    await expect(
      fillPermit(shop, 240, { watchers: [{ personId: randomUUID(), side: 'x' }] }),
    ).rejects.toThrow(/watchers.0.personId/)
  })
})

describe('places', () => {
  it('two permits for one station in one time: the second is a stop that a lead may set aside', async () => {
    const at = { stationId: shop.open, place: null }
    await anotherPermit(at)
    await issuePermit(shop)
    const first = shop.permit
    await newWatch(shop)
    const job = await made(
      shop.people.lead,
      '/jobs',
      jobBody({ ...at, welderId: shop.ids.worker, helmetId: shop.helmet, gearIds: [shop.machine] }),
    )
    shop.permit = await made(shop.people.lead, '/permits', { jobId: job })
    await fillPermit(shop)
    const { number } = await see(first)
    expect(await level(`fire.permit.${number}`)).toBe('stop')
    await act({ ...shop, permit: first }, 'revoke', undefined, 'Made for this test')
  })
})

describe('what is measured is kept', () => {
  it('sparks are reckoned when the fire check is saved, and again when the job changes', async () => {
    await fillPermit(shop, 240, { height: 3 })
    const { sparks } = await see()
    expect(sparks.far).toBeGreaterThan(1)
    await fillPermit(shop, 240, { height: null })
    expect(await level('fire.sparks')).toBe('unknown')
    expect((await see()).sparks.because).toContain('how high')
  })
  it('a container that is said to be safe has to be told of', async () => {
    await fillPermit(shop, 240, { sweep: { ...fullSweep(), container: 'yes' } })
    const open = (await see()).open.filter((code) => code.startsWith('fire.container'))
    expect(open).toContain('fire.containerPast')
    expect(open).toContain('fire.containerVented')
    await fillPermit(shop, 240, {
      sweep: { ...fullSweep(), container: 'yes' },
      container: {
        held: 'Diesel',
        contents: 'flammable',
        cleaned: 'steam',
        tester: 'Ines Calder',
        testedAt: new Date(Date.now() - 60_000).toISOString(),
        explosive: 0,
        isIsolated: true,
        isVented: true,
        purged: 'inert',
      },
    })
    expect((await see()).open.filter((code) => code.startsWith('fire.container'))).toEqual([])
  })
  it('isolated detectors are put back before the permit is closed', async () => {
    const sweep = { ...fullSweep(), detectors: 'yes' }
    await fillPermit(shop, 240, { sweep })
    expect(await level('fire.putsBack')).toBe('unknown')
    await issuePermit(shop, 240, { sweep, putsBackId: shop.ids.instructor })
    await act(shop, 'start')
    await act(shop, 'stop')
    await withOwner(app.ownerUrl, async (owner) => {
      await owner.query(
        "UPDATE permit SET watch_started_at = watch_started_at - interval '61 minutes', work_started_at = work_started_at - interval '70 minutes' WHERE id = $1",
        [shop.permit],
      )
    })
    await shop.people.lead.send('POST', `/permits/${shop.permit}/rounds`, {
      eventId: randomUUID(),
      pin: PIN.watch,
    })
    const close = (more: object) =>
      shop.people.lead.send<{ error?: { fields: { path: string }[] } }>(
        'POST',
        `/permits/${shop.permit}/actions`,
        { eventId: randomUUID(), action: 'close', pin: PIN.watch, ...more },
      )
    expect((await close({})).body.error?.fields[0]?.path).toBe('detectorsBack')
    expect((await close({ detectorsBack: true })).status).toBe(200)
  })
})
