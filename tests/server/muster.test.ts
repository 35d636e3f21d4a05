import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Alert } from '#shared/alert/schema'
import type { MusterAnswer, MusterRow } from '#shared/muster/schema'
import { startGateway } from '../../standins/gateway.mjs'
import { startApp, withOwner, type App } from '../app'
import { act, issuePermit, made, makeShop, type Shop } from './shop.fixture'

let app: App
let shop: Shop
let gateway: Awaited<ReturnType<typeof startGateway>>
beforeAll(async () => {
  gateway = await startGateway()
  app = await startApp({ env: gateway.env })
  shop = await makeShop(app, 'muster')
  await made(shop.people.lead, '/contacts', {
    name: 'Night porter',
    what: 'Gate',
    phone: '+44 1632 960 001',
    email: null,
    called: true,
  })
  await withOwner(app.ownerUrl, (client) =>
    client.query("UPDATE cylinder SET state = 'inUse', station_id = $2 WHERE id = $1", [
      shop.cylinder,
      shop.station,
    ]),
  )
  await issuePermit(shop)
  await act(shop, 'start')
})
afterAll(async () => {
  await app.end()
  await gateway.close()
})

type Role = keyof Shop['people']
interface Refusal {
  id: string
  error?: { code: string; fields?: { path: string }[] }
}
const begin = (role: Role, drill: boolean, id: string = randomUUID()) =>
  shop.people[role].send<Refusal>('POST', '/musters', { id, drill, note: 'Slip' })
const now = async (): Promise<MusterAnswer | null> =>
  (await shop.people.viewer.send<{ muster: MusterAnswer | null }>('GET', '/musters/now')).body
    .muster
const end = (id: string, role: Role = 'lead') =>
  shop.people[role].send<Refusal>('POST', `/musters/${id}/end`, { note: 'Everybody back in.' })
const count = (id: string, who: string, as: 'out' | 'away' | null) =>
  shop.people.worker.send<Refusal>('PUT', `/musters/${id}/counts`, { who, count: as })
const alerts = async (): Promise<Alert[]> =>
  (await shop.people.lead.send<Alert[]>('GET', '/alerts')).body
const told = (channel: string, text: string): number =>
  gateway.received.filter((one) => one.channel === channel && one.text.includes(text)).length
async function until(find: () => boolean): Promise<void> {
  for (let i = 0; i < 80 && !find(); i++) await new Promise((resolve) => setTimeout(resolve, 100))
  expect(find()).toBe(true)
}

describe('a drill', () => {
  let id = ''
  it('is begun by staff', async () => {
    expect((await begin('worker', true)).status).toBe(403)
    expect(await now()).toBeNull()
  })
  it('begun by two at once is one, and calls people of the shop, nobody outside', async () => {
    const answers = await Promise.all([begin('lead', true), begin('instructor', true)])
    expect(answers.map(({ status }) => status)).toEqual([201, 201])
    id = answers[0]!.body.id
    expect(answers[1]!.body.id).toBe(id)
    expect((await alerts()).map(({ kind }) => kind)).toEqual(['drill'])
    await until(() => told('mail', 'DRILL, everybody out') >= 2)
    expect(told('text', 'DRILL')).toBe(0)
  })
  it('lists whoever may be here, each with why, and the gas that stands open', async () => {
    const muster = (await now())!
    expect(muster.people.map(({ name, why }) => [name.split(' ')[0], why])).toEqual(
      expect.arrayContaining([
        ['Lead', 'Signed in'],
        ['Worker', expect.stringMatching(/^Permit \d+, /)],
        ['Watch', expect.stringMatching(/^Permit \d+, /)],
      ]),
    )
    expect(muster.gas).toMatchObject([{ name: 'C-1, Argon', place: 'Booth 1', fuel: false }])
  })
  it('gives way to a real alarm, which calls outside as well', async () => {
    const real = await begin('viewer', false)
    expect(real.body.id).not.toBe(id)
    expect((await now())!.drill).toBe(false)
    expect((await alerts()).map(({ kind }) => kind)).toEqual(['evacuation'])
    await until(() => told('text', 'EVERYBODY OUT') === 1)
    const old = await shop.people.lead.send<MusterAnswer>('GET', `/musters/${id}`)
    expect(old.body.endedNote).toBe('A real alarm was raised.')
    expect((await begin('lead', true)).body.error?.code).toBe('real_alarm')
  })
})

describe('whoever is counted', () => {
  it('stands with who counted them first; said twice it is said once', async () => {
    const { id, people } = (await now())!
    const [first, second] = people
    const answers = await Promise.all([count(id, first!.id, 'out'), count(id, first!.id, 'out')])
    expect(answers.map(({ status }) => status)).toEqual([200, 200])
    await count(id, second!.id, 'away')
    const after = (await now())!.people
    expect(after.find((one) => one.id === first!.id)).toMatchObject({
      count: 'out',
      countedBy: 'Worker',
    })
    expect(after.find((one) => one.id === second!.id)!.count).toBe('away')
    await count(id, second!.id, null)
    expect((await now())!.people.find((one) => one.id === second!.id)).toMatchObject({
      count: null,
      countedAt: null,
    })
    const { rows } = await withOwner(app.ownerUrl, (client) =>
      client.query("SELECT details FROM audit WHERE action = 'muster_counted'"),
    )
    expect(rows).toHaveLength(3)
  })
  it('has to be on the list; a visitor is put on it once', async () => {
    const { id, people } = (await now())!
    expect((await count(id, randomUUID(), 'out')).body.error?.fields?.[0]?.path).toBe('who')
    const visitor = { id: randomUUID(), name: 'Ship chandler' }
    const add = () => shop.people.worker.send('POST', `/musters/${id}/people`, visitor)
    expect((await Promise.all([add(), add()])).map(({ status }) => status)).toEqual([201, 201])
    expect((await now())!.people).toHaveLength(people.length + 1)
  })
  it('gas is shut once, and may be open after all', async () => {
    const { id, gas } = (await now())!
    const shut = (isShut: boolean) =>
      shop.people.worker.send('PUT', `/musters/${id}/gas`, { gas: gas[0]!.id, isShut })
    await Promise.all([shut(true), shut(true)])
    expect((await now())!.gas[0]!.shutBy).toBe('Worker')
    await shut(false)
    expect((await now())!.gas[0]!.shutAt).toBeNull()
  })
})

describe('it is over', () => {
  it('when staff says so, once; then nothing of it changes', async () => {
    const { id, people } = (await now())!
    expect((await end(id, 'worker')).status).toBe(403)
    expect(
      (await Promise.all([end(id), end(id, 'instructor')])).map(({ status }) => status),
    ).toEqual([200, 200])
    expect(await now()).toBeNull()
    expect(await alerts()).toEqual([])
    expect((await count(id, people[0]!.id, 'away')).body.error?.code).toBe('over')
    await until(() => told('text', 'Over: everybody out') === 1)
    const { body } = await shop.people.viewer.send<MusterRow[]>('GET', '/musters')
    expect(body.map(({ drill }) => drill)).toEqual([false, true])
    expect(body[0]!.total).toBe(people.length)
    expect(body[0]!.counted).toBeLessThan(body[0]!.total)
  })
})
