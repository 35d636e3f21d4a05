import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { Permit } from '#shared/permit/schema'
import { startApp, type App } from '../app'
import { photoFile, sendPhoto } from './photo.fixture'
import { fillPermit, fullSweep, jobBody, made, makeShop, newWatch, type Shop } from './shop.fixture'

let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp({})
  shop = await makeShop(app, 'ground')
})
afterAll(() => app.end())
beforeEach(async () => {
  await newWatch(shop)
  const job = await made(shop.people.lead, '/jobs', {
    ...jobBody({ welderId: shop.ids.worker, helmetId: shop.helmet, gearIds: [shop.machine] }),
    place: `Place ${randomUUID()}`,
  })
  shop.permit = await made(shop.people.lead, '/permits', { jobId: job })
})

type Refused = { error?: { code: string; fields?: { path: string; message: string }[] } }
const see = async (): Promise<Permit> =>
  (await shop.people.lead.send<Permit>('GET', `/permits/${shop.permit}`)).body
const level = async (code: string): Promise<string | undefined> =>
  (await see()).live.find((finding) => finding.code === code)?.level
/** What saving a changed fire check is answered with. */
async function save(change: object, by = shop.people.lead) {
  const { version, validFrom, validTo } = await see()
  return by.send<Permit & Refused>('PUT', `/permits/${shop.permit}`, {
    sweep: fullSweep(),
    operatorId: shop.ids.worker,
    fireWatchId: shop.ids.watch,
    validFrom,
    validTo,
    height: 1,
    ruleSets: ['nfpa51b'],
    version,
    ...change,
  })
}
const pallet = (change: object = {}) => ({
  id: randomUUID(),
  kind: 'combustible',
  name: 'Pallet of cartons',
  at: null,
  deed: null,
  photo: null,
  ...change,
})

describe('who saw each line', () => {
  it('is who answered it; an answer that stays keeps its name and time', async () => {
    await save({ sweep: { swept: 'yes' } }, shop.people.worker)
    const first = (await see()).seen.swept!
    expect(first.name).toBe('Worker')
    await save({ sweep: { swept: 'yes', moved: 'no' } })
    const { seen } = await see()
    expect(seen.swept).toEqual(first)
    expect(seen.moved!.name).toMatch(/^Lead/)
    await save({ sweep: { swept: 'no', moved: 'no' } })
    expect((await see()).seen.swept!.name).toMatch(/^Lead/)
    await save({ sweep: { moved: 'no' } })
    expect((await see()).seen.swept).toBeUndefined()
  })
  it('stands behind the Finding, and in what is held on record of that person', async () => {
    await save({ sweep: { swept: 'yes' } }, shop.people.worker)
    const { live, number } = await see()
    const line = live.find(({ code }) => code === 'fire.swept')!
    expect(line.reasons[0]!.inputs).toMatchObject({ seenBy: 'Worker' })
    const { body } = await shop.people.worker.send<{ permitsNamed: { number: number }[] }>(
      'GET',
      '/account/data.json',
    )
    expect(JSON.stringify(body)).toContain(`"number":${number}`)
  })
})

describe('what was found there on the day', () => {
  it('holds the permit back until something was done about it', async () => {
    const one = pallet()
    await save({ found: [one] })
    expect(await level('fire.found.1')).toBe('stop')
    await save({ found: [{ ...one, deed: 'covered' }] })
    expect(await level('fire.found.1')).toBe('clear')
    expect((await see()).found).toEqual([{ ...one, deed: 'covered' }])
  })
  it.each<[string, object, string]>([
    ['a deed that does not make it safe', { kind: 'liquid', deed: 'covered' }, 'found.0.deed'],
    ['a kind that is none', { kind: 'ghost' }, 'found.0.kind'],
    ['a place that is none', { at: { x: 1e9, y: 0 } }, 'found.0.at.x'],
    ['a photo that never came here', { photo: randomUUID() }, 'found.0.photo'],
  ])('%s is refused at its field', async (_, change, path) => {
    const answer = await save({ found: [pallet(change)] })
    expect([answer.status, answer.body.error?.fields?.[0]?.path]).toEqual([400, path])
  })
  it('is shown by a photo, which everyone of the shop may see and nobody else', async () => {
    const { status, id } = await sendPhoto(shop.people.worker, {
      kind: 'permit',
      item: shop.permit,
      portrait: true,
      bytes: await photoFile(),
    })
    expect(status).toBe(201)
    expect((await save({ found: [pallet({ photo: id })] })).status).toBe(200)
    expect((await shop.people.viewer.send('GET', `/photos/${id}/thumb`)).status).toBe(200)
  })
  it('a photo of no permit is refused; one of a round waits for it, seen by nobody else', async () => {
    const { lead, worker } = shop.people
    const of = { kind: 'permit', portrait: true }
    expect((await sendPhoto(lead, { ...of, item: randomUUID() })).status).toBe(404)
    const waits = await sendPhoto(lead, { ...of, item: shop.permit, portrait: false })
    expect(waits.status).toBe(201)
    const thumb = `/photos/${waits.id}/thumb`
    expect((await lead.send('GET', thumb)).status).toBe(200)
    expect((await worker.send('GET', thumb)).status).toBe(404)
  })
})

