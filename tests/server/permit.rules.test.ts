import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startApp, type App } from '../app'
import { fillPermit, jobBody, made, makeShop, type Shop } from './shop.fixture'

interface Seen {
  ruleSets: string[]
  watchMinutes: number
  monitoring: { minutes: number; every: number } | null
  reach: number
  version: number
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
