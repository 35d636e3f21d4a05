import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startApp, withOwner, type App } from '../../app'
import { JOB } from '../../core/job.fixture'
import type { Person } from '../client'
import { roundOf } from '../gear.fixture'
import { readPdf } from '../pdf'
import { sendPhoto } from '../photo.fixture'
import {
  jobBody,
  made,
  makeAir,
  makeShop,
  personRecord,
  PASSWORD,
  type Shop,
} from '../shop.fixture'
import { ask } from '../ask'

let app: App
let shop: Shop
const MASK = 'Mask of a kind'

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'private')
  const { lead } = shop.people
  await lead.send(
    'PUT',
    `/people/${shop.ids.worker}/record`,
    personRecord({
      lightSensitive: true,
      correction: 'contacts',
      tint: 2,
      respiratorUntil: '2026-01-31',
      fitTestOn: '2025-01-15',
      fitModel: MASK,
      cleared: ['SMAW'],
    }),
  )
  await lead.send('POST', `/people/${shop.ids.worker}/shades`, {
    process: 'SMAW',
    amps: 120,
    shade: 11,
  })
  // Work that asks for a respirator, so that what ran out stops it.
  const job = await made(
    lead,
    '/jobs',
    jobBody({
      stationId: shop.open,
      welderId: shop.ids.worker,
      spec: { ...JOB, respirator: 'half_mask' },
    }),
  )
  await lead.send('POST', `/sessions/${shop.session}/changes`, {
    change: {
      kind: 'assign',
      people: [shop.ids.worker],
      set: { jobId: job, stationId: shop.station },
    },
  })
})
afterAll(() => app.end())

const textOf = async (person: Person, path: string): Promise<string> =>
  JSON.stringify((await person.send('GET', path)).body)
/** What would tell of the eyes or the lungs of the worker. */
const TELLS =
  /lightSensitive":true|contacts|"tint":2|2026-01-31|31 Jan|2025-01-15|15 Jan|Mask of a kind|ran out|light-sensitive|found by trial/i

describe('eyes and respirator of a person', () => {
  it('are seen by that person and by staff', async () => {
    for (const person of [shop.people.worker, shop.people.instructor, shop.people.lead])
      expect(await textOf(person, `/people/${shop.ids.worker}`)).toContain(MASK)
  })

  it('seen by staff are told in the audit, once an hour', async () => {
    for (let i = 0; i < 3; i++)
      await shop.people.instructor.send('GET', `/people/${shop.ids.watch}`)
    await shop.people.viewer.send('GET', `/people/${shop.ids.watch}`)
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        "SELECT person_id, details FROM audit WHERE action = 'record_seen' AND subject_id = $1",
        [shop.ids.watch],
      ),
    )
    expect(rows).toEqual([{ person_id: shop.ids.instructor, details: {} }])
  })

  it('are nowhere else: others see ready or not', async () => {
    const paths = [
      `/people/${shop.ids.worker}`,
      '/people',
      `/jobs/${shop.job}`,
      `/jobs/${shop.job}/air`,
      `/permits/${shop.permit}`,
      `/sessions/${shop.session}`,
      '/shift',
    ]
    for (const path of paths) expect(await textOf(shop.people.viewer, path)).not.toMatch(TELLS)
    const { body } = await shop.people.viewer.send<{
      record: null
      shades: []
      findings: { level: string; sentence: string }[]
    }>('GET', `/people/${shop.ids.worker}`)
    expect([body.record, body.shades]).toEqual([null, []])
    expect(body.findings.map((finding) => [finding.level, finding.sentence])).toEqual([
      ['stop', 'Respirator: not ready.'],
      ['stop', 'Respirator: not ready.'],
    ])
    expect((await shop.people.viewer.send('GET', '/people?show=expiring')).status).toBe(403)
  })

  it('are not on the roster sheet on the wall, nor told by the shade that others see', async () => {
    const path = `/sessions/${shop.session}/roster.pdf?paper=A4`
    const printed = async (person: Person): Promise<string> => {
      const answer = await ask(`${app.url}/api/v1${path}`, {
        headers: { cookie: person.cookie },
      })
      return (await readPdf(await answer.arrayBuffer())).pages.join(' ')
    }
    const text = await printed(shop.people.lead)
    expect(text).toMatch(/Worker.*Respirator: not ready/)
    expect(text).not.toMatch(TELLS)
    for (const sheet of ['roster.pdf', 'booths.pdf'])
      expect(
        (await shop.people.viewer.send('GET', `/sessions/${shop.session}/${sheet}?paper=A4`))
          .status,
      ).toBe(403)
    const seen = await textOf(shop.people.viewer, `/sessions/${shop.session}`)
    expect(seen).not.toMatch(/set 1\d|"wanted":\d|"set":\d/)
  })

  it('are not on the permit that hangs on the wall, whoever prints it', async () => {
    const pdf = await ask(`${app.url}/api/v1/permits/${shop.permit}/pdf`, {
      headers: { cookie: shop.people.lead.cookie },
    })
    const text = (await readPdf(await pdf.arrayBuffer())).pages.join(' ')
    expect(text).toContain('permit 1')
    expect(text).not.toMatch(TELLS)
  })

  it('are not in the audit: it names the fields that changed', async () => {
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query("SELECT action, details::text AS details FROM audit WHERE subject <> 'session'"),
    )
    for (const { details } of rows) expect(details).not.toMatch(TELLS)
    const changed = rows.findLast((row) => row.action === 'record_changed')
    expect(JSON.parse(changed.details).changed).toEqual(
      expect.arrayContaining(['lightSensitive', 'tint', 'fitModel']),
    )
  })
})

