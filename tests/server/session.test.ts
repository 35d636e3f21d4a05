import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import { NEEDS, type Need } from '#core/readiness/terms'
import { assignPpe } from '#core/ppe/ppe'
import type { Card, Session, SessionChange } from '#shared/session/schema'
import type { PersonDetail, RosterPreview } from '#shared/people/schema'
import type { Stock } from '#shared/stock/schema'
import { startApp, withOwner, type App } from '../app'
import { JOB } from '../core/job.fixture'
import { Person } from './client'
import { readPdf } from './pdf'
import {
  allPass,
  jobBody,
  made,
  makeShop,
  personRecord,
  PIN,
  today,
  type Shop,
} from './shop.fixture'
import { USUAL_GAS } from '#shared/gas/customs'
import { USUAL_INSPECTION } from '#shared/inspection/customs'
import { ask } from './ask'

let app: App
let shop: Shop
let lead: Person
let day: string
let learners: string[]
let job: string
let booth: string

const KIT = assignPpe({
  process: 'SMAW',
  amps: 120,
  position: 'bench',
  grinding: false,
  arcMinutes: 60,
  noise: null,
}).wear.map((item) => item.id)
const AIR = {
  space: 'indoors',
  volume: 1000,
  ceiling: 6,
  obstructed: false,
  generalFlow: 2,
  mixing: 2,
  wind: null,
  hood: 'movable_hood',
  hoodFlow: 0.3,
  hoodDistance: 0.25,
  hoodFlanged: true,
  hoodProved: false,
}

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'class')
  lead = shop.people.lead
  day = await today(lead)
  learners = []
  for (const [i, name] of ['Ash', 'Birk', 'Cole'].entries()) {
    const id = await made(lead, '/people', {
      name,
      email: null,
      role: 'worker',
      rosterNumber: `R-${i}`,
      courseId: shop.course,
      fireWatchTrainedOn: null,
      active: true,
      ...(i === 0 && { pin: '2468' }),
    })
    await lead.send(
      'PUT',
      `/people/${id}/record`,
      personRecord({ cleared: ['SMAW'], kit: KIT.map((ppeId) => ({ ppeId, state: 'has' })) }),
    )
    await lead.send('POST', '/gear', {
      kind: 'helmet',
      label: `HL-${i}`,
      description: '',
      everyDays: 1,
      assignedTo: id,
      ranges: [[9, 13]],
    })
    learners.push(id)
  }
  booth = await made(lead, '/stations', { name: 'Booth 9', designated: true, air: AIR })
  await made(lead, '/gear', {
    kind: 'machine',
    label: 'MB-9',
    description: '',
    everyDays: 1,
    stationId: booth,
  })
  job = await made(
    lead,
    '/jobs',
    jobBody({
      title: 'Plates',
      stationId: booth,
      spec: { ...JOB, process: 'SMAW', amps: 120, consumable: 'SMAW E7018', arcMinutes: 30 },
    }),
  )
})
afterAll(() => app.end())

const read = async (id: string): Promise<Session> =>
  (await lead.send<Session>('GET', `/sessions/${id}`)).body
const change = async (id: string, todo: SessionChange): Promise<Session> => {
  const answer = await lead.send<Session>('POST', `/sessions/${id}/changes`, { change: todo })
  expect(answer.status, JSON.stringify(answer.body)).toBe(200)
  return answer.body
}
const level = (session: Session, person: string, need: Need): string | null =>
  session.members
    .find((member) => member.personId === person)!
    .cells.find((cell) => cell.need === need)!.level
const fixes = (session: Session, person: string, need: Need) =>
  session.members
    .find((member) => member.personId === person)!
    .cells.find((cell) => cell.need === need)!.fixes

