import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { AirCase } from '#core/air/case'
import type { Assessment, JobAir, Rerun, StationAir } from '#shared/air/schema'
import type { ImportPreview } from '#shared/files/schema'
import type { Job } from '#shared/job/schema'
import type { Pairs, SampleGroup } from '#shared/sampling/schema'
import { startApp, withOwner, type App } from '../app'
import { filledOf } from '../core/gear.fixture'
import { JOB } from '../core/job.fixture'
import { addMeter } from './gear.fixture'
import { Person } from './client'
import { readPdf } from './pdf'
import {
  allPass,
  fullSweep,
  jobBody,
  made,
  makeShop,
  PIN,
  SECTION,
  today,
  sign,
  type Shop,
} from './shop.fixture'
import { ask } from './ask'

let app: App
let shop: Shop
let lead: Person
let job: string
let day: string
beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'air')
  lead = shop.people.lead
  job = await made(
    lead,
    '/jobs',
    jobBody({
      title: 'Frames',
      stationId: shop.station,
      welderId: shop.ids.worker,
      spec: { ...JOB },
    }),
  )
  day = await today(lead)
})
afterAll(() => app.end())

const air = async (id = job): Promise<JobAir> =>
  (await lead.send<JobAir>('GET', `/jobs/${id}/air`)).body
const assess = async (
  change: Partial<AirCase> = {},
  id = job,
  draws = 10_000,
): Promise<{
  status: number
  body: Assessment & { error: { code: string; fields: { path: string }[] } }
}> =>
  lead.send('POST', `/jobs/${id}/assessments`, {
    air: { ...(await air(id)).start, ...change },
    seed: 42,
    draws,
    note: 'First look',
  })
const findings = async (id: string): Promise<Job['findings']> =>
  (await lead.send<Job>('GET', `/jobs/${id}`)).body.findings

describe('an air assessment', () => {
  let first: Assessment
  it('is worked out on the server, kept with inputs, model, seed and results, and counts for the job', async () => {
    const { status, body } = await assess()
    expect(status).toBe(201)
    first = body
    expect(body).toMatchObject({
      seed: 42,
      draws: 10_000,
      model: 'air-2',
      note: 'First look',
      current: true,
      results: { decisive: 'fume' },
    })
    expect(body.results.controls.at(-1)!.id).toBe('respirator')
    const fume = (await findings(job)).find((finding) => finding.code === 'air.fume')!
    expect(fume.sentence).toMatch(/^Upper estimate/)
    expect((await lead.send<Assessment>('GET', `/assessments/${first.id}`)).body).toEqual(first)
  })
  it('the same seed gives the same figures again', async () =>
    expect((await assess()).body.results).toEqual(first.results))
  it('run again it says that nothing changed, and after a change of the job what did', async () => {
    const same = await lead.send<Rerun>('GET', `/assessments/${first.id}/rerun`)
    expect(same.body.inputs).toEqual([])
    for (const row of same.body.results) expect(row.now).toBe(row.then)
    const { body: now } = await lead.send<Job>('GET', `/jobs/${job}`)
    await lead.send(
      'PUT',
      `/jobs/${job}`,
      jobBody({
        title: 'Frames',
        stationId: shop.station,
        welderId: shop.ids.worker,
        spec: { ...JOB, amps: 150 },
        version: now.version,
      }),
    )
    const changed = await lead.send<Rerun>('GET', `/assessments/${first.id}/rerun`)
    expect(changed.body.inputs).toContainEqual({ path: 'sources.0.amps', then: '120', now: '150' })
    expect(changed.body.results.find((row) => row.substance === 'fume')!.now).toBeGreaterThan(
      changed.body.results.find((row) => row.substance === 'fume')!.then,
    )
    expect((await findings(job)).map((finding) => finding.code)).toContain('air.assessment')
    expect((await lead.send<Assessment>('GET', `/assessments/${first.id}`)).body).toMatchObject({
      current: false,
      results: first.results,
    })
  })
  it('prints on two pages what a hygienist checks by hand', async () => {
    const answer = await ask(`${app.url}/api/v1/assessments/${first.id}/pdf?paper=A4`, {
      headers: { cookie: lead.cookie },
    })
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    const read = await readPdf(await answer.arrayBuffer())
    const { width } = read
    // A line broken after a stroke reads as a space.
    const pages = read.pages.map((page) => page.replaceAll('/ ', '/').replaceAll(' /', '/'))
    expect(pages).toHaveLength(2)
    expect(Math.round(width)).toBe(595)
    expect(pages[0]).toMatch(/it never says safe/)
    expect(pages[1]).toMatch(/To check by hand/)
    // G = 23.92 g/h x share / 3.6 by hand
    expect(pages[1]).toMatch(/G = 23\.9 g\/h x \(1 - 0\) x 0\.25\/3\.6 = 1\.66 mg\/s/)
    expect(pages[1]).toMatch(/seed, draws air-2, 42, 10,000/)
  })
  it('prints what no model reckons: the gases of the arc and a painted surface', async () => {
    const painted = await made(
      lead,
      '/jobs',
      jobBody({
        title: 'Painted',
        stationId: shop.station,
        spec: { ...JOB, process: 'GMAW', consumable: 'GMAW E70S', coating: 'paint' },
      }),
    )
    const { body } = await assess({}, painted)
    const answer = await ask(`${app.url}/api/v1/assessments/${body.id}/pdf?paper=A4`, {
      headers: { cookie: lead.cookie },
    })
    const text = (await readPdf(await answer.arrayBuffer())).pages.join(' ').replace(/\s+/g, ' ')
    expect(text).toContain('what the coating gives off is not judged')
    expect(text).toContain('Ozone, nitrogen dioxide and carbon monoxide: not judged, measure.')
  })
  it.each([
    [{ volume: 0 }, 'air.volume'],
    [{ flow: 0 }, 'air.flow'],
    [{ flow: -1 }, 'air.flow'],
    [{ shiftMinutes: 1500 }, 'air.shiftMinutes'],
    [{ sources: [] }, 'air.sources'],
    [{ mixing: 0.2 }, 'air.mixing'],
    [{ background: { moonDust: 1 } }, 'air.background'],
  ] as const)('refuses %o at its field', async (change, field) => {
    const { status, body } = await assess(change as Partial<AirCase>)
    expect(status).toBe(400)
    expect(body.error.fields.map((entry) => entry.path).join()).toContain(field)
  })
  it('refuses a source that ends before it begins, and a number of draws that is not offered', async () => {
    const start = (await air()).start
    expect(
      (
        await assess({
          sources: [{ ...start.sources[0]!, from: 200, to: 100 }] as AirCase['sources'],
        })
      ).body.error.fields[0]!.path,
    ).toBe('air.sources.0.to')
    expect((await assess({}, job, 77)).status).toBe(400)
  })
  it('has no answer outdoors', async () => {
    const outdoors = await made(lead, '/jobs', jobBody({ title: 'Quay', place: 'Quay' }))
    expect((await air(outdoors)).applies).toMatchObject({ ok: false })
    expect((await assess({ volume: 100, flow: 1 }, outdoors)).body.error.code).toBe('no_answer')
  })
})

