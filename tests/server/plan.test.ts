import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LEVELS } from '#core/finding/finding'
import { toGeoJson } from '#core/plan/geojson'
import type { Thing } from '#core/plan/plan'
import { fromGeoJson } from '#shared/plan/geojson'
import type { FindingGroup, PlanJudged } from '#shared/plan/judged'
import type { Draft, PublishedPlan, ShownFinding } from '#shared/plan/schema'
import { startApp, type App } from '../app'
import { box, line, rectangle, thing as made } from '../core/plan.fixture'
import type { Person } from './client'
import { addGear } from './gear.fixture'
import { allPass, makeShop, type Shop } from './shop.fixture'

let app: App
let shop: Shop
let lead: Person
let instructor: Person

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'plan')
  ;({ lead, instructor } = shop.people)
})
afterAll(() => app.end())

interface Answer {
  versions?: Record<string, number>
  number?: number
  error?: { code: string; message: string; fields?: { path: string; message: string }[] }
}
const thing = (kind: Thing['kind'], shape: Thing['shape'], more: Partial<Thing> = {}): Thing => ({
  ...made(kind, shape, more),
  id: randomUUID(),
})
const draw = (
  person: Person,
  changes: { id: string; version: number | null; thing: Thing | null }[],
  id = randomUUID(),
) => person.send<Answer>('POST', '/plan/draft/changes', { id, changes })
const put = (one: Thing, version: number | null = null) => ({ id: one.id, version, thing: one })
const draft = async (person = lead): Promise<Draft> =>
  (await person.send<Draft>('GET', '/plan/draft')).body
const publish = (person = lead, id = randomUUID()) =>
  person.send<Answer>('POST', '/plan/versions', { id, note: 'As built' })
const published = async (person = lead): Promise<PublishedPlan | null> =>
  (await person.send<{ published: PublishedPlan | null }>('GET', '/plan')).body.published

describe('drawing', () => {
  it('begins with one floor and nothing on it, and nothing published', async () => {
    expect(await draft()).toMatchObject({ floors: [{ id: 'ground' }], things: [] })
    expect(await published()).toBeNull()
    const nothing = await publish()
    expect([nothing.status, nothing.body.error!.code]).toEqual([400, 'invalid'])
  })

  it('two who draw different things both keep theirs; on the same one the second is told', async () => {
    const room = thing('room', rectangle(0, 0, 20, 10), { facts: { height: 6 } })
    const station = thing('station', box(5, 5), { name: 'Booth 1', of: shop.station })
    const answer = await draw(lead, [put(room), put(station)])
    expect([answer.status, answer.body.versions![room.id]]).toEqual([200, 1])
    const wider = { ...room, shape: rectangle(0, 0, 30, 10) }
    const moved = { ...station, shape: box(7, 5) }
    const both = await Promise.all([draw(lead, [put(wider, 1)]), draw(instructor, [put(moved, 1)])])
    expect(both.map(({ status }) => status)).toEqual([200, 200])
    const late = await draw(instructor, [put({ ...room, name: 'Bay' }, 1)])
    expect([late.status, late.body.error!.code]).toEqual([409, 'changed'])
    expect(late.body.error!.fields![0]!.message).toMatch(/changed by somebody else/)
    const gone = await draw(lead, [{ id: station.id, version: 2, thing: null }])
    expect(gone.status).toBe(200)
    const onGone = await draw(instructor, [put(moved, 2)])
    expect(onGone.body.error!.fields![0]!.message).toMatch(/taken away/)
    expect((await draft()).things.map(({ id, version }) => [id, version])).toEqual([[room.id, 2]])
  })

  it('of two at once on one thing one wins; sent twice it is done once', async () => {
    const desk = thing('desk', box(1, 30))
    await draw(lead, [put(desk)])
    const both = await Promise.all(
      [1, 2].map((x) => draw(lead, [put({ ...desk, shape: box(x, 31) }, 1)])),
    )
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    const id = randomUUID()
    const change = [put({ ...desk, name: 'Bench' }, 2)]
    for (const _ of [1, 2]) expect((await draw(lead, change, id)).status).toBe(200)
    expect((await draft()).things.find((one) => one.id === desk.id)!.version).toBe(3)
    const other = await draw(lead, [put({ ...desk, name: 'Shelf' }, 3)], id)
    expect([other.status, other.body.error!.code]).toEqual([409, 'event_used'])
  })

  it('all of a change or none of it', async () => {
    const [good, bad] = [thing('desk', box(3, 30)), thing('desk', box(4, 30))]
    const answer = await draw(lead, [put(good), put(bad, 7)])
    expect(answer.status).toBe(409)
    expect((await draft()).things.some(({ id }) => id === good.id)).toBe(false)
  })

  it.each([
    ['a figure that is none', { shape: { ...box(0, 0), width: -1 } }],
    ['a kind that there is not', { kind: 'volcano' }],
    ['a point too far', { shape: line([0, 0], [1e9, 0]) }],
    ['a foreign field', { colour: 'red' }],
  ])('refuses %s at its field', async (_, change) => {
    const one = { ...thing('desk', box(0, 0)), ...change } as Thing
    const answer = await draw(lead, [put(one)])
    expect([answer.status, answer.body.error!.code]).toEqual([400, 'invalid'])
    expect(answer.body.error!.fields![0]!.path).toMatch(/^changes\.0\.thing/)
  })

  it('stands for what is on record here, and for its own kind alone', async () => {
    for (const of of [randomUUID(), shop.machine]) {
      const answer = await draw(lead, [put(thing('station', box(9, 30), { of }))])
      expect([answer.status, answer.body.error!.fields![0]!.path]).toEqual([
        400,
        'changes.0.thing.of',
      ])
    }
  })

  it('a floor on which something is drawn stays; the others come and go by version', async () => {
    const floors = (ids: string[], version: number) =>
      lead.send<Answer>('PUT', '/plan/draft/floors', {
        floors: ids.map((id) => ({ id, name: id, outdoors: false, level: 0 })),
        version,
      })
    const { version } = await draft()
    expect((await floors(['ground', 'loft'], version)).status).toBe(200)
    expect((await floors(['ground'], version)).body.error!.code).toBe('changed')
    expect((await floors(['loft'], version + 1)).body.error!.fields![0]!.path).toBe('floors')
    expect((await floors(['ground'], version + 1)).status).toBe(200)
  })
})

