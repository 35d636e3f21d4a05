import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startApp, type App } from '../app'
import { fillPermit, fullSweep, jobBody, made, makeShop, type Shop } from './shop.fixture'

interface Seen {
  ruleSets: string[]
  watchMinutes: number
  monitoring: { minutes: number; every: number } | null
  reach: number
  version: number
  work: object | null
  inReach: { name: string; metres: number; line: string }[] | null
  findings: { code: string; level: string; sentence: string }[]
}

let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'fire-rules')
})
afterAll(() => app.end())

async function draft(place: string): Promise<void> {
  const { lead } = shop.people
  const job = await made(lead, '/jobs', jobBody({ title: 'Rail', place }))
  shop.permit = await made(lead, '/permits', { jobId: job })
}
const read = async (): Promise<Seen> =>
  (await shop.people.lead.send<Seen>('GET', `/permits/${shop.permit}`)).body
const levelOf = async (code: string): Promise<string | undefined> =>
  (await read()).findings.find((finding) => finding.code === code)?.level
/** The rules of the shop as they are, but for a change. */
async function changeRules(change: object): Promise<number> {
  const { lead } = shop.people
  const { body } = await lead.send<{ me: { site: Record<string, unknown> } }>('GET', '/sign-in')
  const { id: _, rules, ...site } = body.me.site
  const {
    school: shadeSchool,
    house: __,
    limits: limitSets,
    ...clothing
  } = rules as {
    school: string
    house: unknown
    limits: string[]
  }
  const now = { ...site, ...clothing, shadeSchool, limitSets, ...change }
  return (await lead.send('PUT', '/site', now)).status
}

describe('the rules of a permit', () => {
  it('are those of the shop and more, never fewer: nobody writes a shorter watch', async () => {
    await draft('North quay')
    await fillPermit(shop, 240, { ruleSets: ['osha'] })
    expect(await read()).toMatchObject({ ruleSets: ['osha', 'nfpa51b'], watchMinutes: 60 })
    await fillPermit(shop, 240, { ruleSets: ['insurer', 'australia'] })
    expect(await read()).toMatchObject({
      ruleSets: ['nfpa51b', 'insurer', 'australia'],
      watchMinutes: 60,
      monitoring: { minutes: 180, every: 30 },
      reach: 15,
    })
    await fillPermit(shop)
    expect(await read()).toMatchObject({ ruleSets: ['nfpa51b'], monitoring: null })
  })

  it('that became stricter meanwhile hold it back until the fire check is saved again', async () => {
    await draft('South quay')
    await fillPermit(shop)
    expect(await levelOf('fire.reach')).toBe('clear')
    expect(await changeRules({ ruleSets: ['nfpa51b', 'australia'], houseMinutes: 90 })).toBe(200)
    expect(await levelOf('fire.reach')).toBe('stop')
    expect(await levelOf('fire.watchTime')).toBe('stop')
    await fillPermit(shop)
    expect(await levelOf('fire.reach')).toBe('clear')
    expect(await read()).toMatchObject({ watchMinutes: 90, reach: 15 })
  })

  it('of the shop: at least one, each once, none shorter than the least', async () => {
    for (const change of [
      { ruleSets: [] },
      { ruleSets: ['osha', 'osha'] },
      { ruleSets: ['house'] },
      { houseReach: 5 },
      { houseMonitoring: 5 },
    ])
      expect(await changeRules(change)).toBe(400)
  })
})

describe('the place of a permit', () => {
  const at = (x: number, floor = 'ground'): object => ({ work: { floor, x, y: 40 } })
  const put = async (change: object): Promise<{ status: number; path: string | undefined }> => {
    const { lead } = shop.people
    const answer = await lead.send<{ error?: { fields?: { path: string }[] } }>(
      'PUT',
      `/permits/${shop.permit}`,
      { ...filled, version: (await read()).version, ...change },
    )
    return { status: answer.status, path: answer.body.error?.fields?.[0]?.path }
  }
  const filled = {
    sweep: fullSweep(),
    operatorId: null,
    fireWatchId: null,
    validFrom: new Date().toISOString(),
    validTo: new Date(Date.now() + 3_600_000).toISOString(),
    ruleSets: ['nfpa51b'],
  }

  it('is not on the plan before anything is published', async () => {
    await draft('West quay')
    expect(await put(at(20))).toEqual({ status: 400, path: 'work' })
    expect(await put({})).toEqual({ status: 200, path: undefined })
    expect(await read()).toMatchObject({ work: null, inReach: null })
  })

  it('shows what the published plan has in reach, and holds back what it contradicts', async () => {
    const { lead } = shop.people
    const across = (half: number) => ({
      type: 'line',
      points: [
        { x: 24, y: 40 - half },
        { x: 24, y: 40 + half },
      ],
    })
    const box = (x: number) => ({ type: 'box', at: { x, y: 40 }, angle: 0, width: 1, depth: 1 })
    const drawn = [
      { kind: 'station', name: 'Outer bay', shape: box(20), of: shop.open },
      { kind: 'wall', name: 'Gable', shape: across(4), facts: { material: 'masonry' } },
      { kind: 'window', name: 'Loft window', shape: across(1) },
      { kind: 'combustible', name: 'Rope store', shape: box(60) },
    ].map((row) => {
      const thing = { facts: {}, of: null, ...row, id: randomUUID(), floor: 'ground' }
      return { id: thing.id, version: null, thing }
    })
    const changes = { id: randomUUID(), changes: drawn }
    expect((await lead.send('POST', '/plan/draft/changes', changes)).status).toBe(200)
    expect((await lead.send('POST', '/plan/versions', { id: randomUUID() })).status).toBe(201)

    expect(await put(at(20, 'cellar'))).toEqual({ status: 400, path: 'work' })
    expect(await put(at(20))).toMatchObject({ status: 200 })
    const seen = await read()
    expect(seen.inReach!.map(({ name, metres, line }) => [name, metres, line])).toEqual([
      ['Loft window', 4, 'openings'],
    ])
    expect(await levelOf('fire.openings')).toBe('clear')
    await put({ ...at(20), sweep: { ...fullSweep(), openings: 'na' } })
    expect(await levelOf('fire.openings')).toBe('stop')
    await put({ ...at(60), sweep: { ...fullSweep(), openings: 'na' } })
    expect(await levelOf('fire.openings')).toBe('clear')
    expect((await read()).inReach!.map(({ name }) => name)).toEqual(['Rope store'])
  })

  it('is that of the station of its job, where that is drawn once', async () => {
    const { lead } = shop.people
    const job = await made(
      lead,
      '/jobs',
      jobBody({ title: 'Bay', stationId: shop.open, place: null }),
    )
    shop.permit = await made(lead, '/permits', { jobId: job })
    expect((await read()).work).toEqual({ floor: 'ground', x: 20, y: 40 })
  })
})