describe('own consumables', () => {
  const SHEET = {
    name: 'TH wire',
    process: 'FCAW',
    alloy: 'steel',
    fume: 11,
    of: 'fume',
    parts: { manganese: 0.07, iron: 0.6, other: 0.33 },
    reference: 'Sheet 1',
  }
  const send = (text: string, format: 'csv' | 'json', apply: boolean) =>
    lead.send<ImportPreview & { error: { message: string } }>('POST', '/consumables/import', {
      text,
      format,
      apply,
    })
  it('are added, offered in the check, and retired', async () => {
    const id = await made(lead, '/consumables', SHEET)
    expect((await air()).own.map((row) => row.name)).toContain('TH wire')
    expect((await lead.send('PUT', `/consumables/${id}`, { retired: true })).status).toBe(200)
    expect((await air()).own.map((row) => row.name)).not.toContain('TH wire')
  })
  it('refuse fractions that do not add up, with the sum, and a doubled name', async () => {
    const short = await lead.send<{ error: { message: string; fields: { path: string }[] } }>(
      'POST',
      '/consumables',
      { ...SHEET, name: 'Short', parts: { manganese: 0.07, iron: 0.6 } },
    )
    expect(short.status).toBe(400)
    expect(short.body.error.fields[0]!.path).toBe('parts')
    expect(short.body.error.message).toContain('0.67')
    expect((await lead.send('POST', '/consumables', SHEET)).status).toBe(409)
  })
  it('come from CSV and JSON, all or nothing', async () => {
    const header = 'name,process,alloy,fume,of,reference,manganese,iron,other'
    const broken = `${header}\nW1,GMAW,steel,5,fume,S1,0.06,0.64,0.3\nW2,GMAW,steel,5,fume,S1,0.06,0.64,0.1`
    const preview = await send(broken, 'csv', false)
    expect(preview.body.rows.map((row) => row.state)).toEqual(['new', 'broken'])
    expect(preview.body.rows[1]!.faults[0]!.message).toContain('0.8')
    expect((await send(broken, 'csv', true)).status).toBe(400)
    expect(
      (await send(`${header}\nW1,GMAW,steel,5,fume,S1,0.06,0.64,0.3`, 'csv', true)).body.applied,
    ).toBe(1)
    expect(
      (
        await send(
          JSON.stringify([
            { ...SHEET, name: 'W3' },
            { ...SHEET, name: 'W1' },
          ]),
          'json',
          true,
        )
      ).body.applied,
    ).toBe(1)
    expect((await send('{', 'json', false)).body.header).toEqual(['This is not JSON.'])
    expect((await send('name,process\nx,y', 'csv', false)).body.header.join()).toMatch(
      /"alloy" is missing/,
    )
  })
})

