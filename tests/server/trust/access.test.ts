import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { randomUUID } from 'node:crypto'
import type { Contract } from '#shared/api/contract'
import { allRoutes } from '#shared/api/all'
import { scopeNeeded } from '#shared/api/scopes'
import { startApp, withOwner, type App } from '../../app'
import { Person } from '../client'
import { made, makeShop, PASSWORD, PIN, type Shop } from '../shop.fixture'

let app: App
let shop: Shop

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'access')
  await shop.people.lead.send('POST', `/sessions/${shop.session}/changes`, {
    change: { kind: 'assign', people: [shop.ids.worker], set: { stationId: shop.station } },
  })
})
afterAll(() => app.end())

interface Refused {
  error?: { code: string; fields?: { path: string }[] }
}
const atBooth = async (): Promise<Person> => {
  const person = new Person(app)
  const answer = await person.send<Refused & { kind: string }>(
    'POST',
    `/booths/${shop.code}/sign-in`,
    { personId: shop.ids.worker, pin: PIN.worker },
  )
  expect([answer.status, answer.body.kind]).toEqual([200, 'booth'])
  return person
}
const code = async (person: Person, method: string, path: string, body?: unknown) =>
  (await person.send<Refused>(method, path, body)).body.error?.code

describe('a sign-in at a booth', () => {
  it('opens the own card and booth, the found shade, the alarm and the way out, and nothing else', async () => {
    const person = await atBooth()
    expect((await person.send('GET', '/card')).status).toBe(200)
    const shade = { process: 'SMAW', amps: 120, shade: 10 }
    expect((await person.send('POST', `/people/${shop.ids.worker}/shades`, shade)).status).toBe(201)
    expect(
      (await person.send('POST', '/alarms', { id: randomUUID(), kind: 'bad_air' })).body,
    ).toMatchObject({ stationId: shop.station })
    const open = (Object.values(allRoutes) as Contract[])
      .filter((route) => route.booth)
      .map((route) => route.id)
      .sort()
    expect(open).toEqual([
      'beginMuster',
      'boothState',
      'card',
      'closePoint',
      'foundShade',
      'lateEntries',
      'makeRound',
      'me',
      'musterNow',
      'ownPoints',
      'putPhone',
      'raiseAlarm',
      'signOut',
      'tellAlarm',
    ])
    for (const [method, path, body] of [
      ['GET', '/permits'],
      ['GET', '/people'],
      ['GET', `/people/${shop.ids.worker}`],
      ['GET', '/shift'],
      ['PUT', '/account/pin', { password: PASSWORD, pin: '0000' }],
      [
        'POST',
        '/account/tokens',
        { name: 'x', password: PASSWORD, scopes: ['jobs:read'], days: 7 },
      ],
      ['GET', '/account/data.json'],
    ] as const)
      expect(await code(person, method, path, body)).toBe('booth_only')
    expect((await person.send('DELETE', '/sign-in')).status).toBe(200)
    expect((await person.send('GET', '/card')).status).toBe(401)
  })
})

