import { describe, expect, it, test } from 'vitest'
import { houseChartBody } from '#shared/eyes/schema'
import { courseBody, recordBody, personBody } from '#shared/people/schema'
import { stockBody } from '#shared/stock/schema'
import { changeBody } from '#shared/session/schema'
import { openApi } from '#shared/api/openapi'
import { allRoutes } from '#shared/api/all'
import type { Contract } from '#shared/api/contract'
import { gearBody } from '#shared/inspection/schema'
import { jobBody } from '#shared/job/schema'
import { setupBody } from '#shared/sign-in/schema'
import { siteBody } from '#shared/shop/schema'
import { JOB } from '../core/job.fixture'
import { USUAL_GAS } from '#shared/gas/customs'
import { USUAL_INSPECTION } from '#shared/inspection/customs'

const paths = (
  schema: {
    safeParse: (value: unknown) => {
      success: boolean
      error?: { issues: { path: PropertyKey[] }[] }
    }
  },
  value: unknown,
): string[] => {
  const result = schema.safeParse(value)
  return result.success ? [] : result.error!.issues.map((issue) => issue.path.join('.'))
}

const job = (change: object = {}, spec: object = {}): unknown => ({
  title: 'Bracket',
  stationId: null,
  place: 'Quay',
  welderId: null,
  helmetId: null,
  gearIds: [],
  cylinderIds: [],
  spec: { ...JOB, ...spec },
  ...change,
})

describe('what the door lets in', () => {
  const paths = (
    schema: {
      safeParse: (value: unknown) => {
        success: boolean
        error?: { issues: { path: PropertyKey[] }[] }
      }
    },
    value: unknown,
  ): string[] => schema.safeParse(value).error?.issues.map((issue) => issue.path.join('.')) ?? []
  const chart = (rows: object[]): object => ({ effectiveFrom: '2026-01-01', rows })
  test.each([
    [
      'a chart that is whole',
      chart([
        { process: 'SMAW', from: 0, to: 55, shade: 7 },
        { process: 'SMAW', from: 55, to: null, shade: 10 },
        { process: 'GTAW', from: 0, to: null, shade: 10 },
      ]),
      [],
    ],
    [
      'an end under its beginning',
      chart([{ process: 'SMAW', from: 60, to: 55, shade: 7 }]),
      ['rows.0.to'],
    ],
    [
      'rows that overlap',
      chart([
        { process: 'SMAW', from: 0, to: 60, shade: 7 },
        { process: 'SMAW', from: 55, to: null, shade: 10 },
      ]),
      ['rows.1.from'],
    ],
    [
      'a shade that is none',
      chart([{ process: 'SMAW', from: 0, to: 60, shade: 0 }]),
      ['rows.0.shade'],
    ],
    ['no day', { effectiveFrom: 'soon', rows: [] }, ['effectiveFrom']],
  ])('%s', (_, value, expected) => expect(paths(houseChartBody, value)).toEqual(expected))
  const record = {
    lightSensitive: false,
    correction: 'none',
    tint: null,
    respiratorUntil: null,
    fitTestOn: null,
    fitModel: null,
    fitSize: null,
    sealCheckOn: null,
    cleared: [],
    kit: [],
  }
  test.each([
    [{}, []],
    [{ tint: 12 }, ['tint']],
    [{ correction: 'monocle' }, ['correction']],
    [{ respiratorUntil: '31/01/2027' }, ['respiratorUntil']],
    [{ cleared: ['STICK'] }, ['cleared.0']],
    [{ kit: [{ ppeId: 'boots', state: 'perhaps' }] }, ['kit.0.state']],
    [{ diagnosis: 'asthma' }, ['']],
  ])('a record with %o', (change, expected) =>
    expect(paths(recordBody, { ...record, ...change })).toEqual(expected),
  )
  it('a kit list names each piece once', () =>
    expect(
      paths(courseBody, {
        name: 'C',
        kit: [
          { ppeId: 'cap', supplier: 'shop', property: '', by: 'x' },
          { ppeId: 'cap', supplier: 'shop', property: '', by: 'x' },
        ],
      }),
    ).toEqual(['kit.1.ppeId']))
  const stock = {
    code: 'lg-9',
    name: 'Gloves',
    kind: 'ppe',
    ppeId: 'gauntlets',
    size: '',
    condition: 'new',
    expiresOn: null,
    minimum: 1,
    loan: false,
  }
  test.each([
    [{}, []],
    [{ code: 'a b' }, ['code']],
    [{ minimum: -1 }, ['minimum']],
    [{ minimum: 0.5 }, ['minimum']],
    [{ ppeId: null }, ['ppeId']],
    [{ kind: 'consumable' }, ['ppeId']],
    [{ expiresOn: 'never' }, ['expiresOn']],
  ])('stock with %o', (change, expected) =>
    expect(paths(stockBody, { ...stock, ...change })).toEqual(expected),
  )
  it('codes are kept in capitals', () => expect(stockBody.parse(stock).code).toBe('LG-9'))
  test.each([
    [{ kind: 'seal', people: [] }],
    [{ kind: 'presence', people: ['00000000-0000-4000-8000-000000000000'], presence: 'asleep' }],
    [{ kind: 'prove', stations: [], proved: true }],
    [{ kind: 'clear', people: ['00000000-0000-4000-8000-000000000000'], process: 'GLUE' }],
    [{ kind: 'anything' }],
  ])('no change like %o', (change) => expect(changeBody.safeParse(change).success).toBe(false))
})

