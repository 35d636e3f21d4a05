import { execFile } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { LimitSet } from '#core/exposure/terms'
import { judgeReadings } from '#core/monitor/readings'
import type { StationAir } from '#shared/air/schema'
import { startApp, type App } from '../app'
import { JOB } from '../core/job.fixture'
import { Person } from './client'
import { jobBody, made, makeShop, today, type Shop } from './shop.fixture'

const MONITOR = fileURLToPath(new URL('../../standins/monitor.mjs', import.meta.url))
const run = promisify(execFile)

let app: App
let shop: Shop
let lead: Person
beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'standin')
  lead = shop.people.lead
})
afterAll(() => app.end())

const device = async (station: string): Promise<string> =>
  (
    await lead.send<{ token: string }>('POST', '/devices', {
      name: randomUUID().slice(0, 8),
      stationId: station,
    })
  ).body.token
const play = (token: string, ...more: string[]) =>
  run(process.execPath, [MONITOR, '--url', app.url, '--every', '0.05', ...more], {
    env: { ...process.env, ZONARIS_MONITOR_TOKEN: token },
  })
const air = async (station: string): Promise<StationAir> =>
  (await lead.send<StationAir>('GET', `/stations/${station}/air`)).body

describe('a reading a second', () => {
  it('is judged as the readings themselves are, by mean, peak and last', async () => {
    const station = await made(lead, '/stations', { name: 'Fine', designated: true, air: JOB.air })
    const token = await device(station)
    const start = Math.floor(Date.now() / 60_000 - 18) * 60_000
    const readings = Array.from({ length: 16 * 60 }, (_, i) => ({
      at: start + i * 1_000,
      value: i % 60 === 37 ? 9 : 0.5 + (i % 7) / 10,
    }))
    const sent = await new Person(app).send(
      'POST',
      '/readings',
      {
        readings: readings.map(({ at, value }) => ({
          substance: 'fume',
          at: new Date(at).toISOString(),
          value,
        })),
      },
      { authorization: `Bearer ${token}` },
    )
    expect(sent.body).toMatchObject({ kept: 960 })
    const { findings, traces } = await air(station)
    const { body } = await lead.send<{ me: { site: { rules: { limits: LimitSet[] } } } }>(
      'GET',
      '/sign-in',
    )
    const raw = judgeReadings(readings, 'fume', body.me.site.rules.limits, Date.now())
    const told = findings.find((finding) => finding.code === raw.code)!
    const meanOf = (finding: { reasons: { inputs?: Record<string, unknown> }[] }): number =>
      Number.parseFloat(String(finding.reasons[0]!.inputs!.fifteenMinutes))
    expect(Math.max(...traces[0]!.points.map((point) => point.value))).toBe(9)
    expect(Math.abs(meanOf(told) / meanOf(raw) - 1)).toBeLessThan(0.1)
    expect(told.level).toBe(raw.level)
  })
})

describe('the simulated monitor', () => {
  it('sends readings that stand on the station, each moment once', async () => {
    const station = await made(lead, '/stations', { name: 'Calm', designated: true, air: JOB.air })
    const { stdout } = await play(await device(station), '--kind', 'gas', '--once', '6')
    const answers = stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { kept: number; alarm: boolean })
    expect(answers).toHaveLength(6)
    expect(answers.every((answer) => answer.kept > 0 && !answer.alarm)).toBe(true)
    const { traces, findings, alarms } = await air(station)
    expect(traces.map((trace) => trace.substance).sort()).toEqual([
      'carbonMonoxide',
      'nitrogenDioxide',
    ])
    for (const trace of traces) expect(trace.points).toHaveLength(6)
    expect(answers.reduce((sum, answer) => sum + answer.kept, 0)).toBe(12)
    expect(findings.map((finding) => finding.code).sort()).toEqual([
      'air.monitor.carbonMonoxide',
      'air.monitor.nitrogenDioxide',
    ])
    expect(alarms).toEqual([])
  })
  it('with a peak it raises one alarm, however long it goes on', async () => {
    const station = await made(lead, '/stations', { name: 'Peak', designated: true, air: JOB.air })
    const { stdout } = await play(
      await device(station),
      '--kind',
      'gas',
      '--scenario',
      'peak',
      '--once',
      '4',
    )
    expect(stdout).toContain('"alarm":true')
    expect((await air(station)).alarms.filter((alarm) => alarm.kind === 'monitor')).toHaveLength(1)
  })
  it('ends with its token, and says what it lacks', async () => {
    await expect(play('zd_made-up', '--once', '1')).rejects.toThrow(/token is not taken/)
    await expect(run(process.execPath, [MONITOR])).rejects.toThrow(
      /Needs --url, and the token in ZONARIS_MONITOR_TOKEN/,
    )
    await expect(play('zd_x', '--kind', 'radio')).rejects.toThrow(/fume or gas/)
  })
})

