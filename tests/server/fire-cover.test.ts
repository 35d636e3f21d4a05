import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Finding } from '#core/finding/finding'
import type { FireCover } from '#shared/shop/fire-cover'
import { startApp, type App } from '../app'
import { JOB } from '../core/job.fixture'
import { addGear } from './gear.fixture'
import { extinguisherDrawn } from './plan.fixture'
import { allPass, made, makeShop, type Shop } from './shop.fixture'

let app: App
let shop: Shop
let station: string

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'cover')
  station = await burning('Metal bay', ['live', 'metal'])
})
afterAll(() => app.end())

const burning = (name: string, burns: unknown): Promise<string> =>
  made(shop.people.lead, '/stations', { name, designated: true, air: JOB.air, burns })
const coverOf = async (id: string, who = shop.people.lead): Promise<Finding[] | undefined> =>
  (await who.send<FireCover[]>('GET', '/fire-cover')).body.find((cover) => cover.stationId === id)
    ?.findings
const levels = async (id: string): Promise<string[]> =>
  (await coverOf(id))!.map(({ level }) => level)
async function addExtinguisher(
  label: string,
  agent: string,
  stationId: string | null,
): Promise<string> {
  const id = await addGear(shop, 'extinguisher', label, {
    everyDays: 31,
    stationId,
    fields: { agent, madeOn: '2025-01-01' },
  })
  const lines = allPass('extinguisher')
  expect(
    (await shop.people.lead.send('POST', `/gear/extinguisher/${id}/inspections`, { lines })).status,
  ).toBe(201)
  return id
}

/** It is on record at another station. */
async function moveTo(gear: string, label: string, agent: string, stationId: string) {
  const answer = await shop.people.lead.send('PUT', `/gear/extinguisher/${gear}`, {
    kind: 'extinguisher',
    label,
    description: '',
    everyDays: 31,
    stationId,
    fields: { agent, madeOn: '2025-01-01' },
  })
  expect(answer.status).toBe(200)
}

describe('the extinguishers of a station', () => {
  it('are judged against what can burn there, and hold back the jobs there', async () => {
    expect(await levels(station)).toEqual(['stop', 'stop'])
    await addExtinguisher('FE-1', 'co2', station)
    expect(await levels(station)).toEqual(['stop', 'clear'])
    const job = await made(shop.people.lead, '/jobs', {
      title: 'Titanium vent',
      stationId: station,
      place: null,
      welderId: shop.ids.worker,
      helmetId: null,
      gearIds: [],
      cylinderIds: [],
      spec: JOB,
    })
    const codes = async (): Promise<string[]> =>
      (await shop.people.lead.send<{ airNow: Finding[] }>('GET', `/jobs/${job}`)).body.airNow.map(
        ({ code, level }) => `${code} ${level}`,
      )
    expect(await codes()).toContain('gear.fireCover stop')
    await addExtinguisher('FE-2', 'classD', station)
    expect(await levels(station)).toEqual(['clear', 'clear'])
    expect(await codes()).not.toContain('gear.fireCover stop')
  })

  it('elsewhere are in reach as far as the published plan says, where record and plan agree', async () => {
    const bay = await burning('Reach bay', ['ordinary'])
    const draw = async (gear: string, metres: number): Promise<void> => {
      const { lead } = shop.people
      const drawn = await lead.send(
        'POST',
        '/plan/draft/changes',
        extinguisherDrawn(bay, gear, metres),
      )
      expect(drawn.status).toBe(200)
    }
    const publish = async (): Promise<void> => {
      const answer = await shop.people.lead.send('POST', '/plan/versions', { id: randomUUID() })
      expect(answer.status).toBe(201)
    }
    const away = await addExtinguisher('FE-3', 'water', null)
    expect(await levels(bay)).toEqual(['unknown'])
    await draw(away, 20)
    // A draft says nothing yet.
    expect(await levels(bay)).toEqual(['unknown'])
    await publish()
    const [inReach] = (await coverOf(bay))!
    expect(inReach).toMatchObject({ level: 'clear', value: { unit: 'm' } })
    expect(inReach!.value!.amount).toBeCloseTo(20, 0)
    // On record at a station that is not drawn: plan and record tell two places.
    await moveTo(away, 'FE-3', 'water', station)
    expect(await levels(bay)).toEqual(['unknown'])
    await moveTo(away, 'FE-3', 'water', bay)
    expect(await levels(bay)).toEqual(['clear'])
  })

  it('elsewhere in the shop are not known to be in reach', async () => {
    expect(await levels(await burning('Far bay', ['metal']))).toEqual(['unknown'])
  })

  it('are unknown where nobody told, and everybody of the shop may see it', async () => {
    expect((await coverOf(shop.station, shop.people.viewer))!.map(({ level }) => level)).toEqual([
      'unknown',
    ])
  })

  it('what can burn is told once each, from the list, or not at all', async () => {
    for (const burns of [[], ['live', 'live'], ['straw']]) {
      const answer = await shop.people.lead.send<{
        error: { fields: { path: string }[] }
      }>('POST', '/stations', { name: `No ${burns.length}`, designated: true, air: JOB.air, burns })
      expect(answer.status).toBe(400)
      expect(answer.body.error.fields[0]!.path).toMatch(/^burns/)
    }
  })

  it('of another organisation count for nothing here', async () => {
    const other = await makeShop(app, 'cover-other')
    const theirs = await made(other.people.lead, '/stations', {
      name: 'Metal bay',
      designated: true,
      air: JOB.air,
      burns: ['metal'],
    })
    const { body } = await other.people.lead.send<FireCover[]>('GET', '/fire-cover')
    expect(body.some(({ stationId }) => stationId === station)).toBe(false)
    expect(body.find(({ stationId }) => stationId === theirs)!.findings[0]!.level).toBe('stop')
  })
})