describe('a job at the door', () => {
  it('is let in when whole', () => expect(paths(jobBody, job())).toEqual([]))

  test.each([
    ['no title', { title: ' ' }, {}, 'title'],
    ['neither station nor place', { place: null }, {}, 'place'],
    ['an arc process without current', {}, { amps: null }, 'spec.amps'],
    ['zero current', {}, { amps: 0 }, 'spec.amps'],
    ['a range the wrong way round', {}, { ampsFrom: 200, amps: 120 }, 'spec.ampsFrom'],
    ['negative thickness', {}, { thickness: -1 }, 'spec.thickness'],
    ['25 h of arc', {}, { arcMinutes: 1500 }, 'spec.arcMinutes'],
    ['half a welder', {}, { welders: 1.5 }, 'spec.welders'],
    ['zero volume', {}, { air: { ...JOB.air, volume: 0 } }, 'spec.air.volume'],
    ['negative flow', {}, { air: { ...JOB.air, generalFlow: -1 } }, 'spec.air.generalFlow'],
    ['mixing beyond 10', {}, { air: { ...JOB.air, mixing: 11 } }, 'spec.air.mixing'],
    [
      'a sampling result without a report',
      {},
      { measured: { reference: '', results: { twa: { fume: 1 } } } },
      'spec.measured.reference',
    ],
    [
      'a report without a result',
      {},
      { measured: { reference: 'AS-1', results: {} } },
      'spec.measured.reference',
    ],
    ['an unknown process', {}, { process: 'FRIED' }, 'spec.process'],
  ])('is refused with %s, at its field', (_, change, spec, path) => {
    expect(paths(jobBody, job(change, spec))).toContain(path)
  })

  it('a flame process needs no current', () => {
    expect(paths(jobBody, job({}, { process: 'OFC', amps: null, consumable: null }))).toEqual([])
  })
})