describe('a session', () => {
  let id: string
  it('brings in everyone of a course with their own helmets', async () => {
    id = await made(lead, '/sessions', { day, title: 'Bay', courseId: shop.course })
    const session = await read(id)
    expect(session.members.map((member) => [member.name, member.helmet?.name])).toEqual([
      ['Ash', 'HL-0'],
      ['Birk', 'HL-1'],
      ['Cole', 'HL-2'],
    ])
    expect(session).toMatchObject({ today: true, level: 'unknown', counts: { unknown: 3 } })
  })
  it('walks from nothing known to all clear, and each step can be taken back', async () => {
    await change(id, { kind: 'assign', people: learners, set: { stationId: booth, jobId: job } })
    let session = await read(id)
    expect(session.members[0]!.machine!.name).toBe('MB-9')
    expect(session.members[0]!.cells.map((cell) => cell.need)).toEqual([...NEEDS])
    expect([
      level(session, learners[0]!, 'extraction'),
      level(session, learners[0]!, 'helmet'),
      level(session, learners[0]!, 'machine'),
    ]).not.toContain('clear')
    session = await change(id, { kind: 'presence', people: learners, presence: 'present' })
    session = await change(id, { kind: 'prove', stations: [booth], proved: true })
    expect(level(session, learners[0]!, 'extraction')).toBe('clear')
    for (const kind of ['helmet', 'machine'] as const) {
      const answer = await lead.send<Session>('POST', `/sessions/${id}/checks`, {
        kind,
        gear: session.due[kind].map((item) => item.id),
        confirm: true,
      })
      expect(answer.status).toBe(200)
      session = answer.body
    }
    expect(
      session.members.flatMap((member) =>
        member.cells
          .filter((cell) => cell.level && cell.level !== 'clear')
          .map((cell) => [member.name, cell.need, cell.sentence]),
      ),
    ).toEqual([])
    expect(session).toMatchObject({ level: 'clear', counts: { clear: 3 } })
    session = (await lead.send<Session>('POST', `/sessions/${id}/undo`, {})).body
    expect(level(session, learners[0]!, 'extraction')).not.toBe('clear')
    expect(session.undo!.says).toContain('present')
    await change(id, { kind: 'prove', stations: [booth], proved: true })
  })
  it('a check on the word of all measures nothing, and says so on the record', async () => {
    const { cylinder } = shop
    const body = { kind: 'cylinder', gear: [cylinder], confirm: true }
    expect((await lead.send('POST', `/sessions/${id}/checks`, body)).status).toBe(200)
    const answer = await lead.send<{
      inspections: { lines: { id: string; mark: string; note?: string; reading?: number }[] }[]
    }>('GET', `/gear/cylinder/${cylinder}`)
    const measured = answer.body.inspections[0]!.lines.find((line) => line.id === 'pressure')!
    expect([measured.mark, measured.reading, measured.note]).toEqual([
      'na',
      undefined,
      'Not measured in the pre-use check',
    ])
    await withOwner(app.ownerUrl, async (owner) =>
      expect(
        (await owner.query('SELECT count(*)::int AS n FROM inspection WHERE session_id = $1', [id]))
          .rows[0].n,
      ).toBe(5),
    )
  })
  it('a failed helmet is taken out of use, and the nearest of the store is offered', async () => {
    const spare = await made(lead, '/gear', {
      kind: 'helmet',
      label: 'HS-1',
      description: '',
      everyDays: 1,
      assignedTo: null,
      ranges: [[9, 13]],
    })
    await lead.send('POST', `/gear/helmet/${spare}/inspections`, { lines: allPass('helmet') })
    const worn = (await read(id)).members[1]!.helmet!.id
    await lead.send('POST', `/gear/helmet/${worn}/inspections`, {
      lines: (allPass('helmet') as { id: string }[]).map((line) =>
        line.id === 'spark' ? { id: 'spark', mark: 'fail', note: 'cell flat' } : line,
      ),
    })
    const session = await read(id)
    expect([session.level, level(session, learners[1]!, 'helmet')]).toEqual(['stop', 'stop'])
    const lend = fixes(session, learners[1]!, 'helmet').find((fix) => fix.label === 'Lend HS-1')!
    expect(level(await change(id, lend.change!), learners[1]!, 'helmet')).toBe('clear')
    expect(
      (
        await lead.send('POST', `/sessions/${id}/checks`, {
          kind: 'helmet',
          gear: [worn],
          confirm: true,
        })
      ).status,
    ).toBe(409)
    expect(
      (
        await lead.send('POST', `/sessions/${id}/changes`, {
          change: { kind: 'assign', people: [learners[0]], set: { helmetId: spare } },
        })
      ).body,
    ).toMatchObject({ error: { message: 'Someone else in this session wears this helmet.' } })
  })
  it('who lacks something is lent it from the store, and undo brings it back unworn', async () => {
    await lead.send(
      'PUT',
      `/people/${learners[2]}/record`,
      personRecord({
        cleared: ['SMAW'],
        kit: KIT.map((ppeId) => ({ ppeId, state: ppeId === 'gauntlets' ? 'lacks' : 'has' })),
      }),
    )
    const before = await read(id)
    expect(level(before, learners[2]!, 'hands')).toBe('stop')
    const lend = fixes(before, learners[2]!, 'hands').find((fix) => fix.label.startsWith('Lend'))!
    expect(level(await change(id, lend.change!), learners[2]!, 'hands')).toBe('clear')
    const stock = async (): Promise<Stock> =>
      (await lead.send<{ stock: Stock }>('GET', `/stock/${shop.stock}`)).body.stock
    expect(await stock()).toMatchObject({ ready: 2, lent: 1 })
    const undone = (await lead.send<Session>('POST', `/sessions/${id}/undo`, {})).body
    expect(level(undone, learners[2]!, 'hands')).toBe('stop')
    expect(await stock()).toMatchObject({ ready: 3, lent: 0, toClean: 0 })
    expect(
      level(
        await change(id, {
          kind: 'kit',
          people: [learners[2]!],
          pieces: ['gauntlets'],
          state: 'has',
        }),
        learners[2]!,
        'hands',
      ),
    ).toBe('clear')
    expect(
      level(
        (await lead.send<Session>('POST', `/sessions/${id}/undo`, {})).body,
        learners[2]!,
        'hands',
      ),
    ).toBe('stop')
  })
  test.each<[string, SessionChange['kind'], Need, object]>([
    ['a clearance', 'clear', 'clearance', { process: 'SMAW' }],
    ['what was seen', 'seen', 'torso', { seen: ['lighter'] }],
  ])('%s is changed and taken back', async (_, kind, need, more) => {
    if (kind === 'clear')
      await lead.send(
        'PUT',
        `/people/${learners[0]}/record`,
        personRecord({ kit: KIT.map((ppeId) => ({ ppeId, state: 'has' })) }),
      )
    const before = level(await read(id), learners[0]!, need)
    const after = level(
      await change(id, { kind, people: [learners[0]!], ...more } as SessionChange),
      learners[0]!,
      need,
    )
    expect([before, after]).toEqual(kind === 'clear' ? ['stop', 'clear'] : ['clear', 'stop'])
    expect(
      level(
        (await lead.send<Session>('POST', `/sessions/${id}/undo`, {})).body,
        learners[0]!,
        need,
      ),
    ).toBe(before)
  })
  it('absences and late joiners: an absent person counts no more, a late one comes in', async () => {
    let session = await change(id, {
      kind: 'presence',
      people: [learners[2]!],
      presence: 'absent',
    })
    expect(session.counts.absent).toBe(1)
    session = await change(id, { kind: 'add', people: [shop.ids.worker] })
    expect(session.members.find((member) => member.personId === shop.ids.worker)).toMatchObject({
      presence: 'expected',
      level: 'unknown',
      helmet: { name: 'H-1' },
    })
    session = await change(id, { kind: 'remove', people: [shop.ids.worker] })
    expect(session.members.map((member) => member.personId)).not.toContain(shop.ids.worker)
    session = (await lead.send<Session>('POST', `/sessions/${id}/undo`, {})).body
    expect(session.members.map((member) => member.personId)).toContain(shop.ids.worker)
  })
  it('a copy keeps people, booths, work and helmets and forgets who was here and what was proved', async () => {
    const copy = await made(lead, `/sessions/${id}/copy`, { day: '2026-12-01' })
    const session = await read(copy)
    expect(session.members.map((member) => member.presence)).toEqual([
      'expected',
      'expected',
      'expected',
      'expected',
    ])
    expect(session.members.find((member) => member.name === 'Birk')).toMatchObject({
      helmet: { name: 'HS-1' },
      station: { name: 'Booth 9' },
      job: { name: 'Plates' },
    })
    expect(session.stations[0]).toMatchObject({ name: 'Booth 9', proved: false })
    expect(session.undo).toBeNull()
    expect((await lead.send('POST', `/sessions/${copy}/undo`, {})).status).toBe(409)
  })
  test.each([
    [{ kind: 'presence', people: [], presence: 'present' }, 400],
    [{ kind: 'presence', people: ['nobody'], presence: 'present' }, 400],
    [{ kind: 'presence', people: [randomUUID()], presence: 'present' }, 400],
    [{ kind: 'dance', people: [] }, 400],
    [{ kind: 'assign', people: [], set: { stationId: randomUUID() } }, 400],
    [{ kind: 'lend', people: [randomUUID()], stockId: randomUUID() }, 400],
  ])('refuses %o with a typed answer', async (todo, status) => {
    const answer = await lead.send<{ error: { fields: unknown[] } }>(
      'POST',
      `/sessions/${id}/changes`,
      { change: todo },
    )
    expect(answer.status).toBe(status)
    expect(answer.body.error.fields.length).toBeGreaterThan(0)
  })
  it('prints roster and booth cards on A4 and Letter, with levels in words', async () => {
    const get = async (path: string) =>
      readPdf(
        await (
          await ask(`${app.url}/api/v1/sessions/${id}/${path}`, {
            headers: { cookie: lead.cookie },
          })
        ).arrayBuffer(),
      )
    const roster = await get('roster.pdf?paper=A4')
    expect([Math.round(roster.width), Math.round(roster.height)]).toEqual([842, 595])
    expect(roster.pages[0]).toContain('Ash')
    expect(roster.pages[0]).toMatch(/STOP|UNKNOWN|Clear/)
    const cards = await get('booths.pdf?paper=LETTER')
    expect([cards.width, cards.height, cards.pages.length]).toEqual([612, 792, 1])
    for (const text of [
      'Booth 9',
      'Ash',
      'Set shade',
      '10',
      'never under 8',
      'Lined leather gauntlets',
      'Leave off',
    ])
      expect(cards.pages[0]).toContain(text)
    expect((await lead.send('GET', `/sessions/${id}/booths.pdf?paper=A3`)).status).toBe(400)
  })
})

