import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { judgeMarking } from '#core/marking/judge'
import { readMarking } from '#core/marking/read'

describe('marking reader, ANSI Z87.1 and EN 166, 169, 379', () => {
  const words = (text: string): (string | null)[] =>
    readMarking(text).tokens.map((token) => token.meaning?.words ?? null)
  test.each([
    ['Z87+ U6', ['High impact, ANSI Z87.1', 'Ultraviolet filter, scale 6 of 6']],
    ['Z87', ['Basic impact, ANSI Z87.1']],
    ['Z87.1-2020 W5', ['Basic impact, ANSI Z87.1', 'Welding filter, shade 5']],
    ['Z87-2+', ['Prescription, high impact, ANSI Z87.1']],
    [
      'Z87 R4 L3 V S',
      [
        'Basic impact, ANSI Z87.1',
        'Infrared filter, scale 4',
        'Tinted for glare, scale 3: not a welding filter',
        'Variable tint, darkens by itself in daylight: not a welding filter',
        'Special-purpose lens: ask the maker for what',
      ],
    ],
    [
      'Z87 H D3 D4 D5',
      [
        'Basic impact, ANSI Z87.1',
        'Made for a smaller head',
        'Splash and droplets',
        'Dust',
        'Fine dust',
      ],
    ],
    [
      '4/9-13 1/1/1/2 EN 379',
      [
        'Auto-darkening: 4 while light, 9 to 13 when dark',
        'Optics, 1 best to 3: optical class 1, scattered light 1, evenness 1, change with angle 2',
        'European auto-darkening filter',
      ],
    ],
    [
      'EN166 B 2C-1.2 K N',
      [
        'European standard for eye protection',
        'Impact at medium energy',
        'Ultraviolet filter, scale 1.2: not a welding filter',
        'Resists scratching by fine particles',
        'Resists fogging',
      ],
    ],
    [
      '3/11 EN379',
      ['Auto-darkening: 3 while light, 11 when dark', 'European auto-darkening filter'],
    ],
  ])('%s', (text, expected) => expect(words(text)).toEqual(expected))
  it('names what it does not know and never guesses', () => {
    const read = readMarking('Z87+ QX7 W15 U9')
    expect(read.tokens.filter((token) => !token.meaning).map((token) => token.text)).toEqual([
      'QX7',
      'W15',
      'U9',
    ])
    expect(readMarking('S').tokens[0]).toMatchObject({
      meaning: null,
      because: 'the marking does not show which system it follows',
    })
    expect(
      readMarking('Z87 S EN166').tokens.find((token) => token.text === 'S')!.because,
    ).toContain('both marked')
    expect(readMarking('').tokens).toEqual([])
  })
  it('the same letter reads by its own system', () => {
    expect(words('Z87 S')[1]).toContain('Special')
    expect(words('EN166 S')[1]).toContain('robustness')
  })
  const fit = (text: string, need: Partial<Parameters<typeof judgeMarking>[1]> = {}) =>
    judgeMarking(readMarking(text), {
      part: 'helmet',
      floor: 8,
      working: 10,
      grinding: false,
      ...need,
    })
  it('judges a filter against the job', () => {
    expect(fit('4/9-13 EN379')[0]).toMatchObject({ level: 'clear', value: { amount: 10 } })
    expect(fit('Z87 W5')[0]).toMatchObject({ level: 'stop', legal: true })
    expect(fit('Z87 W9')[0]).toMatchObject({ level: 'caution', value: { amount: 9 } })
    expect(fit('Z87+')[0]!.level).toBe('unknown')
    expect(fit('4/9-13 EN379')[1]).toMatchObject({ code: 'marking.system', level: 'caution' })
    expect(fit('nonsense')).toMatchObject([{ level: 'unknown' }])
  })
  it('judges glasses for impact and tint', () => {
    expect(fit('Z87+ U6', { part: 'lens' }).map((finding) => finding.level)).toEqual(['clear'])
    expect(fit('Z87', { part: 'frame', grinding: true })[0]!.level).toBe('stop')
    expect(fit('Z87', { part: 'frame' })[0]!.level).toBe('caution')
    expect(fit('Z87+ W3', { part: 'lens' })[1]).toMatchObject({
      code: 'marking.tint',
      level: 'caution',
      sentence: expect.stringContaining('act like 12'),
    })
    expect(fit('Z87+ L3', { part: 'lens' })[1]!.code).toBe('marking.tint')
    expect(fit('U6', { part: 'lens' })[0]!.level).toBe('unknown')
  })
  it('never calls a filter fit that does not reach the floor', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 14 }),
        fc.integer({ min: 2, max: 14 }),
        (shade, floor) => {
          const finding = fit(`Z87 W${shade}`, { floor, working: floor })[0]!
          if (finding.level === 'clear') expect(shade).toBeGreaterThanOrEqual(floor)
          if (shade < floor) expect(finding.level).toBe('stop')
        },
      ),
    )
  })
})