describe('hood and surveys', () => {
  const section = SECTION
  let meterId: string
  beforeAll(async () => {
    meterId = await addMeter(shop, 'airMeter')
  })
  const state = async (): Promise<StationAir> =>
    (await lead.send<StationAir>('GET', `/stations/${shop.station}/air`)).body
  it('a survey needs a hood; the trend and its Finding follow; a retry counts once', async () => {
    const survey = (ago: number, velocity: number, filterChanged = false) => ({
      id: randomUUID(),
      on: new Date(Date.parse(day) - ago * 86_400_000).toISOString().slice(0, 10),
      velocity,
      staticPressure: null,
      filterChanged,
      meterId,
    })
    expect(
      (await lead.send('POST', `/stations/${shop.station}/surveys`, survey(1, 0.6))).status,
    ).toBe(400)
    expect(
      (
        await lead.send('PUT', `/stations/${shop.station}/hood`, {
          section,
          need: 0.508,
          surveyDays: 90,
        })
      ).status,
    ).toBe(200)
    expect((await state()).findings[0]).toMatchObject({ code: 'air.survey', level: 'unknown' })
    const last = survey(5, 0.53)
    for (const entry of [survey(100, 0.7, true), survey(60, 0.62), survey(30, 0.57), last, last])
      expect((await lead.send('POST', `/stations/${shop.station}/surveys`, entry)).status).toBe(201)
    const now = await state()
    expect(now.surveys).toHaveLength(4)
    expect(now.trend.because).toBeNull()
    expect(now.trend.mayFallOn! >= last.on).toBe(true)
    expect(now.findings[0]).toMatchObject({
      level: 'caution',
      sentence: expect.stringMatching(/Falling/),
    })
    expect(
      (await lead.send('POST', `/stations/${shop.station}/surveys`, survey(-3, 0.6))).status,
    ).toBe(400)
  })
  it('an overdue survey stands on the jobs that use the hood, and on no other', async () => {
    const stale = await made(lead, '/stations', { name: 'Booth S', designated: true, air: JOB.air })
    await lead.send('PUT', `/stations/${stale}/hood`, { section, need: 0.508, surveyDays: 30 })
    await made(lead, `/stations/${stale}/surveys`, {
      id: randomUUID(),
      on: new Date(Date.parse(day) - 40 * 86_400_000).toISOString().slice(0, 10),
      velocity: 0.7,
      staticPressure: 300,
      filterChanged: true,
    })
    const with_ = async (hood: string): Promise<string[]> =>
      (
        await findings(
          await made(
            lead,
            '/jobs',
            jobBody({
              stationId: stale,
              spec: {
                ...JOB,
                air: { ...JOB.air, hood, hoodFlow: 0.3, hoodDistance: 0.2, hoodProved: true },
              },
            }),
          ),
        )
      )
        .filter((finding) => finding.code === 'air.survey')
        .map((finding) => finding.level)
    expect(await with_('movable_hood')).toEqual(['unknown'])
    expect(await with_('none')).toEqual([])
  })
  it('bad sections are told by their field', async () => {
    const answer = await lead.send<{ error: { fields: { path: string }[] } }>(
      'PUT',
      `/stations/${shop.station}/hood`,
      { section: { ...section, hood: { x: 0, y: 0 }, opening: 0 }, need: 0.5, surveyDays: 90 },
    )
    expect(answer.status).toBe(400)
    expect(
      (await lead.send('POST', '/calc/hood', { ...section, hood: { x: -0.6, y: 0.7 } })).body,
    ).toMatchObject({
      findings: expect.arrayContaining([
        expect.objectContaining({ code: 'air.hoodBehind', level: 'stop' }),
      ]),
    })
  })
})