describe("the booth's door and the own card", () => {
  const code = async (): Promise<string> =>
    (await lead.send<{ id: string; code: string }[]>('GET', '/stations')).body.find(
      (station) => station.id === booth,
    )!.code
  it('shows who is expected there today, and lets them in by PIN', async () => {
    const person = new Person(app)
    const { body } = await person.send<{
      station: string
      people: { id: string; name: string; hasPin: boolean }[]
    }>('GET', `/booths/${await code()}`)
    expect(body.station).toBe('Booth 9')
    expect(body.people).toContainEqual({ id: learners[0], name: 'Ash', hasPin: true })
    expect(body.people.map((entry) => entry.name)).not.toContain('Cole')
    expect(
      (
        await person.send('POST', `/booths/${await code()}/sign-in`, {
          personId: learners[0],
          pin: '0000',
        })
      ).status,
    ).toBe(400)
    expect(
      (
        await person.send('POST', `/booths/${await code()}/sign-in`, {
          personId: shop.ids.viewer,
          pin: PIN.viewer,
        })
      ).status,
    ).toBe(404)
    expect(
      (
        await person.send('POST', `/booths/${await code()}/sign-in`, {
          personId: learners[0],
          pin: '2468',
        })
      ).status,
    ).toBe(200)
    const card = (await person.send<Card>('GET', '/card')).body
    expect(card).toMatchObject({
      name: 'Ash',
      station: 'Booth 9',
      process: 'SMAW',
      floor: 8,
      wanted: 10,
      set: 10,
      helmet: 'HL-0',
      gloves: 'Lined leather gauntlets',
    })
    expect(card.hood).toContain('proved today')
    expect(card.avoid.map((item) => item.id)).toContain('thin-gloves')
  })
  it('a wrong code shows nothing, and tries at a PIN are limited', async () => {
    const person = new Person(app)
    expect((await person.send('GET', '/booths/BNOTACODE1')).status).toBe(404)
    expect((await person.send('GET', '/booths/x')).status).toBe(400)
    const tries = []
    for (let i = 0; i < 10; i++)
      tries.push(
        (
          await person.send('POST', `/booths/${await code()}/sign-in`, {
            personId: learners[0],
            pin: '1357',
          })
        ).status,
      )
    expect(tries.at(-1)).toBe(429)
  })
  it('opens no rights of staff: a lead at a booth still signs in by password', async () => {
    const id = await made(lead, '/sessions', { day, title: 'Staff', courseId: null })
    await change(id, { kind: 'add', people: [shop.ids.instructor] })
    await change(id, { kind: 'assign', people: [shop.ids.instructor], set: { stationId: booth } })
    const answer = await new Person(app).send('POST', `/booths/${await code()}/sign-in`, {
      personId: shop.ids.instructor,
      pin: PIN.instructor,
    })
    expect(answer.status).toBe(403)
  })
  it('someone in no session has an empty card', async () =>
    expect((await shop.people.viewer.send<Card>('GET', '/card')).body).toMatchObject({
      session: null,
      process: null,
    }))
})