describe('symptoms', () => {
  it('are told and read by the person and by staff; others know that there was an alarm', async () => {
    await makeAir(app, shop)
    const { worker, viewer, instructor } = shop.people
    const id = await made(worker, '/alarms', {
      id: randomUUID(),
      kind: 'ill',
      stationId: shop.station,
    })
    const tell = (person: Person, note: string) =>
      person.send('PUT', `/alarms/${id}`, { symptoms: ['chest'], note })
    expect((await tell(worker, 'since noon')).status).toBe(200)
    expect((await tell(viewer, 'nothing at all')).status).toBe(403)
    const path = `/stations/${shop.station}/air`
    const seen = async (person: Person) =>
      (
        await person.send<{
          alarms: { id: string; symptoms: string[]; note: string; by: string }[]
        }>('GET', path)
      ).body.alarms.find((alarm) => alarm.id === id)!
    for (const person of [worker, instructor])
      expect(await seen(person)).toMatchObject({
        symptoms: ['chest'],
        note: 'since noon',
        by: 'Worker',
      })
    expect(await seen(viewer)).toMatchObject({ symptoms: [], note: '', by: 'A colleague' })
    expect(await textOf(viewer, path)).not.toMatch(/Tight chest|since noon/)
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query("SELECT details::text AS details FROM audit WHERE action = 'air_alarm_told'"),
    )
    expect(rows.every((row) => !/chest|noon/i.test(row.details))).toBe(true)
  })
})

describe('what leaves with names in it', () => {
  it('stands in the audit: roster and samples', async () => {
    const { instructor } = shop.people
    expect((await instructor.send('GET', '/roster.csv')).status).toBe(200)
    expect((await instructor.send('GET', '/samples.csv')).status).toBe(200)
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        "SELECT action FROM audit WHERE action LIKE '%_exported' AND person_id = $1 ORDER BY seq",
        [shop.ids.instructor],
      ),
    )
    expect(rows.map((row) => row.action)).toEqual(['roster_exported', 'samples_exported'])
  })
})

describe('the own data', () => {
  it('can be taken along whole, which stands in the audit', async () => {
    const { worker } = shop.people
    await sendPhoto(worker, { kind: 'machine', item: shop.machine, portrait: true })
    await worker.send('POST', '/rounds', {
      id: randomUUID(),
      round: 'handover',
      stationId: shop.station,
      lines: roundOf('handover', { floor: 'not swept' }),
    })
    const { body } = await worker.send<Record<string, unknown>>('GET', '/account/data.json')
    expect(body).toMatchObject({
      person: { name: 'Worker' },
      record: { lightSensitive: true, fitModel: MASK },
      signIns: [expect.objectContaining({ kind: 'account' })],
      photos: [{ portrait: true }],
      rounds: [{ round: 'handover' }],
      openPoints: [{ note: 'not swept', left_by_me: true, closed_at: null }],
    })
    expect(JSON.stringify(body)).not.toMatch(/scrypt|password_hash|pin_hash/)
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query("SELECT person_id FROM audit WHERE action = 'own_data_exported'"),
    )
    expect(rows).toEqual([{ person_id: shop.ids.worker }])
  })
})

describe('somebody who left', () => {
  it('is taken out by name; what they did and were exposed to stays', async () => {
    const { lead } = shop.people
    const email = 'gone@private.example'
    const body = {
      name: 'Gone Person',
      email,
      role: 'worker',
      fireWatchTrainedOn: null,
      active: true,
      password: PASSWORD,
    }
    const id = await made(lead, '/people', body)
    await lead.send('PUT', `/people/${id}/record`, personRecord({ lightSensitive: true, tint: 3 }))
    await made(lead, '/samples', {
      on: '2026-01-05',
      kind: 'personal',
      group: 'Welders',
      who: 'Gone Person',
      task: 'Flux-cored',
      substance: 'fume',
      minutes: 420,
      value: 1.2,
      reference: 'LAB-7',
    })
    const erase = () => lead.send<{ error?: { code: string } }>('POST', `/people/${id}/erasure`)
    expect((await erase()).body.error?.code).toBe('still_here')
    await lead.send('PUT', `/people/${id}`, { ...body, password: undefined, active: false })
    expect((await shop.people.instructor.send('POST', `/people/${id}/erasure`)).status).toBe(403)
    expect((await erase()).status).toBe(200)
    expect((await erase()).status).toBe(200)
    const seen = await lead.send<{ person: { name: string; email: null; erased: boolean } }>(
      'GET',
      `/people/${id}`,
    )
    expect(seen.body.person).toMatchObject({
      name: `Former person ${id.slice(0, 8)}`,
      email: null,
      erased: true,
    })
    expect(seen.body).toMatchObject({ record: { lightSensitive: false, tint: null } })
    // An exposure record stays for thirty years: OSHA 29 CFR 1910.1020(d)(1)(ii).
    expect(await textOf(lead, '/samples?q=Gone')).toContain('Gone Person')
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query("SELECT details::text AS details FROM audit WHERE subject = 'person'"),
    )
    expect(rows.every((row) => !/Gone|private\.example/.test(row.details))).toBe(true)
  })
})
