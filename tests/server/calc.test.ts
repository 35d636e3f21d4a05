import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import type { Finding } from '#core/finding/finding'
import { allRoutes } from '#shared/api/all'
import type { Contract } from '#shared/api/contract'
import { startApp, type App } from '../app'
import type { Person } from './client'
import { bodiesOf } from './fuzz'
import { makeShop } from './shop.fixture'

/** The calculations without anything stored: the same core, asked over the wire. */
let app: App
let viewer: Person
beforeAll(async () => {
  app = await startApp()
  viewer = (await makeShop(app, 'calc')).people.viewer
})
afterAll(() => app.end())

interface Answer {
  floor: number | null
  working: number | null
  wanted: number | null
  need: string
  schools: { school: string; shade: number | null }[]
  findings: Finding[]
  wear: { id: string }[]
  error: { code: string; fields: { path: string }[] }
}
const ask = async (name: string, body: unknown) =>
  viewer.send<Answer>('POST', `/calc/${name}`, body)

describe('POST /calc/shade', () => {
  it("names all schools, the one asked for and the person's own shade", async () => {
    const { body } = await ask('shade', {
      process: 'SMAW',
      amps: 120,
      school: 'europe',
      eyes: { lightSensitive: true, correction: 'none', tint: 3, found: null },
    })
    expect(body).toMatchObject({ floor: 8, working: 11, wanted: 12, need: 'filter' })
    expect(body.schools.map((entry) => [entry.school, entry.shade])).toEqual([
      ['legal', 8],
      ['guide', 10],
      ['europe', 11],
      ['house', 10],
    ])
    expect(body.findings.find((finding) => finding.code === 'eyes.glasses')).toMatchObject({
      level: 'caution',
      value: { amount: 14 },
    })
  })
  it("takes a chart of one's own and raises it to the law", async () => {
    const { body } = await ask('shade', {
      process: 'GMAW',
      amps: 120,
      school: 'house',
      house: [{ process: 'GMAW', from: 0, to: null, shade: 8 }],
    })
    expect(body).toMatchObject({ floor: 10, working: 10 })
    expect(body.findings.map((finding) => finding.code)).toContain('eyes.house')
  })
  it('outside the table: no answer, because', async () => {
    const { status, body } = await ask('shade', { process: 'PAC', amps: 900 })
    expect([status, body.floor, body.working, body.findings[0]!.level]).toEqual([
      200,
      null,
      null,
      'unknown',
    ])
    expect(body.findings[0]!.sentence).toContain('because 900 A lies outside the table')
  })
  test.each([
    [{ process: 'GLUE' }, 'process'],
    [{ process: 'SMAW', amps: -1 }, 'amps'],
    [{ process: 'SMAW', amps: 'many' }, 'amps'],
    [{ process: 'SMAW', amps: 100, school: 'mine' }, 'school'],
    [
      { process: 'SMAW', amps: 100, house: [{ process: 'SMAW', from: 0, to: null, shade: 99 }] },
      'house.0.shade',
    ],
    [{ process: 'OFC', gasFlow: 0 }, 'gasFlow'],
  ])('refuses %o at its field', async (body, path) => {
    const answer = await ask('shade', body)
    expect([answer.status, answer.body.error.code, answer.body.error.fields[0]!.path]).toEqual([
      400,
      'invalid',
      path,
    ])
  })
})

describe('POST /calc/ppe', () => {
  it("wears the site's rules and judges what was seen", async () => {
    const { body } = await ask('ppe', {
      process: 'SMAW',
      amps: 120,
      position: 'lying',
      grinding: true,
      safetyToe: true,
      season: 'cold',
      respirator: 'half_mask',
      seen: ['beard', 'lighter'],
    })
    expect(body.wear.map((item) => item.id)).toEqual(
      expect.arrayContaining(['boots-toe', 'warm', 'cape', 'apron', 'leathers']),
    )
    expect(body.findings.map((finding) => [finding.code, finding.level])).toEqual([
      ['body.list', 'clear'],
      // A whole shift where nobody told the minutes.
      ['body.noise', 'caution'],
      ['body.lighter', 'stop'],
      ['body.beard', 'stop'],
    ])
  })
  test.each([
    [{ process: 'SMAW', position: 'upside down' }, 'position'],
    [{ process: 'SMAW', season: 'wet' }, 'season'],
    [{ process: 'SMAW', seen: ['cape'] }, 'seen.0'],
  ])('refuses %o', async (body, path) =>
    expect((await ask('ppe', body)).body.error.fields[0]!.path).toBe(path),
  )
})