describe('stores', () => {
  const move = (body: object) =>
    lead.send<{ error: { fields: { path: string }[] } } & Stock>(
      'POST',
      `/stock/${shop.stock}/moves`,
      { moveId: randomUUID(), quantity: 1, ...body },
    )
  it('a repeated request counts once, and the balance is the sum of the ledger', async () => {
    const moveId = randomUUID()
    const before = (await lead.send<{ stock: Stock }>('GET', `/stock/${shop.stock}`)).body.stock
      .ready
    for (let i = 0; i < 3; i++) await move({ moveId, kind: 'receive', quantity: 4 })
    await move({ kind: 'lend', personId: shop.ids.worker })
    await move({ kind: 'return', personId: shop.ids.worker })
    const { body } = await lead.send<{ stock: Stock; moves: { kind: string; quantity: number }[] }>(
      'GET',
      `/stock/${shop.stock}`,
    )
    expect(body.stock).toMatchObject({ ready: before + 3, lent: 0, toClean: 1 })
    const signs: Record<string, number> = {
      receive: 1,
      lend: 0,
      return: 0,
      clean: 0,
      issue: -1,
      discard: -1,
      count: 1,
    }
    expect(body.moves.reduce((sum, entry) => sum + signs[entry.kind]! * entry.quantity, 0)).toBe(
      body.stock.ready + body.stock.lent + body.stock.toClean,
    )
  })
  test.each([
    [{ kind: 'issue', quantity: 99, personId: 'worker' }, 'quantity'],
    [{ kind: 'lend' }, 'personId'],
    [{ kind: 'return', personId: 'worker' }, 'quantity'],
    [{ kind: 'clean', quantity: 50 }, 'quantity'],
    [{ kind: 'receive', quantity: 0 }, 'quantity'],
    [{ kind: 'receive', quantity: 1.5 }, 'quantity'],
  ])('refuses %o at its field', async (body, path) => {
    const answer = await move({ ...body, ...('personId' in body && { personId: shop.ids.worker }) })
    expect([answer.status, answer.body.error.fields[0]!.path]).toEqual([400, path])
  })
  it('what expired is neither issued nor lent', async () => {
    const old = await made(lead, '/stock', {
      code: 'OLD',
      name: 'Discs',
      kind: 'consumable',
      ppeId: null,
      size: '',
      condition: 'new',
      expiresOn: '2020-01-01',
      minimum: 3,
      loan: false,
    })
    await lead.send('POST', `/stock/${old}/moves`, {
      moveId: randomUUID(),
      kind: 'receive',
      quantity: 2,
    })
    expect(
      (
        await lead.send('POST', `/stock/${old}/moves`, {
          moveId: randomUUID(),
          kind: 'issue',
          quantity: 1,
          personId: shop.ids.worker,
        })
      ).status,
    ).toBe(400)
    const low = await lead.send<{ rows: Stock[] }>('GET', '/stock?show=order')
    expect(low.body.rows.find((row) => row.code === 'OLD')).toMatchObject({
      order: 1,
      expired: true,
    })
    expect((await lead.send<string>('GET', '/reorder.csv')).body).toContain('OLD,Discs,,2,0,3,1')
  })
  it('a scanned label leads to its thing; labels print', async () => {
    expect((await lead.send('GET', '/scan?code=lg-9')).body).toMatchObject({
      kind: 'stock',
      path: `/stores/${shop.stock}`,
    })
    expect(
      (await lead.send('GET', `/scan?code=${encodeURIComponent('http://x.example/scan/M-1')}`))
        .body,
    ).toMatchObject({ kind: 'machine' })
    expect((await lead.send('GET', '/scan?code=nothing')).status).toBe(404)
    const labels = await readPdf(
      await (
        await ask(`${app.url}/api/v1/labels.pdf?of=gear&paper=A4`, {
          headers: { cookie: lead.cookie },
        })
      ).arrayBuffer(),
    )
    expect(labels.pages[0]).toContain('MB-9')
  })
  it('labels print on the sheets that stores have, from the first label that is left', async () => {
    const sheet = (query: string): Promise<Response> =>
      ask(`${app.url}/api/v1/labels.pdf?of=gear&${query}`, { headers: { cookie: lead.cookie } })
    const pages = async (query: string): Promise<string[]> =>
      (await readPdf(await (await sheet(query)).arrayBuffer())).pages
    const all = await pages('sheet=roll62')
    expect(all.length).toBeGreaterThan(2)
    expect(all.every((page) => page.trim().length > 0)).toBe(true)
    expect(await pages('sheet=letter30')).toHaveLength(Math.ceil(all.length / 30))
    expect(await pages('sheet=letter10&start=10')).toHaveLength(Math.ceil((all.length + 9) / 10))
    const [helmets] = await pages('sheet=a4x24&kind=helmet')
    expect(helmets).toContain('Helmet')
    expect(helmets).not.toContain('MB-9')
    expect((await sheet('sheet=a4x21&start=22')).status).toBe(400)
  })
})