describe('samples', () => {
  const HEADER = 'date,kind,group,who,task,substance,minutes,value,unit,reference'
  const send = (text: string, apply: boolean) =>
    lead.send<ImportPreview & { error: { message: string } }>('POST', '/samples/import', {
      text,
      format: 'csv',
      apply,
    })
  const line = (on: string, value: string, unit = 'mg/m3', substance = 'fume') =>
    `${on},personal,Fitters,Person A,MAG,${substance},480,${value},${unit},AS-9`
  it('are imported once, whatever is sent again; the statistics are those of the standard', async () => {
    const text = [
      HEADER,
      ...['2026-03-02', '2026-03-09', '2026-03-16', '2026-03-23', '2026-03-30', '2026-04-06'].map(
        (on, i) => line(on, String([0.9, 1.5, 0.7, 2.4, 1.1, 1.9][i])),
      ),
    ].join('\n')
    expect((await send(text, true)).body.applied).toBe(6)
    expect((await send(text, true)).body.applied).toBe(0)
    expect((await send(text, false)).body.rows.every((row) => row.state === 'known')).toBe(true)
    const { body } = await lead.send<SampleGroup>(
      'GET',
      '/sample-groups/one?group=Fitters&substance=fume',
    )
    const logs = [0.9, 1.5, 0.7, 2.4, 1.1, 1.9].map(Math.log)
    const mean = logs.reduce((a, b) => a + b) / 6
    expect(body.fit!.gm).toBeCloseTo(Math.exp(mean), 9)
    // EN 689: n 6, 2.187; US habit 3.708
    expect(body.fit!.upper70).toBeCloseTo(Math.exp(mean) * body.fit!.gsd ** 2.187, 2)
    expect(body.fit!.upper95).toBeCloseTo(Math.exp(mean) * body.fit!.gsd ** 3.708, 2)
    expect(body.compliance).toMatchObject({ test: 'full', verdict: 'complies' })
    expect(body.points).toHaveLength(6)
  })
  it('wrong units, unknown substances, 25 hours and broken lines are refused by line; nothing is taken over', async () => {
    const text = [
      HEADER,
      line('2026-05-01', '900', 'ug/m3'),
      line('2026-05-02', '1', 'mg/m3', 'moonDust'),
      '2026-05-03,personal,Fitters,A,MAG,fume,1500,1,mg/m3,AS-9',
      '2026-05-04,personal,Fitters',
      line('2026-05-05', '-1'),
      line('2026-05-06', '1'),
    ].join('\n')
    const { body } = await send(text, false)
    expect(body.rows.map((row) => row.state)).toEqual([
      'broken',
      'broken',
      'broken',
      'broken',
      'broken',
      'new',
    ])
    expect(body.rows[0]!.faults).toEqual([
      { field: 'unit', message: expect.stringContaining('mg/m3 is needed') },
    ])
    expect((await send(text, true)).status).toBe(400)
    expect((await lead.send<{ total: number }>('GET', '/samples')).body.total).toBe(6)
  })
  it('parts of a day make one 8 h average, under detection included', async () => {
    const part = (minutes: number, value: number, underDetection = false) => ({
      on: '2026-03-02',
      kind: 'personal',
      group: 'TIG',
      who: 'B',
      task: `Part ${minutes}`,
      substance: 'chromiumVI',
      minutes,
      value,
      underDetection,
      rest: 'unexposed',
      reference: 'AS-10',
    })
    await made(lead, '/samples', part(120, 0.002))
    await made(lead, '/samples', part(240, 0.0004, true))
    const { body } = await lead.send<SampleGroup>(
      'GET',
      '/sample-groups/one?group=TIG&substance=chromiumVI',
    )
    expect(body.days).toHaveLength(1)
    expect(body.days[0]!.value).toBeCloseTo((120 * 0.002 + (240 * 0.0004) / Math.SQRT2) / 480, 12)
    expect((await lead.send('POST', '/samples', part(120, 0.002))).status).toBe(409)
    expect(
      (await lead.send('POST', '/samples', { ...part(60, 0), underDetection: true })).status,
    ).toBe(400)
  })
  it('come out as CSV that can be read in again', async () => {
    const csv = (await lead.send<string>('GET', '/samples.csv')).body
    const again = await send(csv, false)
    expect(again.body.header).toEqual([])
    expect(again.body.rows.every((row) => row.state === 'known')).toBe(true)
  })
  it("six days on a job with an assessment give the site's factor, fewer give none", async () => {
    const measured = await made(
      lead,
      '/jobs',
      jobBody({ title: 'Pairs', stationId: shop.station, spec: { ...JOB } }),
    )
    const { body } = await assess({}, measured)
    const median = body.results.substances.find((entry) => entry.substance === 'fume')!.drawn!.twa
      .p50
    const add = (i: number) =>
      made(lead, '/samples', {
        on: `2026-0${1 + i}-05`,
        kind: 'personal',
        group: 'Pairs',
        who: 'C',
        task: 'Frames',
        substance: 'fume',
        minutes: 480,
        value: median / 2,
        reference: 'AS-11',
        jobId: measured,
      })
    for (let i = 0; i < 5; i++) await add(i)
    const pairs = async (): Promise<Pairs> => (await lead.send<Pairs>('GET', '/sample-pairs')).body
    expect((await pairs()).calibrations[0]).toMatchObject({
      factor: null,
      because: expect.stringContaining('5 of 6'),
    })
    await add(5)
    expect((await pairs()).calibrations[0]!.factor).toBeCloseTo(0.5, 6)
    expect((await air(measured)).calibration[0]).toMatchObject({ pairs: 6, off: true })
  })
  it('a day has 24 hours, and has come: refused at the field, alone or in a file', async () => {
    const part = (minutes: number, on = '2026-02-11') => ({
      on,
      kind: 'personal',
      group: 'Long',
      who: 'D',
      task: `Part ${minutes}`,
      substance: 'fume',
      minutes,
      shiftMinutes: 1440,
      value: 0.5,
      reference: 'AS-12',
    })
    interface Refusal {
      error: { fields: { path: string; message: string }[] }
    }
    const faultOf = async (body: unknown) => {
      const answer = await lead.send<Refusal>('POST', '/samples', body)
      return [answer.status, answer.body.error.fields.map(({ path }) => path)]
    }
    await made(lead, '/samples', part(1400))
    expect(await faultOf(part(41))).toEqual([400, ['minutes']])
    await made(lead, '/samples', part(40))
    expect(await faultOf(part(1, '2999-01-01'))).toEqual([400, ['on']])
    const file = [HEADER, '2026-02-11,personal,Long,D,More,fume,60,1,mg/m3,AS-13'].join('\n')
    expect((await send(file, false)).body.rows[0]).toMatchObject({
      state: 'broken',
      faults: [{ field: 'minutes' }],
    })
  })
  const pump = (startsAt: string | null, minutes: number, more: object = {}) => ({
    on: '2026-02-12',
    kind: 'personal',
    group: 'Pumps',
    who: 'E',
    task: 'Frames',
    substance: 'fume',
    startsAt,
    minutes,
    value: 0.5,
    reference: 'AS-13',
    ...more,
  })
  interface Fault {
    error: { fields: { path: string; message: string }[] }
  }
  it('two pumps at the same time are an error to resolve, at the field', async () => {
    await made(lead, '/samples', pump('08:00', 240))
    const beside = await lead.send<Fault>('POST', '/samples', pump('11:59', 240))
    expect(beside.status).toBe(400)
    expect(beside.body.error.fields).toEqual([
      { path: 'startsAt', message: expect.stringContaining('It overlaps with a part on file') },
    ])
    const untold = await lead.send<Fault>('POST', '/samples', pump(null, 241))
    expect(untold.body.error.fields[0]).toMatchObject({
      path: 'startsAt',
      message: expect.stringContaining('say when each part began'),
    })
    await made(lead, '/samples', pump('12:00', 240))
    expect((await lead.send('POST', '/samples', pump('12:00', 240))).status).toBe(409)
    const other = await lead.send('POST', '/samples', pump('11:00', 240, { who: 'F' }))
    expect(other.status).toBe(201)
  })
  it('of two overlapping parts sent at once one is kept', async () => {
    const answers = await Promise.all(
      ['08:00', '09:00', '10:00', '11:00'].map((start) =>
        lead.send('POST', '/samples', pump(start, 300, { who: 'G' })),
      ),
    )
    expect(answers.map((answer) => answer.status).sort()).toEqual([201, 400, 400, 400])
  })
  it('a file brings the time along, and takes no overlap', async () => {
    const header = `${HEADER},start`
    const row = (start: string) =>
      `2026-02-13,personal,Pumps,H,Frames,fume,240,0.5,mg/m3,AS-14,${start}`
    const parted = await send([header, row('08:00'), row('12:00')].join('\n'), false)
    expect(parted.body.rows.map((entry) => entry.state)).toEqual(['new', 'new'])
    const crossed = await send([header, row('08:00'), row('10:00')].join('\n'), false)
    expect(crossed.body.rows[1]).toMatchObject({ state: 'broken', faults: [{ field: 'startsAt' }] })
    const wrong = await send([header, row('8 am')].join('\n'), false)
    expect(wrong.body.rows[0]).toMatchObject({
      faults: [{ field: 'startsAt', message: 'A time like 07:30.' }],
    })
  })
  it('a zero is refused with what to enter instead', async () => {
    const zero = await lead.send<Fault>(
      'POST',
      '/samples',
      pump('08:00', 60, { who: 'I', value: 0 }),
    )
    expect(zero.status).toBe(400)
    expect(zero.body.error.fields[0]).toMatchObject({
      path: 'value',
      message: expect.stringContaining('detection limit'),
    })
  })
  it('zeros and overlaps of an older version are named, never left out', async () => {
    await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        `INSERT INTO air_sample (id, organisation_id, site_id, sampled_on, kind, exposed_group,
           who, task, pump, substance, starts_at, minutes, shift_minutes, value, under_detection,
           rest, reference, by_id, at, rehearsal)
         SELECT gen_random_uuid(), organisation_id, site_id, sampled_on, kind, added.place,
           who, 'Old', pump, substance, added.start::time, minutes, shift_minutes, added.value,
           false, rest, reference, by_id, at, rehearsal
         FROM air_sample, (VALUES ('Zero', null, 0), ('Over', '08:00', 1), ('Over', '09:00', 1))
           AS added (place, start, value)
         WHERE exposed_group = 'Pumps' AND who = 'F'`,
      ),
    )
    const finding = async (group: string) =>
      (await lead.send<SampleGroup>('GET', `/sample-groups/one?group=${group}&substance=fume`)).body
        .finding
    expect(await finding('Zero')).toMatchObject({
      level: 'unknown',
      sentence: expect.stringContaining('its detection limit is missing'),
    })
    expect(await finding('Over')).toMatchObject({
      level: 'unknown',
      sentence: expect.stringContaining('overlap in time'),
    })
  })
  it('one day that cannot be takes no other page down, and is named', async () => {
    await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        `INSERT INTO air_sample (id, organisation_id, site_id, job_id, sampled_on, kind,
           exposed_group, who, task, pump, substance, minutes, shift_minutes, value,
           under_detection, rest, reference, by_id, at, rehearsal)
         SELECT gen_random_uuid(), organisation_id, site_id, job_id, sampled_on, kind,
           exposed_group, who, 'Twice', pump, substance, 1400, shift_minutes, value,
           under_detection, rest, reference, by_id, at, rehearsal
         FROM air_sample WHERE exposed_group = 'Long' LIMIT 1`,
      ),
    )
    const group = await lead.send<SampleGroup>(
      'GET',
      '/sample-groups/one?group=Long&substance=fume',
    )
    expect([group.status, group.body.finding.level]).toEqual([200, 'unknown'])
    expect(group.body.finding.sentence).toContain('more than 24 h')
    expect((await lead.send('GET', '/sample-pairs')).status).toBe(200)
  })
  it('a lead takes one out; it leaves the reckoning', async () => {
    const { body } = await lead.send<{ rows: { id: string; group: string }[]; total: number }>(
      'GET',
      '/samples?q=Fitters',
    )
    expect(
      (await shop.people.instructor.send('DELETE', `/samples/${body.rows[0]!.id}`)).status,
    ).toBe(403)
    expect((await lead.send('DELETE', `/samples/${body.rows[0]!.id}`)).status).toBe(200)
    expect((await lead.send<{ total: number }>('GET', '/samples?q=Fitters')).body.total).toBe(
      body.total - 1,
    )
  })
})

