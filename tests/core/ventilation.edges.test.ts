import { describe, expect, it, test } from 'vitest'
import { hoodedWhenShared } from '#core/ventilation/hood'
import { checkVentilation } from '#core/ventilation/prescriptive'
import type { JobSpec } from '#core/job/job'
import { jobWith } from './job.fixture'

describe('coatings and metals that the rule names', () => {
  const HELD = { hood: 'movable_hood', hoodProved: true, hoodFlow: 0.4, hoodDistance: 0.2 } as const
  const of = (code: string, change: Partial<JobSpec>, air: Partial<JobSpec['air']> = {}) =>
    checkVentilation(jobWith(change, air)).find((finding) => finding.code === code)
  test.each([
    ['zinc', 'indoors', false, 'stop', true],
    ['zinc', 'indoors', true, 'caution', false],
    ['zinc', 'outdoors', false, 'caution', false],
    ['lead', 'outdoors', false, 'stop', true],
    ['lead', 'outdoors', true, 'caution', false],
    ['cadmium', 'outdoors', false, 'stop', true],
    ['cadmium', 'indoors', true, 'caution', false],
  ] as const)('%s %s, exhaust %s: %s', (coating, space, held, level, legal) => {
    const finding = of('air.coating', { coating }, { space, ...(held ? HELD : {}) })!
    expect(finding.level).toBe(level)
    expect(finding.legal ?? false).toBe(legal)
  })
  it('more at a station than the job speaks of have one hood between them', () => {
    const four = { welders: 4, hooded: 4 }
    expect([0, 1, 4, 5].map((sharing) => hoodedWhenShared(four, sharing))).toEqual([4, 4, 4, null])
    expect(hoodedWhenShared({ welders: 1, hooded: 1 }, 2)).toBeNull()
    expect(hoodedWhenShared({ welders: 4, hooded: null }, 2)).toBeNull()
  })
  it('paint is unknown until a whole shift of it was sampled; a moment is not enough', () => {
    const level = (results: NonNullable<JobSpec['measured']>['results']) =>
      of('air.coating', { coating: 'paint', measured: { reference: 'AS-2', results } })!.level
    expect(level({ ceiling: { fume: 1 } })).toBe('unknown')
    expect(level({ twa: { lead: 0.01 } })).toBe('unknown')
    expect(level({ twa: { fume: 1 } })).toBe('caution')
  })
  it('stainless is cut with exhaust indoors; outdoors, or welded, the rule is silent', () => {
    const cut = { process: 'PAC', consumable: null, baseMetal: 'stainless' } as const
    expect(of('air.stainlessCut', cut)!.level).toBe('stop')
    expect(of('air.stainlessCut', cut, HELD)).toBeUndefined()
    expect(of('air.stainlessCut', cut, { space: 'outdoors' })).toBeUndefined()
    expect(of('air.stainlessCut', { ...cut, process: 'OFC', amps: null })!.level).toBe('stop')
    expect(of('air.stainlessCut', { ...cut, process: 'GTAW' })).toBeUndefined()
    expect(of('air.stainlessCut', { ...cut, baseMetal: 'carbon_steel' })).toBeUndefined()
    expect(of('air.stainlessCut', { ...cut, respirator: 'airline_helmet' })).toBeUndefined()
  })
  it('an enclosure counts with its flow, a hood by the table', () => {
    const hood = (air: Partial<JobSpec['air']>) => of('air.hood', {}, air)?.level
    expect(hood({ hood: 'fixed_enclosure', hoodProved: true, hoodFlow: 0.5 })).toBe('clear')
    expect(hood({ hood: 'fixed_enclosure', hoodProved: true, hoodFlow: null })).toBe('unknown')
    expect(hood({ ...HELD, hoodDistance: null })).toBe('unknown')
    expect(hood({ ...HELD, hoodFlow: null })).toBe('unknown')
    expect(hood({ ...HELD, hoodDistance: 0.31 })).toBe('caution')
    expect(hood({ ...HELD, hoodFlow: 0.01 })).toBe('caution')
    expect(hood(HELD)).toBe('clear')
  })
  it('in a closed space any one of exhaust, forced air or an airline is enough', () => {
    const level = (change: Partial<JobSpec>, air: Partial<JobSpec['air']> = {}) =>
      of('air.confined', change, { space: 'confined', generalFlow: 0, ...air })!.level
    expect(level({})).toBe('stop')
    expect(level({}, HELD)).toBe('caution')
    expect(level({ respirator: 'airline_helmet' })).toBe('caution')
    expect(level({}, { generalFlow: 0.944 })).toBe('caution')
    expect(level({}, { generalFlow: 0.94 })).toBe('stop')
    expect(level({}, { generalFlow: null })).toBe('stop')
  })
  it('a room within its triggers needs a flow: exhaust or airline stand in for it', () => {
    const room = (air: Partial<JobSpec['air']>, change: Partial<JobSpec> = {}) =>
      of('air.room', change, air)!
    const small = { volume: 100, generalFlow: null }
    expect(room(small).level).toBe('unknown')
    expect(room({ ...small, ...HELD }).sentence).toContain('the local exhaust stands in')
    expect(room(small, { respirator: 'airline_helmet' }).sentence).toContain(
      'the airline respirator',
    )
    expect(room({ volume: 1000, ceiling: 4.8, generalFlow: 0.1 })).toMatchObject({
      level: 'stop',
      sentence: expect.stringContaining('ceiling under 16 ft'),
    })
    expect(room({ obstructed: true, generalFlow: 0.1 }).sentence).toContain('cross flow obstructed')
    expect(room({ volume: null }).sentence).toContain('these are not known: volume.')
    expect(room({ ceiling: null, obstructed: null }).sentence).toContain(
      'ceiling height, whether cross flow is obstructed',
    )
  })
})
