import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { PROCESSES, POSITIONS, type Process } from '#core/job/job'
import { CONFLICTS, judgeConflicts } from '#core/ppe/conflict'
import { CONFLICT_IDS, ZONES, type SiteRules } from '#core/ppe/terms'
import { assignPpe, DEFAULT_SITE_RULES, propertiesText } from '#core/ppe/ppe'
import { PPE_RULES, type PpeJob } from '#core/ppe/ppe.table'
import { jobWith } from './job.fixture'

/** Arc so short that its noise asks for nothing. */
const SHORT: PpeJob = {
  process: 'SMAW',
  amps: 120,
  position: 'bench',
  grinding: false,
  arcMinutes: 10,
  noise: null,
}

const ids = (
  process: Process,
  change: Partial<PpeJob> = {},
  site: Partial<SiteRules> = {},
): string[] =>
  assignPpe({ ...SHORT, process, ...change }, { ...DEFAULT_SITE_RULES, ...site }).wear.map(
    (item) => item.id,
  )

describe('clothing by process, current, position, grinding, season and site (common practice; OSHA 1910.132 to 136, 1910.252(b))', () => {
  test.each([
    [
      'overhead asks for leather, cape, leggings and plugs',
      ids('SMAW', { position: 'overhead' }),
      ['leathers', 'cape', 'knees', 'plugs'],
    ],
    [
      'lying does as well',
      ids('GMAW', { position: 'lying' }),
      ['leathers', 'cape', 'knees', 'plugs'],
    ],
    [
      'gouging is high current: apron, leather, hand shield',
      ids('CAC', { amps: 400 }),
      ['leathers', 'apron', 'hand-shield', 'plugs', 'helmet'],
    ],
    [
      'grinding asks for shield, apron and plugs',
      ids('GRIND', { amps: null }),
      ['glasses', 'face-shield', 'apron', 'plugs', 'grind-gloves'],
    ],
    [
      'grinding with an arc job keeps its helmet and adds the apron',
      ids('SMAW', { grinding: true }),
      ['helmet', 'apron', 'plugs'],
    ],
    [
      'overhead with a disc: sealed goggles, not glasses',
      ids('GRIND', { amps: null, position: 'overhead' }),
      ['sealed-goggles'],
    ],
    ['plasma is loud', ids('PAC'), ['plugs', 'plasma-shield']],
    [
      'a safety toe where the site asks for it',
      ids('GTAW', {}, { safetyToe: true }),
      ['boots-toe'],
    ],
    ['a hard hat where the site asks for it', ids('GTAW', {}, { hardHat: true }), ['hard-hat']],
    ['cold: nothing synthetic underneath', ids('SMAW', {}, { season: 'cold' }), ['warm']],
    ['hot: cotton underneath', ids('SMAW', {}, { season: 'hot' }), ['cool']],
    [
      'laser: eyewear and helmet by optical density',
      ids('LBW', { amps: null }),
      ['laser-eyewear', 'laser-helmet'],
    ],
  ])('%s', (_, list, expected) => expect(list).toEqual(expect.arrayContaining(expected)))
  test.each([
    ['no shade glass against a laser', ids('LBW', { amps: null }), 'helmet'],
    ['no glasses under sealed goggles', ids('GRIND', { amps: null, position: 'lying' }), 'glasses'],
    ['one kind of boots', ids('SMAW', {}, { safetyToe: true }), 'boots'],
    ['no thin gloves on stick', ids('SMAW'), 'tig-gloves'],
    ['no hood for a flame', ids('OFC', { amps: null }), 'helmet'],
  ])('%s', (_, list, not) => expect(list).not.toContain(not))
  it('every row has properties, a reason, a supplier and a zone; boots are at least 6 in high', () => {
    for (const rule of PPE_RULES) {
      expect(propertiesText(rule.properties).length, rule.id).toBeGreaterThan(3)
      expect(rule.reason.length).toBeGreaterThan(10)
      expect(ZONES).toContain(rule.zone)
    }
    expect(PPE_RULES.find((rule) => rule.id === 'boots')!.properties.height).toContain('6 in')
  })
  it('for any work there is exactly one thing on the chest, and something on eyes, hands, legs and feet', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PROCESSES),
        fc.constantFrom(...POSITIONS),
        fc.integer({ min: 5, max: 600 }),
        fc.boolean(),
        fc.boolean(),
        (process, position, amps, grinding, safetyToe) => {
          const wear = assignPpe(
            { ...SHORT, process, position, amps, grinding },
            { ...DEFAULT_SITE_RULES, safetyToe },
          ).wear
          expect(
            wear.filter((item) => ['jacket', 'leathers', 'jacket-light'].includes(item.id)),
          ).toHaveLength(1)
          expect(wear.filter((item) => item.zone === 'feet')).toHaveLength(1)
          for (const zone of ['eyes', 'hands', 'legs'] as const)
            expect(
              wear.some((item) => item.zone === zone),
              `${process} ${zone}`,
            ).toBe(true)
        },
      ),
    )
  })
  it('more current never takes cover away', () => {
    const covers = (amps: number): boolean => ids('FCAW', { amps }).includes('leathers')
    expect([120, 299, 300, 500].map(covers)).toEqual([false, false, true, true])
  })
})