describe('monitors', () => {
  let token = ''
  let station = ''
  const read = (readings: object[], bearer = token) =>
    new Person(app).send<{
      kept: number
      known: number
      alarm: boolean
      error: { code: string; fields: { path: string }[] }
    }>('POST', '/readings', { readings }, { authorization: `Bearer ${bearer}` })
  const at = (minutesAgo: number): string =>
    new Date(Date.now() - minutesAgo * 60_000).toISOString()
  it('send with a token of their own; twice and out of order counts once', async () => {
    station = await made(lead, '/stations', { name: 'Monitored', designated: false, air: JOB.air })
    token = (
      await lead.send<{ token: string }>('POST', '/devices', { name: 'F-1', stationId: station })
    ).body.token
    const readings = [
      { substance: 'fume', at: at(1), value: 0.8 },
      { substance: 'fume', at: at(3), value: 0.5 },
      { substance: 'fume', at: at(2), value: 0.6 },
    ]
    expect((await read(readings)).body).toEqual({
      kept: 3,
      known: 0,
      alarm: false,
    })
    expect((await read(readings)).body).toEqual({ kept: 0, known: 3, alarm: false })
    const { body } = await lead.send<StationAir>('GET', `/stations/${station}/air`)
    expect(body.traces[0]!.points.map((point) => point.value)).toEqual([0.5, 0.6, 0.8])
  })
  it('a spike inside a batch, or sent hours late, raises an alarm of its own moment', async () => {
    const spiked = async (name: string, readings: object[]) => {
      const place = await made(lead, '/stations', { name, designated: true, air: JOB.air })
      const { body } = await lead.send<{ token: string }>('POST', '/devices', {
        name,
        stationId: place,
      })
      const { body: taken } = await read(readings, body.token)
      const { alarms } = (await lead.send<StationAir>('GET', `/stations/${place}/air`)).body
      return { taken, notes: alarms.map((alarm) => alarm.note) }
    }
    const calm = (minutes: number) => ({
      substance: 'nitrogenDioxide',
      at: at(minutes),
      value: 0.1,
    })
    const spike = (minutes: number) => ({ ...calm(minutes), value: 6 })
    const inside = await spiked('Inside', [calm(4), spike(3), calm(2), calm(1)])
    expect(inside.taken.alarm).toBe(true)
    expect(inside.notes).toEqual([
      expect.stringMatching(/^Nitrogen dioxide 6 ppm: over the ceiling/),
    ])
    const late = await spiked('Late', [spike(200), calm(1)])
    expect(late.notes).toEqual([expect.stringMatching(/over the ceiling\. Read 3 hours ago\.$/)])
    expect((await spiked('Calm', [calm(2), calm(1)])).taken.alarm).toBe(false)
  })
  it('a wrong token, an unknown substance, the future: typed refusals', async () => {
    expect((await read([{ substance: 'fume', at: at(1), value: 1 }], 'zd_made-up')).status).toBe(
      401,
    )
    expect((await read([{ substance: 'moonDust', at: at(1), value: 1 }])).status).toBe(400)
    expect(
      (await read([{ substance: 'fume', at: at(-10), value: 1 }])).body.error.fields[0]!.path,
    ).toBe('readings.0.at')
    expect((await read([{ substance: 'fume', at: '2026-03-05 14:07', value: 1 }])).status).toBe(400)
  })
  it('over a limit they raise one alarm, suspend the permit at the station and start its watch', async () => {
    const hot = await made(
      lead,
      '/jobs',
      jobBody({
        title: 'Hot',
        stationId: station,
        welderId: shop.ids.worker,
        helmetId: shop.helmet,
        gearIds: [shop.machine],
        spec: { ...JOB, respirator: 'none' },
      }),
    )
    await lead.send('POST', `/gear/helmet/${shop.helmet}/inspections`, {
      lines: allPass('helmet'),
    })
    // A quarter of an hour has to be known before the monitor says anything but unknown.
    await read(
      Array.from({ length: 17 }, (_, i) => ({ substance: 'fume', at: at(i + 4), value: 0.5 })),
    )
    const permit = await made(lead, '/permits', { jobId: hot })
    const { body: draft } = await lead.send<{ version: number }>('GET', `/permits/${permit}`)
    await lead.send('PUT', `/permits/${permit}`, {
      sweep: fullSweep(),
      height: 1,
      operatorId: shop.ids.worker,
      fireWatchId: shop.ids.watch,
      validFrom: new Date(Date.now() - 1000).toISOString(),
      validTo: new Date(Date.now() + 3_600_000).toISOString(),
      ruleSets: ['osha'],
      version: draft.version,
    })
    for (const [as, pin] of [
      ['operator', PIN.worker],
      ['fire_watch', PIN.watch],
    ] as const)
      await sign({ ...shop, permit }, as, pin)
    const act = (action: string, more: object = {}) =>
      lead.send<{ state: string; error?: { message: string; code: string } }>(
        'POST',
        `/permits/${permit}/actions`,
        { eventId: randomUUID(), action, ...more },
      )
    expect((await act('issue', { pin: PIN.lead })).body).toMatchObject({ state: 'issued' })
    expect((await act('start')).body.state).toBe('working')
    const over = Array.from({ length: 14 }, (_, i) => ({
      substance: 'nitrogenDioxide',
      at: at(13 - i),
      value: 6,
    }))
    expect((await read(over)).body.alarm).toBe(true)
    expect((await read(over)).body.alarm).toBe(true)
    const { body } = await lead.send<StationAir>('GET', `/stations/${station}/air`)
    expect(body.alarms.filter((alarm) => alarm.clearedAt === null)).toHaveLength(1)
    const { body: now } = await lead.send<{
      state: string
      events: { subject: string; person: string }[]
    }>('GET', `/permits/${permit}`)
    expect(now.state).toBe('suspended')
    expect(now.events.at(-1)).toMatchObject({ subject: 'suspend', person: 'Zonaris' })
    expect((await findings(hot)).find((finding) => finding.code === 'air.alarm')).toMatchObject({
      level: 'stop',
      legal: true,
    })
    await act('reinstate')
    expect((await lead.send<{ state: string }>('GET', `/permits/${permit}`)).body.state).toBe(
      'suspended',
    )
    const alarm = body.alarms[0]!.id
    expect(
      (await shop.people.worker.send('POST', `/alarms/${alarm}/clear`, { note: 'aired' })).status,
    ).toBe(403)
    expect(
      (await lead.send('POST', `/alarms/${alarm}/clear`, { note: 'Aired, source found' })).status,
    ).toBe(200)
    expect(
      (await lead.send('POST', `/alarms/${alarm}/clear`, { note: 'Aired again' })).status,
    ).toBe(409)
  })
  it('a revoked token is refused', async () => {
    const { body } = await lead.send<{ id: string; name: string }[]>('GET', '/devices')
    await lead.send('DELETE', `/devices/${body.find((device) => device.name === 'F-1')!.id}`)
    expect((await read([{ substance: 'fume', at: at(1), value: 1 }])).status).toBe(401)
  })
})

