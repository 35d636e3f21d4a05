import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Permit, Template } from '#shared/permit/schema'
import type { Statistics } from '#shared/permit/statistics'
import type { Story } from '#shared/permit/story'
import { startApp, withOwner, type App } from '../app'
import { readPdf, readQr } from './pdf'
import {
  act,
  fillPermit,
  fullSweep,
  issuePermit,
  made,
  makeShop,
  PIN,
  sign,
  type Shop,
} from './shop.fixture'
import { ask } from './ask'

let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp({})
  shop = await makeShop(app, 'again')
})
afterAll(() => app.end())

type Refused = { error?: { code: string; fields?: { path: string }[] } }
const see = async (id = shop.permit): Promise<Permit> =>
  (await shop.people.lead.send<Permit>('GET', `/permits/${id}`)).body
const again = (goesOn: boolean, person = shop.people.lead) =>
  person.send<{ id: string } & Refused>('POST', `/permits/${shop.permit}/again`, { goesOn })
const pdfOf = async (path: string): Promise<ArrayBuffer> =>
  (
    await ask(`${app.url}/api/v1${path}`, { headers: { cookie: shop.people.lead.cookie } })
  ).arrayBuffer()

describe('work that goes on in the next shift', () => {
  let first = ''
  it('from a draft nothing goes on', async () =>
    expect((await again(true)).body.error?.code).toBe('wrong_state'))
  it('begins where the other ends, with nothing answered and nobody named', async () => {
    await issuePermit(shop, 120)
    first = shop.permit
    const before = await see()
    const { body } = await again(true, shop.people.worker)
    shop.permit = body.id
    const next = await see()
    expect(next.validFrom).toBe(before.validTo)
    expect(next.from).toMatchObject({ number: before.number, goesOn: true })
    expect([next.operatorId, next.fireWatchId, next.sweep]).toEqual([null, null, {}])
    expect(next.from!.sweep).toEqual(before.sweep)
    expect(next.height).toBe(before.height)
    // A third permit of this job stands beside neither.
    shop.permit = first
    expect((await again(true)).body.error?.code).toBe('permit_open')
    shop.permit = body.id
  })
  it('is no other permit at the same place, and its watch may be the same person', async () => {
    const { validFrom } = await see()
    const validTo = new Date(Date.parse(validFrom) + 3_600_000).toISOString()
    await fillPermit(shop, 60, { validFrom, validTo })
    const { live } = await see()
    expect(live.filter(({ code }) => code.startsWith('fire.permit.'))).toEqual([])
    expect(live.find(({ code }) => code === 'fire.watch')?.level).toBe('clear')
    await sign(shop, 'operator', PIN.worker)
    await sign(shop, 'fire_watch', PIN.watch)
    expect((await act(shop, 'issue', PIN.lead)).status).toBe(200)
  })
  it('does not begin while the arc of the other burns', async () => {
    const past = (id: string, from: number, to: number) =>
      withOwner(app.ownerUrl, (owner) =>
        owner.query(
          'UPDATE permit SET valid_from = valid_from - make_interval(hours => $2), valid_to = valid_to - make_interval(hours => $3) WHERE id = $1',
          [id, from, to],
        ),
      )
    await past(first, 3, 3)
    await past(shop.permit, 3, 1)
    const next = shop.permit
    shop.permit = first
    await withOwner(app.ownerUrl, (owner) =>
      owner.query("UPDATE permit SET state = 'working', work_started_at = now() WHERE id = $1", [
        first,
      ]),
    )
    shop.permit = next
    expect((await act(shop, 'start')).body).toMatchObject({ error: { code: 'not_handed_on' } })
    shop.permit = first
    expect((await act(shop, 'stop')).status).toBe(200)
    shop.permit = next
    expect((await act(shop, 'start')).status).toBe(200)
  })
})

describe('a template', () => {
  const name = (text: string | null, id = shop.permit) =>
    shop.people.lead.send<Refused>('PUT', `/permits/${id}/template`, { name: text })
  it('is a permit with a name of its own; kept twice it is kept once', async () => {
    expect((await name('Ramp rail')).status).toBe(200)
    expect((await name('Ramp rail')).status).toBe(200)
    const { body } = await shop.people.viewer.send<Template[]>('GET', '/permits/templates')
    expect(body).toMatchObject([{ id: shop.permit, name: 'Ramp rail' }])
  })
  it('a second one of that name is refused, a draft is none', async () => {
    const job = await made(shop.people.lead, `/jobs/${(await see()).jobId}/copy`, {})
    const draft = await made(shop.people.lead, '/permits', { jobId: job })
    expect((await name('Other', draft)).body.error?.code).toBe('wrong_state')
    await withOwner(app.ownerUrl, (owner) =>
      owner.query("UPDATE permit SET state = 'revoked' WHERE id = $1", [draft]),
    )
    const twin = await name('RAMP RAIL', draft)
    expect([twin.status, twin.body.error?.fields?.[0]?.path]).toEqual([400, 'name'])
  })
  it('a draft like it is refused while one is open, and made once it is closed', async () => {
    expect((await again(false)).body.error?.code).toBe('permit_open')
    await withOwner(app.ownerUrl, (owner) =>
      owner.query("UPDATE permit SET state = 'closed', closed_at = now() WHERE state <> 'revoked'"),
    )
    const { status, body } = await again(false)
    expect(status).toBe(201)
    expect(await see(body.id)).toMatchObject({ state: 'draft', sweep: {}, from: { goesOn: false } })
    await name(null)
    expect((await shop.people.lead.send('GET', '/permits/templates')).body).toEqual([])
    shop.permit = body.id
  })
})