describe('conflicts (common practice, and the sources named)', () => {
  const job = jobWith({ process: 'SMAW', respirator: 'half_mask' })
  it('each is a Finding with a cure', () => {
    for (const finding of judgeConflicts(CONFLICT_IDS, { process: 'OFC', respirator: 'half_mask' }))
      expect([finding.remedy!.length > 3, ['caution', 'stop'].includes(finding.level)]).toEqual([
        true,
        true,
      ])
    expect(CONFLICTS.length).toBe(CONFLICT_IDS.length)
  })
  test.each([
    ['synthetic', 'SMAW', 'half_mask', 'stop'],
    ['thin-gloves', 'SMAW', 'none', 'stop'],
    ['thin-gloves', 'GTAW', 'none', undefined],
    ['tinted', 'GMAW', 'none', 'caution'],
    ['tinted', 'OFC', 'none', undefined],
    ['lighter', 'GTAW', 'none', 'stop'],
    ['cuffs', 'GTAW', 'none', 'caution'],
    ['oily', 'OFC', 'none', 'stop'],
    ['oily', 'GTAW', 'none', undefined],
  ] as const)('%s on %s with %s: %s', (id, process, respirator, level) =>
    expect(judgeConflicts([id], { process, respirator })[0]?.level).toBe(level),
  )
  // OSHA 29 CFR 1910.134(g)(1)(i)(A)
  it('a beard stops a tight respirator by law, and no other', () => {
    expect(judgeConflicts(['beard'], job)[0]).toMatchObject({ level: 'stop', legal: true })
    for (const respirator of ['none', 'powered_helmet', 'airline_helmet'] as const)
      expect(judgeConflicts(['beard'], { process: 'SMAW', respirator })).toEqual([])
  })
})

describe('PPE (common practice, and OSHA 1910.133 and 1910.252(b) as marked)', () => {
  const ids = (query: Partial<PpeJob>): string[] =>
    assignPpe({ ...SHORT, ...query }).wear.map((item) => item.id)
  it('hands: gauntlets on stick, thin leather for TIG, and thin gloves forbidden on stick', () => {
    expect(ids({ process: 'SMAW', amps: 120, position: 'bench', grinding: false })).toEqual(
      expect.arrayContaining(['gauntlets', 'helmet', 'glasses', 'jacket']),
    )
    expect(ids({ process: 'GTAW', amps: 90, position: 'bench', grinding: false })).toContain(
      'tig-gloves',
    )
    expect(assignPpe({ ...SHORT, process: 'SMAW' }).avoid.map((item) => item.id)).toContain(
      'thin-gloves',
    )
  })
  it('overhead, tight and high current ask for leather', () => {
    for (const query of [
      { process: 'SMAW', amps: 120, position: 'overhead', grinding: false },
      { process: 'GMAW', amps: 120, position: 'tight', grinding: false },
      { process: 'FCAW', amps: 350, position: 'bench', grinding: false },
    ] as const)
      expect(ids(query)).toEqual(expect.arrayContaining(['leathers', 'cape']))
  })
  it('goggles for flame, never for an arc; plugs for plasma', () => {
    expect(ids({ process: 'OFC', amps: null, position: 'bench', grinding: false })).toContain(
      'gas-goggles',
    )
    for (const process of ['SMAW', 'GMAW', 'FCAW', 'GTAW'] as const)
      expect(ids({ process, amps: 100, position: 'bench', grinding: false })).not.toContain(
        'gas-goggles',
      )
    expect(ids({ process: 'PAC', amps: 60, position: 'bench', grinding: false })).toContain('plugs')
  })
  it('every process has something for eyes, torso, hands, legs and feet', () => {
    for (const process of PROCESSES)
      for (const position of ['bench', 'overhead', 'tight'] as const) {
        const zones = assignPpe({ ...SHORT, process, position }).wear.map((item) => item.zone)
        expect(zones).toEqual(expect.arrayContaining(['eyes', 'torso', 'hands', 'legs', 'feet']))
      }
  })
})