describe('I feel ill', () => {
  it('one call by anyone stops the job; symptoms are told after; only staff clear it', async () => {
    const id = randomUUID()
    const raise = () =>
      shop.people.viewer.send<{ id: string; kind: string }>('POST', '/alarms', {
        id,
        kind: 'ill',
        jobId: job,
      })
    expect((await raise()).status).toBe(201)
    expect((await raise()).status).toBe(201)
    expect(
      (await lead.send<{ alarms: { id: string }[] }>('GET', '/shift')).body.alarms.filter(
        (alarm) => alarm.id === id,
      ),
    ).toHaveLength(1)
    await shop.people.viewer.send('PUT', `/alarms/${id}`, {
      symptoms: ['chest', 'cough'],
      note: 'after the zinc',
    })
    const stop = (await findings(job)).find((finding) => finding.code === 'air.alarm')!
    expect(stop.remedy).toMatch(/emergency/)
    expect((await lead.send('POST', `/alarms/${id}/clear`, { note: 'x' })).status).toBe(400)
    expect(
      (
        await shop.people.instructor.send('POST', `/alarms/${id}/clear`, {
          note: 'Doctor seen, hood repaired',
        })
      ).status,
    ).toBe(200)
    expect((await findings(job)).some((finding) => finding.code === 'air.alarm')).toBe(false)
    expect((await lead.send('PUT', `/alarms/${id}`, { symptoms: [], note: '' })).status).toBe(409)
    expect(
      (await lead.send('POST', '/alarms', { id: randomUUID(), kind: 'ill', jobId: randomUUID() }))
        .status,
    ).toBe(400)
  })
})