describe('a published plan', () => {
  it('is refused while something is wrong, each thing named; then seen by everybody, and kept', async () => {
    const astray = thing('door', line([40, 40], [41, 40]))
    await draw(lead, [put(astray)])
    const refused = await publish()
    expect(refused.status).toBe(400)
    expect(refused.body.error!.fields).toContainEqual({
      path: astray.id,
      message: 'It lies in no wall.',
    })
    await draw(lead, [{ id: astray.id, version: 1, thing: null }])
    const id = randomUUID()
    for (const _ of [1, 2]) expect((await publish(lead, id)).body.number).toBe(1)
    const first = (await published(shop.people.viewer))!
    expect(first).toMatchObject({ number: 1, note: 'As built' })
    const [room] = first.plan.things.filter(({ kind }) => kind === 'room')
    await draw(lead, [put({ ...room!, name: 'Hall' } as Thing, 2)])
    expect((await published())!.plan).toEqual(first.plan)
    expect((await publish()).body.number).toBe(2)
    expect((await lead.send<PublishedPlan>('GET', '/plan/versions/1')).body.plan).toEqual(
      first.plan,
    )
    expect((await lead.send('GET', '/plan/versions/9')).status).toBe(404)
  })

  it('is the draft that was looked at: whoever draws at that moment holds it up or comes after it', async () => {
    const desk = thing('desk', box(3, 33))
    const [out, drawn] = await Promise.all([publish(), draw(instructor, [put(desk)])])
    expect(drawn.status).toBe(200)
    expect([201, 409]).toContain(out.status)
    const has = (await published())!.plan.things.some(({ id }) => id === desk.id)
    if (out.status === 409) expect([out.body.error!.code, has]).toEqual(['changed', false])
  })

  const says = async (code: string): Promise<ShownFinding> => {
    const path = '/plan/findings'
    const { body } = await shop.people.viewer.send<PlanJudged>('GET', path)
    return body.groups.find((group) => group.code === code)!.first[0]!
  }

  it('says what it measured, with the way that was walked', async () => {
    const station = thing('station', box(5, 5), { name: 'Booth 1', of: shop.station })
    const of = await addGear(shop, 'eyewash', 'EW-1')
    const unlooked = thing('eyewash', box(12, 5), { of })
    await draw(lead, [put(station), put(unlooked)])
    await publish()
    // Nobody has looked at it yet: it counts for nothing.
    const before = await says('plan.eyewash')
    expect(before.finding.level).toBe('unknown')
    const looked = { lines: allPass('eyewash') }
    await lead.send('POST', `/gear/eyewash/${of}/inspections`, looked)
    const eye = await says('plan.eyewash')
    expect(eye.finding).toMatchObject({ level: 'clear', value: { amount: 7, unit: 'm' } })
    expect(eye.lines[0]).toEqual([
      { x: 5, y: 5 },
      { x: 12, y: 5 },
    ])
    // By hand: 30 m by 10 m by 6 m are 1,800 m3, and 6 m are more than 16 ft.
    expect((await says('plan.room')).finding).toMatchObject({
      level: 'clear',
      value: { amount: 1800, unit: 'm3' },
    })
  })

  it('says the worst first, and of a draft with a fault in it nothing but the fault', async () => {
    const read = () => lead.send<PlanJudged>('GET', '/plan/draft/findings')
    const sound = (await read()).body
    for (const { first } of sound.groups) {
      const levels = first.map(({ finding }) => LEVELS.indexOf(finding.level))
      expect(levels).toEqual(levels.toSorted((one, other) => other - one))
    }
    // Ways and places are judged apart; both are in it.
    const codes = new Set(sound.groups.map(({ code }) => code))
    expect([...codes]).toEqual(expect.arrayContaining(['plan.eyewash', 'plan.room']))
    const astray = thing('door', line([70, 70], [71, 70]))
    await draw(lead, [put(astray)])
    const { body } = await read()
    expect([body.groups, body.marks]).toEqual([[], []])
    expect(body.faults).toEqual([
      { thing: astray.id, kind: 'error', message: 'It lies in no wall.' },
    ])
    await draw(lead, [{ id: astray.id, version: 1, thing: null }])
    expect((await read()).body.faults).toEqual([])
  })

  it('is judged once for all who ask at once, and anew for whoever asks after a change', async () => {
    const read = () => lead.send<PlanJudged>('GET', '/plan/draft/findings')
    const desk = thing('desk', box(9, 7), { name: 'Asked about' })
    const tells = ({ body }: Awaited<ReturnType<typeof read>>): boolean =>
      JSON.stringify(body).includes('Asked about')
    await draw(lead, [put(desk)])
    // More than one person may have judged at once.
    const answers = await Promise.all(Array.from({ length: 12 }, read))
    expect(answers.map(({ status }) => status)).toEqual(answers.map(() => 200))
    expect(answers.every(tells)).toBe(true)
    await draw(lead, [{ id: desk.id, version: 1, thing: null }])
    expect(tells(await read())).toBe(false)
  })

  describe('has more to say of a kind than fits', () => {
    const stations = Array.from({ length: 45 }, (_, i) =>
      thing('station', box(300 + 6 * i, 0), { name: `Bay ${i}` }),
    )
    const first = async (): Promise<{ of: string; group: FindingGroup }> => {
      const { body } = await lead.send<PlanJudged>('GET', '/plan/draft/findings')
      return { of: body.of, group: body.groups.find(({ code }) => code === 'plan.eyewash')! }
    }
    const further = (by: Person, of: string, from: string | number, path = '/plan/draft') =>
      by.send<{ findings: ShownFinding[] } & Answer>(
        'GET',
        `${path}/findings/further?${new URLSearchParams({ of, from: `${from}`, part: 'ways', floor: 'ground', code: 'plan.eyewash' })}`,
      )

    it('and goes on where it was left, each once', async () => {
      await draw(
        lead,
        stations.map((one) => put(one)),
      )
      const { of, group } = await first()
      const total = Object.values(group.counts).reduce((sum, count) => sum + count, 0)
      expect(group.first).toHaveLength(20)
      const second = (await further(instructor, of, 20)).body.findings
      const third = (await further(instructor, of, 40)).body.findings
      const about = [...group.first, ...second, ...third].map(({ things }) => things[0])
      expect([about.length, new Set(about).size]).toEqual([total, total])
      expect((await further(lead, of, 1_000)).body.findings).toEqual([])
    })

    it('and says so where something changed meanwhile, or is not asked as it may be', async () => {
      const { of } = await first()
      const { viewer } = shop.people
      expect((await further(viewer, of, 20)).status).toBe(403)
      expect((await further(lead, of, 'soon')).status).toBe(400)
      expect((await further(lead, of, -1)).status).toBe(400)
      // What was said of the draft is not said of the plan that was published before.
      expect((await further(viewer, of, 20, '/plan')).body).toMatchObject({
        error: { code: 'changed' },
      })
      const [one] = stations
      await draw(lead, [put({ ...one!, name: 'Bay of another name' }, 1)])
      const refused = await further(lead, of, 20)
      expect([refused.status, refused.body.error!.code]).toEqual([409, 'changed'])
      expect((await further(lead, (await first()).of, 20)).status).toBe(200)
      await draw(
        lead,
        stations.map(({ id }, i) => ({ id, version: i === 0 ? 2 : 1, thing: null })),
      )
    })
  })

  it('of another organisation is neither seen nor drawn on', async () => {
    const other = await makeShop(app, 'plan-other')
    expect(await published(other.people.lead)).toBeNull()
    expect((await draft(other.people.lead)).things).toEqual([])
    const [mine] = (await draft()).things
    const { version: _, ...copy } = mine!
    const foreign = { ...copy, of: null } as Thing
    expect((await draw(other.people.lead, [put(foreign)])).status).toBe(200)
    expect((await draft()).things.find(({ id }) => id === mine!.id)).toEqual(mine)
    const theirs = thing('station', box(0, 0), { of: shop.station })
    expect((await draw(other.people.lead, [put(theirs)])).status).toBe(400)
  })
})

describe('a plan as GeoJSON', () => {
  it('read back is the same to the last digit', async () => {
    const { plan } = (await published())!
    const file: unknown = JSON.parse(JSON.stringify(toGeoJson(plan as never)))
    expect(fromGeoJson(file)).toEqual({ plan })
  })
  it('that is none is refused with what is wrong', () => {
    expect(fromGeoJson({ type: 'FeatureCollection' })).toHaveProperty('wrong')
    expect(fromGeoJson(null)).toHaveProperty('wrong')
  })
})