describe('what ends access', () => {
  const email = 'mover@access.example'
  let id: string
  const change = (more: object) =>
    shop.people.lead.send('PUT', `/people/${id}`, {
      name: 'Mover',
      email,
      role: 'worker',
      fireWatchTrainedOn: null,
      active: true,
      ...more,
    })
  const signedIn = () => new Person(app).signIn(email, PASSWORD)
  const alive = async (person: Person): Promise<boolean> =>
    (await person.send('GET', '/sign-in')).status === 200

  beforeAll(async () => {
    id = await made(shop.people.lead, '/people', {
      name: 'Mover',
      email,
      role: 'worker',
      fireWatchTrainedOn: null,
      active: true,
      password: PASSWORD,
      pin: '4321',
    })
  })

  it('a change of name ends nothing', async () => {
    const person = await signedIn()
    await change({ name: 'Mover, renamed' })
    expect(await alive(person)).toBe(true)
  })

  it.each([
    ['a promotion', { role: 'lead' }, { role: 'worker' }],
    ['a reset of the PIN', { pin: '9876' }, {}],
    ['a reset of the password', { password: 'another long password' }, { password: PASSWORD }],
    ['leaving', { active: false }, {}],
  ])('%s ends sign-ins and tokens of before', async (_, what, back) => {
    const person = await signedIn()
    const { token } = (
      await person.send<{ token: string }>('POST', '/account/tokens', {
        name: 'robot',
        password: PASSWORD,
        scopes: ['jobs:read'],
        days: 7,
      })
    ).body
    const robot = async (): Promise<number> =>
      (
        await new Person(app).send('GET', '/jobs', undefined, {
          authorization: `Bearer ${token}`,
        })
      ).status
    expect([await alive(person), await robot()]).toEqual([true, 200])
    expect((await change(what)).status).toBe(200)
    expect([await alive(person), await robot()]).toEqual([false, 401])
    expect((await change(back)).status).toBe(200)
    // What has ended stays so, even where the role is the same again.
    expect([await alive(person), await robot()]).toEqual([false, 401])
  })

  it('the own change of password or PIN ends every other sign-in, not the one in use', async () => {
    const [here, there] = [await signedIn(), await signedIn()]
    const wrong = await here.send<Refused>('PUT', '/account/password', {
      password: 'not this one at all',
      newPassword: 'a brand new password',
    })
    expect(wrong.body.error?.fields?.[0]?.path).toBe('password')
    const set = (password: string, newPassword: string) =>
      here.send('PUT', '/account/password', { password, newPassword })
    expect((await set(PASSWORD, 'a brand new password')).status).toBe(200)
    expect([await alive(here), await alive(there)]).toEqual([true, false])
    expect((await set('a brand new password', PASSWORD)).status).toBe(200)
    const third = await signedIn()
    await here.send('PUT', '/account/pin', { password: PASSWORD, pin: '5566' })
    expect([await alive(here), await alive(third)]).toEqual([true, false])
  })
})

describe('what others do to the own way in', () => {
  it('is told to its person, and to nobody else', async () => {
    const email = 'told@access.example'
    const body = {
      name: 'Told',
      email,
      role: 'worker',
      fireWatchTrainedOn: null,
      active: true,
    }
    const id = await made(shop.people.lead, '/people', { ...body, password: PASSWORD })
    await shop.people.lead.send('PUT', `/people/${id}`, { ...body, pin: '6655' })
    await new Person(app).send('POST', '/sign-in', { email, password: 'surely not this one' })
    const person = await new Person(app).signIn(email, PASSWORD)
    const noticesOf = async (who: Person) =>
      (
        await who.send<{ me: { notices: { what: string; by: string | null }[] } }>(
          'GET',
          '/sign-in',
        )
      ).body.me.notices
    expect(await noticesOf(person)).toEqual([
      expect.objectContaining({ what: 'sign_in_refused', by: null }),
      expect.objectContaining({ what: 'pin_reset', by: 'Lead access' }),
    ])
    expect(await noticesOf(shop.people.viewer)).toEqual([])
  })
})

describe('a new password', () => {
  it.each([
    ['that many have', 'qwerty123456'],
    ['made of the own name', 'Instructor-instructor-1'],
    ['of more than 128 characters', 'x'.repeat(129)],
  ])('%s is refused at its field', async (_, newPassword) => {
    const answer = await shop.people.instructor.send<Refused>('PUT', '/account/password', {
      password: PASSWORD,
      newPassword,
    })
    expect([answer.status, answer.body.error?.fields?.[0]?.path]).toEqual([400, 'newPassword'])
  })
})

describe('the own sign-ins', () => {
  it('are listed, and each but the one in use can be ended from here', async () => {
    const email = 'instructor@access.example'
    const [here, there] = [
      await new Person(app).signIn(email, PASSWORD),
      await new Person(app).signIn(email, PASSWORD),
    ]
    const { body } = await here.send<{ id: string; current: boolean }[]>('GET', '/account/sign-ins')
    const other = (
      await there.send<{ id: string; current: boolean }[]>('GET', '/account/sign-ins')
    ).body.find(({ current }) => current)!
    expect(body.find(({ id }) => id === other.id)?.current).toBe(false)
    expect((await here.send('DELETE', `/account/sign-ins/${other.id}`)).status).toBe(200)
    expect((await there.send('GET', '/sign-in')).status).toBe(401)
    // Somebody else's is none of mine.
    const mine = body.find(({ current }) => current)!
    expect((await shop.people.lead.send('DELETE', `/account/sign-ins/${mine.id}`)).status).toBe(404)
  })
})

describe('a refusal', () => {
  it('stands in the audit with who asked for what, once a minute', async () => {
    for (let i = 0; i < 3; i++) await shop.people.viewer.send('POST', '/jobs', {})
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        "SELECT details FROM audit WHERE action = 'refused' AND person_id = $1 AND details ->> 'route' = 'createJob'",
        [shop.ids.viewer],
      ),
    )
    expect(rows).toEqual([{ details: { route: 'createJob', code: 'forbidden' } }])
  })
})