describe('the air of a station in a session', () => {
  interface Matrix {
    members: {
      personId: string
      cells: { need: string; finding: { code: string; level: string } | null }[]
    }[]
  }
  const cell = async (session: string, need: string) =>
    (await lead.send<Matrix>('GET', `/sessions/${session}`)).body.members
      .find((member) => member.personId === shop.ids.worker)!
      .cells.find((entry) => entry.need === need)!.finding
  const sessionAt = async (station: string, job: string): Promise<string> => {
    const session = await made(lead, '/sessions', {
      day: await today(lead),
      title: randomUUID().slice(0, 8),
      courseId: null,
    })
    await lead.send('POST', `/sessions/${session}/changes`, {
      change: { kind: 'add', people: [shop.ids.worker] },
    })
    await lead.send('POST', `/sessions/${session}/changes`, {
      change: {
        kind: 'assign',
        people: [shop.ids.worker],
        set: { stationId: station, jobId: job },
      },
    })
    return session
  }
  it('an open alarm at the station stops whoever works there, until it is cleared', async () => {
    const station = await made(lead, '/stations', {
      name: 'Alarmed',
      designated: true,
      air: JOB.air,
    })
    const session = await sessionAt(
      station,
      await made(lead, '/jobs', jobBody({ stationId: station, spec: JOB })),
    )
    expect((await cell(session, 'extraction'))!.code).not.toBe('air.alarm')
    const alarm = await made(lead, '/alarms', {
      id: randomUUID(),
      kind: 'bad_air',
      stationId: station,
    })
    expect(await cell(session, 'extraction')).toMatchObject({ code: 'air.alarm', level: 'stop' })
    await lead.send('POST', `/alarms/${alarm}/clear`, { note: 'Door opened' })
    expect((await cell(session, 'extraction'))!.code).not.toBe('air.alarm')
  })
  it('a sampling result counts only at the station where it was taken', async () => {
    const [here, there] = [
      await made(lead, '/stations', { name: 'Sampled', designated: true, air: JOB.air }),
      await made(lead, '/stations', { name: 'Elsewhere', designated: true, air: JOB.air }),
    ]
    const job = await made(
      lead,
      '/jobs',
      jobBody({
        stationId: here,
        spec: {
          ...JOB,
          consumable: null,
          measured: { reference: 'AS-3', results: { twa: { fume: 0.2 } } },
        },
      }),
    )
    const level = async (station: string): Promise<string> =>
      (await cell(await sessionAt(station, job), 'air'))!.level
    // Without a consumable nothing is known of the air elsewhere; what was measured here is one result among unknowns.
    expect(await level(there)).toBe('unknown')
    const cells = async (station: string) =>
      JSON.stringify(await cell(await sessionAt(station, job), 'air'))
    expect(await cells(here)).not.toEqual(await cells(there))
  })
  it('a copied job leaves the sampling result behind', async () => {
    const job = await made(
      lead,
      '/jobs',
      jobBody({
        place: 'Quay',
        spec: {
          ...JOB,
          measured: { reference: 'AS-4', results: { twa: { fume: 0.2 } } },
          air: { ...JOB.air, space: 'outdoors' },
        },
      }),
    )
    const copy = await made(lead, `/jobs/${job}/copy`, undefined)
    expect(
      (await lead.send<{ spec: { measured: unknown } }>('GET', `/jobs/${copy}`)).body.spec.measured,
    ).toBeNull()
  })
})
