import { describe, expect, it, test } from 'vitest'
import { checklistOf, isOfGear, isOfPlace, linesOf } from '#core/inspection/checklist'
import { judgeInspection } from '#core/inspection/inspection'
import {
  LISTED_ROUNDS,
  PLACE_OF_ROUND,
  judgeBooth,
  judgeShopRound,
  type BoothState,
  type RoundMade,
} from '#core/inspection/round'

const TODAY = '2026-11-26'
const made = (round: RoundMade['round'], day: string, person = 'Ada', hour = 15): RoundMade => ({
  round,
  person,
  day,
  at: `${day}T${String(hour).padStart(2, '0')}:00:00.000Z`,
})
const booth = (change: Partial<BoothState> = {}): BoothState => ({
  name: 'Booth 3',
  today: TODAY,
  handover: null,
  arrival: null,
  used: null,
  open: [],
  ...change,
})

describe('a booth', () => {
  it.each([
    ['nothing is known', booth(), 'unknown', 'Nobody has handed Booth 3 over yet.'],
    [
      'handed over after it was used',
      booth({
        handover: made('handover', '2026-11-25'),
        used: { people: ['Ada'], day: '2026-11-25' },
      }),
      'clear',
      'was handed over by Ada',
    ],
    [
      'used since the handover',
      booth({
        handover: made('handover', '2026-11-20'),
        used: { people: ['Bo'], day: '2026-11-25' },
      }),
      'unknown',
      'Bo used Booth 3',
    ],
    [
      'an arrival on the day of use says nothing of the end of that day',
      booth({
        handover: made('handover', '2026-11-24'),
        arrival: made('arrival', '2026-11-25', 'Bo', 8),
        used: { people: ['Bo'], day: '2026-11-25' },
      }),
      'unknown',
      'did not hand it over',
    ],
    [
      'never handed over, but looked at by the next one',
      booth({ arrival: made('arrival', TODAY, 'Cy'), used: { people: ['Bo'], day: '2026-11-25' } }),
      'clear',
      'was found in order by Cy',
    ],
    [
      'an answer to the handover, on the same day',
      booth({
        handover: made('handover', '2026-11-25', 'Bo', 12),
        arrival: made('arrival', '2026-11-25', 'Cy', 13),
        used: { people: ['Bo'], day: '2026-11-25' },
      }),
      'clear',
      'found in order by Cy',
    ],
    [
      'used by two, and nobody knows which of them left it',
      booth({ used: { people: ['Ada', 'Bo'], day: '2026-11-25' } }),
      'unknown',
      'Ada and Bo used Booth 3',
    ],
    [
      'in use today',
      booth({ handover: made('handover', '2026-11-25'), used: { people: ['Bo'], day: TODAY } }),
      'caution',
      'is in use by Bo today',
    ],
  ] as const)('%s', (_, state, level, says) => {
    const finding = judgeBooth(state)
    expect(finding.level).toBe(level)
    expect(finding.sentence).toContain(says)
  })

  it('an open point goes before everything that speaks for it; a critical one is a stop', () => {
    const point = { name: 'Cylinders', note: 'Valve open', critical: true, leftBy: 'Ada' }
    const handover = made('handover', TODAY)
    expect(judgeBooth(booth({ handover, open: [point] })).level).toBe('stop')
    const minor = { ...point, critical: false }
    expect(judgeBooth(booth({ handover, open: [minor] })).level).toBe('caution')
    // Not known how it stands is worse than a little that is known to be wrong.
    expect(judgeBooth(booth({ open: [minor] })).level).toBe('unknown')
  })
})

describe('the shop', () => {
  const days = { today: TODAY, lastOpenDay: '2026-11-25' }
  it.each([
    ['opening', null, 'unknown'],
    ['opening', made('opening', '2026-11-25'), 'unknown'],
    ['opening', made('opening', TODAY), 'clear'],
    ['closing', null, 'unknown'],
    ['closing', made('closing', '2026-11-25'), 'clear'],
    ['closing', made('closing', '2026-11-24'), 'unknown'],
    ['closing', made('closing', TODAY), 'clear'],
  ] as const)('%s, last made %o: %s', (round, last, level) => {
    expect(judgeShopRound(round, last, days).level).toBe(level)
  })
})

describe('the lists of the rounds', () => {
  it.each(LISTED_ROUNDS)('%s: each line once, each with a source, something critical', (round) => {
    const lines = linesOf(PLACE_OF_ROUND[round], round)
    expect(new Set(lines.map(({ id }) => id)).size).toBe(lines.length)
    expect(lines.every(({ source }) => source.document.length > 3)).toBe(true)
    expect(lines.some(({ critical }) => critical)).toBe(true)
  })
  // OSHA 29 CFR 1926.351(d)(1) and (2), 1926.350(a)(8): electrode out of the holder, supply off, valves shut.
  test.each(['machine', 'holder', 'cylinders'])('handover: %s left so keeps from work', (id) => {
    const lines = linesOf('booth', 'handover')
    const { result, lockReason } = judgeInspection(
      lines,
      lines.map((line) => ({
        id: line.id,
        mark: line.id === id ? 'fail' : 'pass',
        note: line.id === id ? 'left so' : '',
      })),
    )
    expect([result, lockReason]).toEqual(['locked', expect.stringContaining('left so')])
  })
  it('gear has no rounds and a place no looks', () => {
    expect(linesOf('machine', 'opening')).toEqual([])
    expect(linesOf('shop', 'beforeUse')).toEqual([])
    expect(linesOf('shop', 'handover')).toEqual([])
    const which = { kind: 'shop', kindId: null, occasion: 'handover' } as const
    expect([isOfGear(which), isOfPlace(which)]).toEqual([false, false])
    expect(isOfPlace({ ...which, kind: 'booth' })).toBe(true)
  })
  it('a shop adds lines of its own', () => {
    const base = linesOf('shop', 'closing')
    const own = { ...base[0]!, id: 'gate', name: 'Gate', text: 'Yard gate shut' }
    const change = { added: [own], tightened: {}, off: {}, photo: [] }
    expect(checklistOf(base, change)).toHaveLength(base.length + 1)
  })
})
