import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { ladderTable, stepPath } from '../../app/components/shade/ladder'
import { tasksOf } from '../../app/components/session/tasks'
import { PPE_RULES } from '#core/ppe/ppe.table'
import { ZONES } from '#core/ppe/terms'
import { SPOT } from '../../app/components/ppe/figure'
import { SCHOOLS } from '#core/shade/terms'
import { HOUSE_CHART } from '#core/shade/shade.table'
import { askSchools, type ShadeQuery } from '#core/shade/school'
import { shadeSteps } from '#core/shade/steps'
import { viewBrightness } from '#core/shade/light'
import type { Fix, SessionMember } from '#shared/session/schema'
import { houseChartBody } from '#shared/eyes/schema'
import { courseBody, recordBody } from '#shared/people/schema'
import { stockBody } from '#shared/stock/schema'
import { changeBody } from '#shared/session/schema'
import { quantityText } from '#shared/units/units'

const QUERY: ShadeQuery = {
  process: 'SMAW',
  amps: 120,
  electrode: null,
  thickness: null,
  arcHidden: false,
  shieldGas: null,
  gasFlow: null,
  baseMetal: 'carbon_steel',
}

describe('lens ladder as lines and as a table', () => {
  const steps = shadeSteps(QUERY, HOUSE_CHART)
  it('a line is broken where a school says nothing', () => {
    const path = stepPath(
      [
        { from: 0, to: 10, shade: 5 },
        { from: 10, to: 20, shade: 6 },
        { from: 30, to: 40, shade: 7 },
      ],
      (x) => x,
      (y) => -y,
    )
    expect(path).toBe('M0 -5H10L10 -6H20M30 -7H40')
  })
  it('the table has the figures of the lines in every stretch', () => {
    const rows = ladderTable(steps)
    expect(rows[0]).toMatchObject({ from: 0, to: 20, shades: { legal: 7, house: 7 } })
    for (const row of rows) {
      const middle = Number.isFinite(row.to) ? (row.from + row.to) / 2 : row.from + 1
      for (const { school, shade } of askSchools({ ...QUERY, amps: middle }, HOUSE_CHART))
        expect(row.shades[school] ?? null, `${school} at ${middle}`).toBe(shade)
    }
  })
  it('the rows follow each other without a gap or an overlap', () => {
    for (const process of ['SMAW', 'GMAW', 'GTAW', 'PAW', 'PAC', 'CAC', 'OFC', 'OFW'] as const) {
      const rows = ladderTable(
        shadeSteps({ ...QUERY, process, gasFlow: 1000, thickness: 10 }, HOUSE_CHART),
      )
      for (const [i, row] of rows.slice(1).entries()) expect(row.from).toBe(rows[i]!.to)
    }
  })
  it('steps never go down', () => {
    for (const school of SCHOOLS)
      for (const [i, step] of steps[school].slice(1).entries())
        expect(step.shade).toBeGreaterThan(steps[school][i]!.shade)
  })
  it('a flame without its flow leaves the European line out', () =>
    expect(shadeSteps({ ...QUERY, process: 'OFC', amps: null, thickness: 10 }, []).europe).toEqual(
      [],
    ))
  it('the view gets darker with the shade', () => {
    const views = [2, 5, 8, 10, 12, 14].map(viewBrightness)
    expect(views).toEqual([...views].sort((a, b) => b - a))
    expect(viewBrightness(1)).toBe(1)
  })
})

describe('dressed figure', () => {
  it('has a place for every zone, and all of a zone on one side', () => {
    for (const zone of ZONES) expect(['front', 'back']).toContain(SPOT[zone].side)
    for (const rule of PPE_RULES) expect(SPOT[rule.zone]).toBeDefined()
  })
})