describe('API tokens', () => {
  const make = (person: Person, body: object) =>
    person.send<Refused & { id: string; token: string }>('POST', '/account/tokens', {
      name: 'gate',
      password: PASSWORD,
      scopes: ['jobs:read'],
      days: 30,
      ...body,
    })
  const as = (token: string) => ({ authorization: `Bearer ${token}` })

  it('need the password, a scope and an end', async () => {
    const { worker } = shop.people
    expect((await make(worker, { password: 'wrong' })).body.error?.fields?.[0]?.path).toBe(
      'password',
    )
    expect((await make(worker, { scopes: [] })).status).toBe(400)
    expect((await make(worker, { scopes: ['all:write'] })).status).toBe(400)
    expect((await make(worker, { days: 10_000 })).status).toBe(400)
  })

  it('do what their scope says and no more, nor what the role may not', async () => {
    const { body } = await make(shop.people.worker, { scopes: ['jobs:read', 'stores:write'] })
    const bare = new Person(app)
    const said = async (method: string, path: string, sent?: unknown) =>
      (await bare.send<Refused>(method, path, sent, as(body.token))).body.error?.code
    expect(await said('GET', '/jobs')).toBeUndefined()
    expect(await said('GET', '/stock')).toBeUndefined()
    expect(await said('GET', '/permits')).toBe('out_of_scope')
    expect(await said('POST', '/jobs', {})).toBe('out_of_scope')
    expect(await said('PUT', '/account/pin', {})).toBe('no_token')
    expect(await said('GET', '/account/tokens')).toBe('no_token')
    // A worker does not add to the store, with whatever scope.
    expect(await said('POST', '/stock', {})).toBe('forbidden')
  })

  it('say when they were last used, end by themselves, and are listed and revoked by staff', async () => {
    const { body } = await make(shop.people.worker, {})
    await new Person(app).send('GET', '/jobs', undefined, as(body.token))
    const all = () =>
      shop.people.instructor.send<
        { id: string; person: string; lastUsedAt: string | null; ended: string | null }[]
      >('GET', '/tokens')
    const listed = (await all()).body.find((token) => token.id === body.id)!
    expect(listed).toMatchObject({ person: 'Worker', ended: null })
    expect(Date.parse(listed.lastUsedAt!)).toBeGreaterThan(Date.now() - 60_000)
    expect((await shop.people.worker.send('GET', '/tokens')).status).toBe(403)

    await withOwner(app.ownerUrl, (owner) =>
      owner.query("UPDATE api_token SET expires_at = now() - interval '1 s' WHERE id = $1", [
        body.id,
      ]),
    )
    expect((await new Person(app).send('GET', '/jobs', undefined, as(body.token))).status).toBe(401)
    const second = (await make(shop.people.worker, {})).body
    expect((await shop.people.instructor.send('DELETE', `/tokens/${second.id}`)).status).toBe(200)
    expect((await new Person(app).send('GET', '/jobs', undefined, as(second.token))).status).toBe(
      401,
    )
    const ends = (await all()).body.filter(({ id }) => [body.id, second.id].includes(id))
    expect(ends.map((token) => token.ended).sort()).toEqual(['expired', 'revoked'])
  })

  it('reach every route of the product by an area, except the account', () => {
    const none = (Object.values(allRoutes) as Contract[])
      .filter((route) => route.roles !== 'public' && scopeNeeded(route) === null)
      .map((route) => route.id)
      .sort()
    expect(none).toEqual(
      [
        'addPushDevice',
        'allTokens',
        'beginSecondFactor',
        'calendarFeed',
        'confirmSecondFactor',
        'createCalendarFeed',
        'createToken',
        'dropPushDevice',
        'endOwnSignIn',
        'exportAirHours',
        'keeping',
        'lateEntries',
        'me',
        'ownData',
        'ownSignIns',
        'putPhone',
        'reach',
        'removeCalendarFeed',
        'removeSecondFactor',
        'resetSecondFactor',
        'revokeAnyToken',
        'revokeToken',
        'secondFactor',
        'setPassword',
        'setPin',
        'setTextNumber',
        'signOut',
        'tokens',
        'tryReach',
        'updateKeeping',
      ].sort(),
    )
  })
})