describe('people and their records', () => {
  const detail = async (id: string): Promise<PersonDetail> =>
    (await lead.send<PersonDetail>('GET', `/people/${id}`)).body
  it('a found shade is remembered for its band, never under the minimum, by oneself or staff', async () => {
    const { worker } = shop.people
    expect(
      (
        await worker.send('POST', `/people/${shop.ids.worker}/shades`, {
          process: 'SMAW',
          amps: 120,
          shade: 9,
        })
      ).body,
    ).toEqual({ band: 'SMAW 60 to 160 A' })
    expect((await detail(shop.ids.worker)).shades).toEqual([
      { band: 'SMAW 60 to 160 A', shade: 9, foundOn: day },
    ])
    expect(
      (
        await worker.send('POST', `/people/${shop.ids.worker}/shades`, {
          process: 'SMAW',
          amps: 120,
          shade: 7,
        })
      ).status,
    ).toBe(400)
    expect(
      (
        await worker.send('POST', `/people/${shop.ids.worker}/shades`, {
          process: 'SMAW',
          amps: 900,
          shade: 12,
        })
      ).status,
    ).toBe(400)
    expect(
      (
        await worker.send('POST', `/people/${learners[0]}/shades`, {
          process: 'SMAW',
          amps: 120,
          shade: 9,
        })
      ).status,
    ).toBe(403)
    const own = await made(
      lead,
      '/jobs',
      jobBody({
        stationId: booth,
        welderId: shop.ids.worker,
        helmetId: shop.helmet,
        spec: { ...JOB, process: 'SMAW', amps: 140, consumable: 'SMAW E7018' },
      }),
    )
    const { body } = await lead.send<{ findings: { code: string; value?: { amount: number } }[] }>(
      'GET',
      `/jobs/${own}`,
    )
    expect(body.findings.find((finding) => finding.code === 'eyes.helmet')!.value!.amount).toBe(9)
  })
  it('what runs out is shown before it does', async () => {
    await lead.send(
      'PUT',
      `/people/${shop.ids.viewer}/record`,
      personRecord({ respiratorUntil: '2020-01-01', fitTestOn: '2026-01-05' }),
    )
    expect((await detail(shop.ids.viewer)).findings[0]).toMatchObject({
      code: 'people.respirator',
      level: 'stop',
    })
    const { body } = await lead.send<{ expiring: { name: string; what: string }[] }>(
      'GET',
      '/shift',
    )
    expect(body.expiring).toContainEqual(
      expect.objectContaining({ name: 'Viewer', what: 'respirator' }),
    )
    expect(
      (await lead.send<{ rows: { name: string }[] }>('GET', '/people?show=expiring')).body.rows.map(
        (row) => row.name,
      ),
    ).toEqual(['Viewer'])
    expect(
      (
        await lead.send(
          'PUT',
          `/people/${shop.ids.viewer}/record`,
          personRecord({ fitTestOn: '2099-01-01' }),
        )
      ).status,
    ).toBe(400)
  })
  it('a house chart counts from its day, and the site picks whose shade works', async () => {
    await lead.send('POST', '/house-charts', {
      effectiveFrom: '2099-01-01',
      rows: [{ process: 'SMAW', from: 0, to: 300, shade: 14 }],
    })
    await lead.send('PUT', '/site', {
      name: 'Yard',
      timeZone: 'America/Halifax',
      units: 'us',
      shiftHours: 8,
      ruleSets: ['nfpa51b'],
      houseMinutes: null,
      houseMonitoring: null,
      houseReach: null,
      leadFactor: false,
      stopsUntested: false,
      gas: USUAL_GAS,
      inspection: USUAL_INSPECTION,
      shadeSchool: 'house',
      safetyToe: true,
      hardHat: false,
      season: 'cold',
      limitSets: ['osha'],
    })
    const { body } = await lead.send<{ me: { site: { rules: object } } }>('GET', '/sign-in')
    expect(body.me.site.rules).toEqual({
      school: 'house',
      house: [{ process: 'SMAW', from: 0, to: 155, shade: 10 }],
      safetyToe: true,
      hardHat: false,
      season: 'cold',
      limits: ['osha'],
    })
    const overlap = await lead.send<{ error: { fields: { path: string }[] } }>(
      'POST',
      '/house-charts',
      {
        effectiveFrom: '2098-01-01',
        rows: [
          { process: 'SMAW', from: 0, to: 100, shade: 10 },
          { process: 'SMAW', from: 50, to: null, shade: 12 },
        ],
      },
    )
    expect([overlap.status, overlap.body.error.fields[0]!.path]).toEqual([400, 'rows.1.from'])
    expect(
      (await lead.send('POST', '/house-charts', { effectiveFrom: '2099-01-01', rows: [] })).status,
    ).toBe(409)
  })
})