const finding = {
  code: 'x',
  step: 'body' as const,
  level: 'stop' as const,
  sentence: '',
  reasons: [],
}
const member = (
  id: string,
  cells: {
    need: 'extraction' | 'hands' | 'breath'
    level: 'stop' | 'unknown' | 'caution' | 'clear'
    sentence: string
    fixes: Fix[]
  }[],
  station = 'S1',
): SessionMember => ({
  personId: id,
  name: id,
  presence: 'present',
  station: { id: station, name: station },
  job: null,
  process: 'SMAW',
  amps: 120,
  helmet: null,
  machine: null,
  cylinder: null,
  wanted: null,
  set: null,
  seen: [],
  level: 'stop',
  cells: cells.map((cell) => ({ ...cell, finding })),
})
const prove = (station: string): Fix => ({
  label: `${station}: proved, it pulls`,
  change: { kind: 'prove', stations: [station], proved: true },
  path: null,
})
const lend = (person: string): Fix => ({
  label: 'Lend LG-9',
  change: { kind: 'lend', people: [person], stockId: 'x' },
  path: null,
})

describe('to do of a session', () => {
  it('puts together what is the same for many, with all their booths in the cure', () => {
    const tasks = tasksOf([
      member('a', [
        { need: 'extraction', level: 'stop', sentence: 'No air', fixes: [prove('S1')] },
      ]),
      member(
        'b',
        [{ need: 'extraction', level: 'stop', sentence: 'No air', fixes: [prove('S2')] }],
        'S2',
      ),
    ])
    expect(tasks).toHaveLength(1)
    expect(tasks[0]!.people.map((person) => person.name)).toEqual(['a', 'b'])
    expect(tasks[0]!.fixes[0]).toMatchObject({
      label: 'All 2 booths: proved, they pull',
      change: { stations: ['S1', 'S2'] },
    })
  })
  it('keeps a cure for one person on its own line', () => {
    const lacking = (id: string): SessionMember =>
      member(id, [{ need: 'hands', level: 'stop', sentence: 'Lacks gloves', fixes: [lend(id)] }])
    expect(tasksOf([lacking('a'), lacking('b')]).map((task) => task.fixes[0]!.change)).toEqual([
      expect.objectContaining({ people: ['a'] }),
      expect.objectContaining({ people: ['b'] }),
    ])
  })
  it('one seal check serves everyone of the line', () => {
    const seal = (id: string): SessionMember =>
      member(id, [
        {
          need: 'breath',
          level: 'caution',
          sentence: 'Check the seal',
          fixes: [{ label: 'Seal check seen', change: { kind: 'seal', people: [id] }, path: null }],
        },
      ])
    expect(tasksOf([seal('a'), seal('b')])[0]!.fixes[0]!.change).toEqual({
      kind: 'seal',
      people: ['a', 'b'],
    })
  })
  it('trouble first, and nothing that is clear', () => {
    const tasks = tasksOf([
      member('a', [
        { need: 'breath', level: 'caution', sentence: 'c', fixes: [] },
        { need: 'hands', level: 'unknown', sentence: 'u', fixes: [] },
        { need: 'extraction', level: 'stop', sentence: 's', fixes: [] },
      ]),
      member('b', [{ need: 'hands', level: 'clear', sentence: 'ok', fixes: [] }]),
    ])
    expect(tasks.map((task) => task.level)).toEqual(['stop', 'unknown', 'caution'])
  })
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

describe('units of the new quantities', () => {
  // 1 ft3 is 28.3168 L (exact from 0.3048 m).
  test.each([
    [28.3168, 'L/h', 'us', '1 cfh'],
    [28.3168, 'L/h', 'si', '28.3 L/h'],
    [0.031, 'rad', 'us', '31 mrad'],
    [2000, 'W', 'si', '2,000 W'],
    [1070, 'nm', 'us', '1,070 nm'],
    [10, 's', 'si', '10 s'],
    [6.02, 'OD', 'us', '6.02'],
  ] as const)('%s %s in %s: %s', (amount, unit, units, text) =>
    expect(quantityText({ amount, unit }, units)).toBe(text),
  )
  it('a distance reads in feet or metres', () =>
    fc.assert(
      fc.property(fc.double({ min: 1, max: 500, noNaN: true }), (metres) => {
        const [us, si] = (['us', 'si'] as const).map((units) =>
          Number.parseFloat(quantityText({ amount: metres, unit: 'm' }, units).replace(',', '')),
        )
        expect((us! * 0.3048) / si!).toBeCloseTo(1, 1)
      }),
    ))
})