describe('people, items and sites at the door', () => {
  const person = { name: 'A', email: null, role: 'worker', fireWatchTrainedOn: null, active: true }

  it('a PIN has 4 to 8 digits, a password at least 12 characters', () => {
    expect(paths(personBody, { ...person, pin: '123' })).toEqual(['pin'])
    expect(paths(personBody, { ...person, pin: '12a4' })).toEqual(['pin'])
    expect(paths(personBody, { ...person, password: 'short' })).toEqual(['password'])
    expect(
      paths(personBody, { ...person, pin: '12345678', password: 'long enough for it' }),
    ).toEqual([])
  })

  it('emails are kept in small letters, so that one person has one', () => {
    expect(personBody.parse({ ...person, email: 'Ada@Heron.Example' }).email).toBe(
      'ada@heron.example',
    )
  })

  it('a time zone must exist', () => {
    const setup = {
      code: 'ABCD',
      organisation: 'o',
      site: 's',
      units: 'us',
      name: 'n',
      email: 'a@b.example',
      password: 'long enough for it',
    }
    expect(paths(setupBody, { ...setup, timeZone: 'Mars/Olympus' })).toEqual(['timeZone'])
    expect(paths(setupBody, { ...setup, timeZone: 'America/Halifax' })).toEqual([])
  })

  it('a helmet has ranges from light to dark', () => {
    const helmet = { kind: 'helmet', label: 'H', description: '', everyDays: 1, assignedTo: null }
    expect(paths(gearBody, { ...helmet, ranges: [[9, 13]] })).toEqual([])
    expect(paths(gearBody, { ...helmet, ranges: [[13, 9]] })).toEqual(['ranges.0'])
    expect(paths(gearBody, { ...helmet, ranges: [] })).toEqual(['ranges'])
  })

  it('a cylinder has a gas and no ranges', () => {
    const cylinder = { kind: 'cylinder', label: 'C', description: '', everyDays: 7 }
    expect(paths(gearBody, { ...cylinder, gas: '' })).toEqual(['gas'])
    expect(gearBody.safeParse({ ...cylinder, gas: 'Argon', ranges: [] }).success).toBe(false)
  })

  it('a house watch is never under 30 minutes', () => {
    const site = {
      name: 's',
      timeZone: 'UTC',
      units: 'us',
      shiftHours: 8,
      ruleSets: ['osha'],
      houseMonitoring: null,
      houseReach: null,
      leadFactor: false,
      stopsUntested: false,
      gas: USUAL_GAS,
      inspection: USUAL_INSPECTION,
      shadeSchool: 'guide',
      safetyToe: false,
      hardHat: false,
      season: 'mild',
      limitSets: ['osha'],
    }
    expect(paths(siteBody, { ...site, houseMinutes: 29 })).toEqual(['houseMinutes'])
    expect(paths(siteBody, { ...site, houseMinutes: null })).toEqual([])
    expect(paths(siteBody, { ...site, houseMinutes: null, limitSets: [] })).toEqual(['limitSets'])
    // A client that leaves a rule out changes none by accident.
    expect(paths(siteBody, { ...site, houseMinutes: null, season: undefined })).toEqual(['season'])
  })
})

describe('contracts', () => {
  const all = Object.entries(allRoutes) as [string, Contract][]

  it('carry their own name, and no two share an address', () => {
    expect(all.filter(([name, route]) => route.id !== name)).toEqual([])
    expect(new Set(all.map(([, route]) => `${route.method} ${route.path}`)).size).toBe(all.length)
  })

  it('name a schema for each parameter in the path', () => {
    for (const [, route] of all) {
      const named = [...route.path.matchAll(/\{(\w+)\}/g)].map((match) => match[1])
      expect(Boolean(route.params), route.id).toBe(named.length > 0)
    }
  })

  it('only reading and the door are open to a viewer; only the door and the entry of monitors are public', () => {
    const own = [
      'signOut',
      'setPin',
      'setPassword',
      'beginSecondFactor',
      'confirmSecondFactor',
      'removeSecondFactor',
      'createToken',
      'revokeToken',
      'endOwnSignIn',
      'createCalendarFeed',
      'removeCalendarFeed',
      'setTextNumber',
      'addPushDevice',
      'dropPushDevice',
      'tryReach',
      'calcShade',
      'calcPpe',
      'calcVentilation',
      'calcMarking',
      'calcLaser',
      'calcHood',
      'calcRelease',
      'raiseAlarm',
      'tellAlarm',
      'beginMuster',
    ]
    for (const [name, route] of all) {
      if (route.roles === 'public')
        expect([
          'alive',
          'ready',
          'openapi',
          'setupState',
          'setup',
          'signIn',
          'booth',
          'boothSignIn',
          'ingest',
          // By an address that only its owner knows.
          'calendar',
          // The bare answer, for whoever holds the paper with its hash.
          'verifyPermit',
        ]).toContain(name)
      else if (route.method !== 'GET' && route.roles.includes('viewer')) expect(own).toContain(name)
    }
  })

  it('describe their bodies, parameters and roles in OpenAPI', () => {
    const { paths: described } = openApi() as {
      paths: Record<
        string,
        Record<
          string,
          {
            requestBody?: { content: Record<string, { schema: { required: string[] } }> }
            parameters: { name: string; in: string }[]
            description: string
          }
        >
      >
    }
    const post = described['/api/v1/permits/{id}/actions']!.post!
    expect(post.parameters).toEqual([expect.objectContaining({ name: 'id', in: 'path' })])
    expect(post.requestBody!.content['application/json']!.schema.required).toEqual([
      'eventId',
      'action',
    ])
    expect(described['/api/v1/site']!.put!.description).toContain('lead')
    expect(described['/api/v1/jobs']!.get!.parameters.map((parameter) => parameter.name)).toEqual([
      'q',
      'page',
      'sort',
    ])
  })
})
