import { createHash, randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Permit, Verified } from '#shared/permit/schema'
import type { Statistics } from '#shared/permit/statistics'
import { startApp, withOwner, type App } from '../app'
import { Person } from './client'
import { readPdf } from './pdf'
import {
  act,
  fillPermit,
  issuePermit,
  jobBody,
  makeShop,
  newWatch,
  made,
  personRecord,
  PIN,
  sign,
  type Shop,
} from './shop.fixture'
import { ask } from './ask'

let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp({})
  shop = await makeShop(app, 'signing')
})
afterAll(() => app.end())

const see = async (): Promise<Permit> =>
  (await shop.people.lead.send<Permit>('GET', `/permits/${shop.permit}`)).body
const signed = async (): Promise<string[]> =>
  (await see()).signatories.filter(({ isSigned }) => isSigned).map(({ as }) => as)
const voids = async (): Promise<(string | null)[]> =>
  (await see()).events.filter(({ kind }) => kind === 'void').map(({ note }) => note)
const verify = async (query: object): Promise<Verified> =>
  (
    await new Person(app).send<Verified>(
      'GET',
      `/verify?${new URLSearchParams(query as Record<string, string>).toString()}`,
    )
  ).body

describe('signing', () => {
  it('everyone who is named signs: operator, watch, each further watcher, the attendant', async () => {
    const [main] = [shop.ids.watch]
    await newWatch(shop)
    const other = shop.ids.watch
    await fillPermit(shop, 240, {
      fireWatchId: main,
      watchers: [{ personId: other, side: 'Deck below' }],
      attendantId: shop.ids.instructor,
      rescue: 'Winch over the hatch',
    })
    expect((await sign(shop, 'fire_watch', PIN.watch)).body.error?.code).toBe('out_of_order')
    await sign(shop, 'operator', PIN.worker)
    await sign(shop, 'fire_watch', PIN.watch)
    expect((await sign(shop, 'attendant', PIN.instructor)).body.error?.code).toBe('out_of_order')
    expect((await act(shop, 'issue', PIN.lead)).body).toMatchObject({
      error: { code: 'unsigned', message: expect.stringContaining('attendant') as string },
    })
    await sign(shop, 'watcher', PIN.watch)
    await sign(shop, 'attendant', PIN.instructor)
    expect(await signed()).toEqual(['operator', 'fire_watch', 'watcher', 'attendant'])
  })
  it('a change makes signatures void and says whose', async () => {
    await fillPermit(shop, 200)
    expect(await signed()).toEqual([])
    const notes = await voids()
    expect(notes).toHaveLength(4)
    expect(notes[0]).toBe("Worker's signature counts no more: the fire check was changed.")
    await fillPermit(shop, 210)
    expect(await voids()).toHaveLength(4)
  })
  it('a change of the job, too', async () => {
    await sign(shop, 'operator', PIN.worker)
    const { body } = await shop.people.lead.send<{ version: number }>('GET', `/jobs/${shop.job}`)
    const change = jobBody({
      stationId: shop.open,
      welderId: shop.ids.worker,
      helmetId: shop.helmet,
      gearIds: [shop.machine],
      title: 'Another title',
      version: body.version,
    })
    expect((await shop.people.lead.send('PUT', `/jobs/${shop.job}`, change)).status).toBe(200)
    expect((await voids()).at(-1)).toContain('the job was changed')
    expect(await signed()).toEqual([])
  })
  it('nobody signs what they have not read', async () => {
    const { version } = await see()
    await fillPermit(shop, 220)
    const answer = await shop.people.lead.send<{ error: { code: string } }>(
      'POST',
      `/permits/${shop.permit}/signatures`,
      { eventId: randomUUID(), as: 'operator', version, pin: PIN.worker },
    )
    expect([answer.status, answer.body.error.code]).toEqual([409, 'changed'])
  })
  it('what was signed is kept word for word, with its hash, and cannot be changed', async () => {
    await sign(shop, 'operator', PIN.worker)
    const { hash, version } = await see()
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        'SELECT content, hash FROM permit_snapshot WHERE permit_id = $1 AND version = $2',
        [shop.permit, version],
      ),
    )
    expect(rows).toHaveLength(1)
    expect(createHash('sha256').update(rows[0].content).digest('hex')).toBe(hash)
    expect(rows[0].hash).toBe(hash)
    expect(JSON.parse(rows[0].content)).toMatchObject({ operator: { name: 'Worker' } })
  })
})

describe('a printed permit', () => {
  let printed: { permit: string; hash: string; seq: string }
  it('carries a code that leads to whether it is on record', async () => {
    await newWatch(shop)
    const job = await made(
      shop.people.lead,
      '/jobs',
      jobBody({
        stationId: null,
        place: `Quay ${randomUUID()}`,
        welderId: shop.ids.worker,
        helmetId: shop.helmet,
        gearIds: [shop.machine],
      }),
    )
    shop.permit = await made(shop.people.lead, '/permits', { jobId: job })
    await issuePermit(shop)
    const { hash, events, id } = await see()
    const seq = String(Math.max(...events.map(({ auditSeq }) => auditSeq ?? 0)))
    printed = { permit: id, hash, seq }
    expect(await verify(printed)).toMatchObject({
      isKnown: true,
      state: 'issued',
      isCurrent: true,
      hasMoved: false,
    })
  })
  it('tells that something was done since', async () => {
    await act(shop, 'start')
    expect(await verify(printed)).toMatchObject({ state: 'working', hasMoved: true })
  })
  it('with another hash, or of another permit, is not on record', async () => {
    expect(await verify({ ...printed, hash: 'f'.repeat(64) })).toMatchObject({ isKnown: false })
    expect(await verify({ ...printed, permit: randomUUID() })).toMatchObject({
      isKnown: false,
      number: null,
    })
  })
  it('an address that is not whole is refused at its field', async () => {
    const answer = await new Person(app).send<{ error: { fields: { path: string }[] } }>(
      'GET',
      `/verify?permit=${shop.permit}&hash=abc`,
    )
    expect([answer.status, answer.body.error.fields[0]!.path]).toEqual([400, 'hash'])
  })
  it('is two pages, with the hash and every signature', async () => {
    const answer = await ask(`${app.url}/api/v1/permits/${shop.permit}/pdf`, {
      headers: { cookie: shop.people.lead.cookie },
    })
    const { pages } = await readPdf(await answer.arrayBuffer())
    expect(pages).toHaveLength(2)
    const text = pages.join('').replace(/\s+/g, '')
    const { hash, findings } = await see()
    expect(text).toContain(hash)
    for (const { sentence } of findings) expect(text).toContain(sentence.replace(/\s+/g, ''))
    expect(pages[0]!.replace(/\s+/g, '')).toContain('byPIN')
  })
})

