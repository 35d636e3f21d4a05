import { describe, expect, it, test } from 'vitest'
import { linesOf } from '#core/inspection/checklist'
import { GEAR_KINDS } from '#core/inspection/kind'
import { OCCASIONS } from '#core/inspection/occasion'
import { judgeGear, judgeGearOfJob } from '#core/inspection/gear'
import { ChecklistMismatch, judgeInspection, type LineResult } from '#core/inspection/inspection'
import { gearNeeds } from '#core/gas/needs'
import { filledOf, gearOf } from './gear.fixture'

const photographed = (lines: readonly LineResult[]): LineResult[] =>
  lines.map((line) => ({ ...line, photo: 'taken' }))

describe('inspection', () => {
  const ALL = GEAR_KINDS.flatMap((kind) =>
    OCCASIONS.flatMap((occasion) =>
      linesOf(kind, occasion).map((line) => ({ kind, occasion, line })),
    ),
  )
  for (const { kind, occasion, line } of ALL) {
    test(`${kind}, ${occasion}: "${line.name}" failed ${line.critical ? 'locks out with the reason' : 'does not lock'}`, () => {
      const outcome = judgeInspection(
        linesOf(kind, occasion),
        photographed(filledOf(kind, occasion, { id: line.id, mark: 'fail', note: 'torn' })),
      )
      expect(outcome.result).toBe(line.critical ? 'locked' : 'fail')
      expect(outcome.lockReason).toBe(line.critical ? `${line.name}: torn` : null)
    })
  }
  describe('a line that wants a photo', () => {
    const [guard, ...rest] = linesOf('grinder', 'beforeUse')
    const lines = [{ ...guard!, photo: true }, ...rest]
    const filled = (change: Partial<LineResult>): LineResult[] =>
      filledOf('grinder', 'beforeUse', { id: guard!.id, ...change })
    test('does not pass without it', () => {
      expect(() => judgeInspection(lines, filled({}))).toThrow('This line wants a photo.')
      expect(judgeInspection(lines, filled({ photo: 'taken' })).result).toBe('pass')
    })
    test('fails, or is not applicable, without it: nothing holds up a lock-out', () => {
      const failed = judgeInspection(lines, filled({ mark: 'fail', note: 'cracked' }))
      expect(failed.result).toBe('locked')
      expect(judgeInspection(lines, filled({ mark: 'na' })).result).toBe('pass')
    })
  })
  // OSHA 1910.254(b)(3): open circuit, manual welding, AC 80 V, DC 100 V
  test.each([
    ['ocvAc', 80, 'pass'],
    ['ocvAc', 80.1, 'locked'],
    ['ocvDc', 100, 'pass'],
    ['ocvDc', 101, 'locked'],
  ])('%s of %s V: %s, whatever was ticked', (id, reading, result) => {
    expect(
      judgeInspection(
        linesOf('machine', 'monthly'),
        filledOf('machine', 'monthly', { id, reading: reading as number }),
      ).result,
    ).toBe(result)
  })
  it('names the line that is missing, doubled, foreign, without a note or without a reading', () => {
    const full = (change = {}): LineResult[] => filledOf('machine', 'monthly', change)
    const cases: [LineResult[], string][] = [
      [full().slice(1), 'unplugged'],
      [[...full(), full()[2]!], 'terminals'],
      [[...full(), { id: 'sails', mark: 'pass' }], 'sails'],
      [full({ id: 'dust', mark: 'fail' }), 'dust'],
      [full({ id: 'ocvDc', reading: undefined }), 'ocvDc'],
      [full({ id: 'ocvDc', reading: Number.NaN }), 'ocvDc'],
      [full().map((line) => ({ id: line.id, mark: 'na' })), 'unplugged'],
    ]
    for (const [lines, path] of cases) {
      const act = (): unknown => judgeInspection(linesOf('machine', 'monthly'), lines)
      expect(act).toThrow(ChecklistMismatch)
      try {
        act()
      } catch (error) {
        expect((error as ChecklistMismatch).path).toBe(path)
      }
    }
  })
  test.each([
    [{}, 'clear'],
    [{ lockReason: 'Leads: cut' }, 'stop'],
    [{ lastResult: null, daysSince: null }, 'unknown'],
    [{ daysSince: 1 }, 'unknown'],
    [{ daysSince: 6, everyDays: 7 }, 'clear'],
    [{ daysSince: 7, everyDays: 7 }, 'unknown'],
    [{ lastResult: 'fail' }, 'caution'],
  ] as const)('gear %o is %s', (change, level) => {
    expect(judgeGear(gearOf(change)).level).toBe(level)
  })
  it('a locked item is a legal stop; gear a process needs and does not name is unknown', () => {
    expect(judgeGear(gearOf({ lockReason: 'x' })).legal).toBe(true)
    expect(judgeGearOfJob(gearNeeds('GTAW'), [gearOf()]).map((entry) => entry.level)).toEqual([
      'clear',
      'unknown',
    ])
    expect(judgeGearOfJob(gearNeeds('OFC'), []).map((entry) => entry.code)).toEqual([
      'gear.cylinder',
    ])
  })
})

describe('the words of gear and checklists', () => {
  it('say how often, in days of use or days', () => {
    expect(judgeGear(gearOf({})).reasons[0]!.rule).toBe('Inspected every day of use')
    expect(judgeGear(gearOf({ everyDays: 30 })).reasons[0]!.rule).toBe('Inspected every 30 days')
    expect(judgeGear(gearOf({ daysSince: null })).reasons[0]!.inputs).toMatchObject({
      daysSince: 'never',
      every: 1,
    })
  })
  it('tell a line that was left out from one that was answered twice', () => {
    const machine = linesOf('machine', 'beforeUse')
    const lines = filledOf('machine')
    expect(() => judgeInspection(machine, lines.slice(1))).toThrow('Answer this line.')
    expect(() => judgeInspection(machine, [...lines, lines[0]!])).toThrow(
      'This line is answered twice.',
    )
    expect(() => judgeInspection(machine, [...lines, { id: 'moon', mark: 'pass' }])).toThrow(
      'There is no line "moon"',
    )
  })
})