describe('gas tests', () => {
  it('a confined job is unknown until tested, then judged by the readings', async () => {
    const confined = await made(
      lead,
      '/jobs',
      jobBody({
        title: 'Void',
        place: 'Void',
        spec: { ...JOB, air: { ...JOB.air, space: 'confined' } },
      }),
    )
    const level = async (): Promise<string | undefined> =>
      (await findings(confined)).find((finding) => finding.code === 'air.gasTest')?.level
    const test = (change: object = {}) =>
      lead.send<{ error: { fields: { path: string }[] } }>('POST', `/jobs/${confined}/gas-tests`, {
        id: randomUUID(),
        oxygen: 20.8,
        explosive: 0,
        others: { carbonMonoxide: 3 },
        instrument: 'G-4',
        bumpTested: true,
        minutes: 60,
        ...change,
      })
    expect(await level()).toBe('unknown')
    // By an instrument that nobody knows, the air is not known.
    expect((await test()).status).toBe(201)
    expect(await level()).toBe('unknown')
    const meterId = await addMeter(shop, 'gasMeter')
    expect((await test({ meterId })).status).toBe(201)
    expect(await level()).toBe('clear')
    expect((await air(confined)).gasTests[0]).toMatchObject({ calibrated: true })
    await test({ oxygen: 18.9 })
    expect(await level()).toBe('stop')
    expect((await test({ oxygen: 130 })).body.error.fields[0]!.path).toBe('oxygen')
    expect((await air(confined)).gasTests).toHaveLength(3)
  })

  it('a meter past its calibration is marked, one that is locked out or not here refused', async () => {
    const confined = await made(
      lead,
      '/jobs',
      jobBody({
        title: 'Tank',
        place: 'Tank',
        spec: { ...JOB, air: { ...JOB.air, space: 'confined' } },
      }),
    )
    const test = async (meterId: string | null, instrument = '') =>
      lead.send<{ error: { code: string; fields: { path: string }[] } }>(
        'POST',
        `/jobs/${confined}/gas-tests`,
        {
          id: randomUUID(),
          oxygen: 20.8,
          explosive: 0,
          others: {},
          meterId,
          instrument,
          bumpTested: true,
          minutes: 60,
        },
      )
    const past = await addMeter(shop, 'gasMeter', { calibratedUntil: '2020-01-01' })
    expect((await test(past)).status).toBe(201)
    expect((await air(confined)).gasTests[0]).toMatchObject({ calibrated: false })
    const finding = (await findings(confined)).find(({ code }) => code === 'air.gasTest')
    expect(finding?.level).toBe('unknown')
    expect((await test(null)).body.error.fields[0]!.path).toBe('instrument')
    expect((await test(randomUUID())).body.error.fields[0]!.path).toBe('meterId')
    const wrongKind = await addMeter(shop, 'airMeter')
    expect((await test(wrongKind)).body.error.fields[0]!.path).toBe('meterId')
    const locked = await addMeter(shop, 'gasMeter')
    const [first] = filledOf('gasMeter')
    await lead.send('POST', `/gear/gasMeter/${locked}/inspections`, {
      lines: filledOf('gasMeter', 'beforeUse', { id: first!.id, mark: 'fail', note: 'broken' }),
    })
    expect((await test(locked)).body.error.code).toBe('locked')
  })
})