describe('an attempt to close early', () => {
  const early = async (): Promise<Permit['events']> =>
    (await see()).events.filter(({ kind }) => kind === 'refused')
  it('is refused, and stands on record once, however often it is sent', async () => {
    await issuePermit(shop, 120)
    await act(shop, 'start')
    await act(shop, 'stop')
    const body = { eventId: randomUUID(), action: 'close', pin: PIN.watch }
    const tries = await Promise.all(
      [0, 1].map(() =>
        shop.people.worker.send<Refused>('POST', `/permits/${shop.permit}/actions`, body),
      ),
    )
    expect(tries.map(({ body: { error } }) => error?.code)).toEqual(['too_early', 'too_early'])
    expect(await early()).toMatchObject([{ subject: 'close', person: 'Worker' }])
  })
  it('counts in the figures, by place', async () => {
    const { body } = await shop.people.lead.send<Statistics>('GET', '/permits/statistics?months=3')
    expect(body.early).toMatchObject([{ count: 1 }])
  })
})

describe('papers', () => {
  it('the code on a permit, read from the paper, leads to what is on record', async () => {
    const address = await readQr(await pdfOf(`/permits/${shop.permit}/pdf`))
    const { hash } = await see()
    const asked = new URL(address!)
    expect(asked.searchParams.get('hash')).toBe(hash)
    const answer = await ask(`${app.url}/api/v1/verify${asked.search}`)
    expect(await answer.json()).toMatchObject({ isKnown: true, isCurrent: true, hasMoved: false })
  })
  it('the month as PDF names every permit, what came late and who tried', async () => {
    const { body: shift } = await shop.people.lead.send<{ now: string }>('GET', '/shift')
    const month = new Intl.DateTimeFormat('en-CA', {
      timeZone: 'America/Halifax',
      year: 'numeric',
      month: '2-digit',
    }).format(new Date(shift.now))
    const { pages } = await readPdf(await pdfOf(`/permits/report.pdf?month=${month}`))
    const text = pages.join(' ')
    expect(text).toContain('Attempts to close early: 1.')
    expect(text).toContain((await see()).place)
    expect((await readPdf(await pdfOf('/permits/report.pdf?month=2020-01'))).pages[0]).toContain(
      'None was issued in this month.',
    )
  })
  it.each(['2026-13', '2026', 'x'])('a month that is none is refused: %s', async (month) => {
    const answer = await shop.people.lead.send<Refused>('GET', `/permits/report.pdf?month=${month}`)
    expect([answer.status, answer.body.error?.fields?.[0]?.path]).toEqual([400, 'month'])
  })
  it('JSON has every permit with its steps, and none of the health of anybody', async () => {
    const answer = await ask(`${app.url}/api/v1/permits.json`, {
      headers: { cookie: shop.people.viewer.cookie },
    })
    const body = (await answer.json()) as {
      next: number | null
      permits: { number: number; steps: { kind: string }[]; findings: { code: string }[] | null }[]
    }
    const { number, events } = await see()
    const one = body.permits.find((permit) => permit.number === number)!
    expect(one.steps).toHaveLength(events.length)
    expect(one.findings!.every(({ code }) => code.startsWith('fire.'))).toBe(true)
    expect(body.next).toBeNull()
    const older = await ask(`${app.url}/api/v1/permits.json?before=${number}`, {
      headers: { cookie: shop.people.viewer.cookie },
    })
    const { permits } = (await older.json()) as typeof body
    expect(permits.every((permit) => permit.number < number)).toBe(true)
  })
  it('the story tells what was signed, and what changed in between', async () => {
    const { body } = await shop.people.viewer.send<Story>('GET', `/permits/${shop.permit}/story`)
    expect(body.signed).toHaveLength(1)
    expect(body.draftedBy).toMatch(/^Lead/)
    const { validTo } = await see()
    const later = new Date(Date.parse(validTo) + 3_600_000).toISOString()
    await act(shop, 'resume')
    const longer = await shop.people.lead.send('POST', `/permits/${shop.permit}/extensions`, {
      eventId: randomUUID(),
      validTo: later,
      pins: [
        { as: 'operator', pin: PIN.worker },
        { as: 'fire_watch', pin: PIN.watch },
      ],
      pin: PIN.lead,
    })
    expect(longer.status).toBe(200)
    const { body: after } = await shop.people.viewer.send<Story>(
      'GET',
      `/permits/${shop.permit}/story`,
    )
    expect(after.signed[1]!.changes).toEqual([
      { what: 'Valid to', before: validTo, after: later, isTime: true },
    ])
  })
  it('who saw a line is part of what is signed', async () => {
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query<{ content: string }>('SELECT content FROM permit_snapshot WHERE permit_id = $1', [
        shop.permit,
      ]),
    )
    const { seen } = JSON.parse(rows[0]!.content) as { seen: Record<string, { name: string }> }
    expect(Object.keys(seen).sort()).toEqual(Object.keys(fullSweep()).sort())
  })
})