describe('roster import', () => {
  const send = (csv: string, more: object = {}) =>
    lead.send<RosterPreview & { error: { message: string; code: string } }>('POST', '/roster', {
      csv,
      ...more,
    })
  const names = async (): Promise<string[]> =>
    (await lead.send<{ rows: { name: string }[] }>('GET', '/people?q=N-')).body.rows.map(
      (row) => row.name,
    )
  const GOOD = 'number,name,cleared_for,course\nN-1,Nils,SMAW GMAW,First year\nN-2,Nora,,\n'
  it('shows what it would do and changes nothing', async () => {
    const { body } = await send(GOOD)
    expect(body).toMatchObject({
      applied: false,
      counts: { add: 2, change: 0, same: 0, broken: 0 },
    })
    expect(await names()).toEqual([])
  })
  it('takes over exactly what was shown; then the same file is all as it is', async () => {
    const { body: preview } = await send(GOOD)
    expect((await send(GOOD, { apply: true })).body.error.code).toBe('changed')
    expect(
      (await send(GOOD, { apply: true, fingerprint: preview.fingerprint })).body,
    ).toMatchObject({ applied: true })
    expect(await names()).toEqual(['Nils', 'Nora'])
    expect((await send(GOOD)).body.counts).toEqual({ add: 0, change: 0, same: 2, broken: 0 })
    const changed = await send(GOOD.replace('SMAW GMAW', 'SMAW').replace('Nora', 'Norah'))
    expect(changed.body.rows.map((row) => row.changes)).toEqual([['cleared_for'], ['name']])
    await send(GOOD.replace('SMAW GMAW', 'SMAW'), {
      apply: true,
      fingerprint: (await send(GOOD.replace('SMAW GMAW', 'SMAW'))).body.fingerprint,
    })
    const { rows } = (await lead.send<{ rows: { cleared: string[] }[] }>('GET', '/people?q=N-1'))
      .body
    expect(rows[0]!.cleared).toEqual(['SMAW'])
  })
  it('a broken row stops everything unless it is left out on purpose', async () => {
    const csv = 'number,name,fit_test_on\nN-3,Nell,yesterday\nN-4,Ned,2026-02-03\n'
    const { body: preview } = await send(csv)
    expect(preview.counts).toMatchObject({ add: 1, broken: 1 })
    expect((await send(csv, { apply: true, fingerprint: preview.fingerprint })).status).toBe(400)
    expect(await names()).not.toContain('Ned')
    expect(
      (await send(csv, { apply: true, leaveOutBroken: true, fingerprint: preview.fingerprint }))
        .body.applied,
    ).toBe(true)
    expect(await names()).toEqual(['Ned', 'Nils', 'Nora'])
  })
  it.each([
    [
      'an unknown column',
      'number,name,shoe\n1,A,9',
      { headerErrors: [expect.stringContaining('shoe')] },
    ],
    ['too many fields', 'number,name\nN-5,A,extra', { counts: { broken: 1 } }],
    [
      'an address in use',
      'number,name,email\nN-5,A,worker@class.example',
      { counts: { broken: 1 } },
    ],
    ['an open quotation mark', 'number,name\nN-5,"A', { counts: { broken: 1 } }],
    ['nothing but a heading', 'number,name', { counts: { add: 0, broken: 0 } }],
  ])('%s', async (_, csv, expected) => expect((await send(csv)).body).toMatchObject(expected))
  it('a lead is never changed from a file', async () => {
    await withOwner(app.ownerUrl, (owner) =>
      owner.query("UPDATE person SET roster_number = 'L-1' WHERE role = 'lead'"),
    )
    expect((await send('number,name,role\nL-1,Fallen,viewer')).body.rows[0]).toMatchObject({
      action: 'broken',
      errors: [{ column: 'number' }],
    })
  })
  it('what is exported is read back as it is, and a formula is made harmless', async () => {
    await made(lead, '/people', {
      name: '=1+1',
      email: null,
      role: 'worker',
      rosterNumber: 'N-9',
      fireWatchTrainedOn: null,
      active: true,
    })
    const csv = (await lead.send<string>('GET', '/roster.csv')).body
    expect(csv).toContain('N-1,Nils')
    expect(csv).toContain("'=1+1")
    const back = await send(
      csv
        .split('\r\n')
        .filter((line) => !line.includes('=1+1') && !line.startsWith('L-1'))
        .join('\r\n'),
    )
    expect(back.body.counts).toMatchObject({ add: 0, change: 0, broken: 0 })
  })
  it('two thousand people come in at once', async () => {
    const csv = `number,name,course,cleared_for\n${Array.from({ length: 2000 }, (_, i) => `M-${i},Many ${i},First year,SMAW`).join('\n')}`
    const { body } = await send(csv)
    expect((await send(csv, { apply: true, fingerprint: body.fingerprint })).body).toMatchObject({
      applied: true,
      counts: { add: 2000 },
    })
    const page = (await lead.send<{ rows: unknown[]; total: number }>('GET', '/people?q=Many')).body
    expect([page.rows.length, page.total]).toEqual([25, 2000])
  })
})