describe('a permit that goes on longer', () => {
  const pins = (watch: string = PIN.watch) => [
    { as: 'operator', pin: PIN.worker },
    { as: 'fire_watch', pin: watch },
  ]
  const extend = async (minutes: number, more: object = {}) => {
    const { validFrom } = await see()
    const validTo = new Date(Date.parse(validFrom) + minutes * 60_000).toISOString()
    return shop.people.lead.send<{
      validTo: string
      error?: { code: string; fields?: { path: string }[] }
    }>('POST', `/permits/${shop.permit}/extensions`, {
      eventId: randomUUID(),
      validTo,
      pins: pins(),
      pin: PIN.lead,
      ...more,
    })
  }
  it('needs the PIN of everyone on it, and of who issues it', async () => {
    const wrong = await extend(300, { pins: pins('0000') })
    expect([wrong.status, wrong.body.error?.fields?.[0]?.path]).toEqual([400, 'pins.1.pin'])
    const missing = await extend(300, { pins: pins().slice(0, 1) })
    expect(missing.status).toBe(400)
    expect((await extend(300, { pin: '0000' })).body.error?.fields?.[0]?.path).toBe('pin')
  })
  it('signed by all it is another version: what was printed before is not current', async () => {
    const { id, hash } = await see()
    const answer = await extend(300)
    expect(answer.status).toBe(200)
    expect(await signed()).toEqual(['operator', 'fire_watch'])
    const { events } = await see()
    expect(events.at(-1)).toMatchObject({ kind: 'extend', subject: 'valid_to' })
    expect(events.at(-1)!.note).toMatch(/^Valid to \d+ \w+ \d{4}, \d\d:\d\d, before that/)
    expect(await verify({ permit: id, hash })).toMatchObject({ isKnown: true, isCurrent: false })
  })
  it('not beyond the shift, not backwards', async () => {
    expect((await extend(13 * 60)).body.error?.code).toBe('blocked')
    expect((await extend(250)).body.error?.code).toBe('wrong_state')
  })
})

describe('another operator', () => {
  const take = (personId: string, pin: string) =>
    shop.people.lead.send<{ error?: { code: string; message: string } }>(
      'POST',
      `/permits/${shop.permit}/operator`,
      { eventId: randomUUID(), personId, pin },
    )
  it('takes over by PIN once the arc is out, cleared for the process', async () => {
    expect((await take(shop.ids.instructor, PIN.instructor)).body.error?.message).toContain('Stop')
    await act(shop, 'stop')
    expect((await take(shop.ids.instructor, PIN.instructor)).body.error?.message).toContain(
      'not cleared',
    )
    await shop.people.lead.send(
      'PUT',
      `/people/${shop.ids.instructor}/record`,
      personRecord({ cleared: ['SMAW'] }),
    )
    expect((await take(shop.ids.instructor, '0000')).body.error?.code).toBe('wrong_pin')
    expect((await take(shop.ids.instructor, PIN.instructor)).status).toBe(200)
    const { operator, events } = await see()
    expect(operator).toBe('Instructor')
    expect(events.at(-1)).toMatchObject({ kind: 'hand_over', subject: 'operator' })
  })
  it('not the watch', async () => {
    expect((await take(shop.ids.watch, PIN.watch)).body.error?.message).toContain('cannot be')
  })
})

describe('the table of permits', () => {
  it('has a line for each, with its rounds and overrides, in UTC', async () => {
    const answer = await ask(`${app.url}/api/v1/permits.csv`, {
      headers: { cookie: shop.people.lead.cookie },
    })
    expect(answer.headers.get('content-type')).toContain('text/csv')
    const [head, ...lines] = (await answer.text()).trim().split('\r\n')
    expect(head).toMatch(/^number,state,place,job,operator/)
    const { number, validFrom } = await see()
    const line = lines.find((one) => one.startsWith(`${number},`))!
    expect(line).toContain(validFrom)
    expect(line).toContain('nfpa51b')
  })
})

describe('permits in figures', () => {
  it('adds up what was issued, for staff only', async () => {
    const read = (who: 'lead' | 'worker') =>
      shop.people[who].send<Statistics>('GET', '/permits/statistics?months=3')
    const { body } = await read('lead')
    expect(body.permits).toBeGreaterThan(0)
    const { number } = await see()
    expect(body.cautions.flatMap(({ permits }) => permits.map((one) => one.number))).toContain(
      number,
    )
    expect(body.durations).toHaveLength(5)
    expect((await read('worker')).status).toBe(403)
    const wrong = await shop.people.lead.send('GET', '/permits/statistics?months=7')
    expect(wrong.status).toBe(400)
  })
})