describe('a sketch of a place that no plan shows', () => {
  const wall = (points: object[]) => ({
    id: randomUUID(),
    kind: 'wall',
    floor: shop.permit,
    name: 'Partition',
    shape: { type: 'line', points },
    facts: { material: 'steel', height: 3 },
    of: null,
  })
  const sketch = (...things: object[]) => ({
    floors: [{ id: shop.permit, name: 'Sketch', outdoors: false, level: 0 }],
    things,
  })
  const work = () => ({ floor: shop.permit, x: 0, y: 0 })
  const near = () =>
    wall([
      { x: 2, y: -1 },
      { x: 2, y: 1 },
    ])

  it('is measured like a plan, and what it shows is no longer unknown', async () => {
    await save({ sketch: sketch(near()), work: work() })
    const { inReach, sparks, sketch: kept } = await see()
    expect(inReach).toMatchObject([{ name: 'Partition', metres: 2, line: 'farSide' }])
    expect('far' in sparks).toBe(true)
    expect(kept!.things).toHaveLength(1)
    await save({ sketch: sketch(near()), work: work(), sweep: { ...fullSweep(), farSide: 'na' } })
    expect(await level('fire.farSide')).toBe('stop')
  })
  it('sparks that were reckoned on it are those of the same sketch', async () => {
    await save({ sketch: sketch(near()), work: work() })
    await fillPermit(shop, 200, { sketch: sketch(near()), work: work() })
    expect('far' in (await see()).sparks).toBe(true)
  })
  it.each<[string, () => object, string]>([
    [
      'of another permit',
      () => ({
        sketch: { ...sketch(), floors: [{ id: 'x', name: 'x', outdoors: false, level: 0 }] },
      }),
      'sketch',
    ],
    [
      'with a wall of no length',
      () => ({
        sketch: sketch(
          wall([
            { x: 0, y: 0 },
            { x: 0, y: 0 },
          ]),
        ),
      }),
      'sketch',
    ],
    [
      'of two floors',
      () => ({
        sketch: {
          ...sketch(),
          floors: ['a', 'b'].map((id) => ({ id, name: id, outdoors: false, level: 0 })),
        },
      }),
      'sketch',
    ],
    [
      'with what stands on record',
      () => ({ sketch: sketch({ ...near(), of: randomUUID() }) }),
      'sketch',
    ],
    [
      'with the work beside it',
      () => ({ sketch: sketch(near()), work: { floor: 'ground', x: 0, y: 0 } }),
      'work',
    ],
  ])('%s is refused at its field', async (_, change, path) => {
    const answer = await save(change())
    expect([answer.status, answer.body.error?.fields?.[0]?.path]).toEqual([400, path])
  })
  it('works on two sketches are never one place', async () => {
    await save({ sketch: sketch(near()), work: work() })
    const other = await see()
    const job = await made(shop.people.lead, '/jobs', jobBody({ place: `Far ${randomUUID()}` }))
    shop.permit = await made(shop.people.lead, '/permits', { jobId: job })
    await save({ sketch: sketch(near()), work: work() })
    expect(await level(`fire.permit.${other.number}`)).toBeUndefined()
  })
})