describe('POST /calc/marking', () => {
  it('reads, names what it does not know, and judges for the job', async () => {
    const { body } = await viewer.send<{
      systems: string[]
      tokens: { text: string; meaning: { words: string } | null }[]
      findings: Finding[]
    }>('POST', '/calc/marking', { text: 'Z87+ W5 ZZ', part: 'helmet', floor: 8, working: 10 })
    expect(body.systems).toEqual(['Z87'])
    expect(body.tokens.map((token) => token.meaning?.words ?? null)).toEqual([
      'High impact, ANSI Z87.1',
      'Welding filter, shade 5',
      null,
    ])
    expect(body.findings[0]).toMatchObject({ level: 'stop', legal: true })
  })
  test.each([
    [{ text: '', part: 'lens' }, 'text'],
    [{ text: 'Z87', part: 'boot' }, 'part'],
  ])('refuses %o', async (body, path) =>
    expect((await ask('marking', body)).body.error.fields[0]!.path).toBe(path),
  )
})

describe('POST /calc/laser', () => {
  const laser = {
    power: 1500,
    wavelength: 1070,
    divergence: 0.02,
    exposure: 10,
    eyewear: 7,
    barrier: true,
    everyone: true,
  }
  // log10(1500 / 0.385 / 0.005) = 5.89 (ANSI Z136.1, limit and aperture as in the core's table)
  it('gives density and distances', async () => {
    const { body } = await ask('laser', laser)
    expect(body.findings.find((finding) => finding.code === 'laser.density')).toMatchObject({
      level: 'clear',
      value: { amount: 5.89, unit: 'OD' },
    })
    const metres = (code: string): number =>
      body.findings.find((finding) => finding.code === code)!.value!.amount
    expect(metres('laser.eyeDistance') / metres('laser.skinDistance')).toBeCloseTo(14.14, 2)
  })
  it('outside its span: no answer', async () =>
    expect((await ask('laser', { ...laser, wavelength: 532 })).body.findings).toMatchObject([
      { level: 'unknown' },
    ]))
  test.each([
    [{ power: 0 }, 'power'],
    [{ divergence: -1 }, 'divergence'],
    [{ eyewear: 99 }, 'eyewear'],
    [{ barrier: 'maybe' }, 'barrier'],
  ])('refuses %o', async (change, path) =>
    expect((await ask('laser', { ...laser, ...change })).body.error.fields[0]!.path).toBe(path),
  )
})

describe('extreme numbers that a contract takes', () => {
  const calculations = (Object.values(allRoutes) as Contract[]).filter(
    (route) => route.method === 'POST' && route.path.startsWith('/calc/'),
  )
  it('every calculation is tried', () =>
    expect(calculations.map((route) => route.path).sort()).toEqual([
      '/calc/hood',
      '/calc/laser',
      '/calc/marking',
      '/calc/ppe',
      '/calc/release',
      '/calc/shade',
      '/calc/ventilation',
    ]))
  it.each(calculations.map((route) => [route.path, route] as const))(
    '%s: an answer or a refusal, never a fault, and no number that is none',
    async (path, route) => {
      await fc.assert(
        fc.asyncProperty(bodiesOf(route.body!), async (body) => {
          const answer = await viewer.send<Answer>('POST', path, body)
          expect([200, 400], JSON.stringify(answer.body)).toContain(answer.status)
          const said = JSON.stringify(answer.body)
          expect(said).not.toMatch(/\bNaN\b|\bInfinity\b|undefined/)
        }),
        { numRuns: 150, seed: 20_261 },
      )
    },
    120_000,
  )
})
