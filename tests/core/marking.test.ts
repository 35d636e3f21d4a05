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

  it('reads classes and standard in one run, as they stand on a cartridge', () => {
    // Common practice: light state / dark states, maker's sign, four optical classes, standard, conformity.
    const { systems, tokens } = readMarking('4/9-13 XX 1/1/1/2/379 CE')
    expect(systems).toEqual(['EN'])
    expect(tokens.map(({ text, meaning }) => [text, meaning !== null])).toEqual([
      ['4/9-13', true],
      ['XX', false],
      ['1/1/1/2', true],
      ['EN379', true],
      ['CE', true],
    ])
    expect(fit('4/9-13 XX 1/1/1/2/379 CE')[0]).toMatchObject({
      level: 'clear',
      value: { amount: 10 },
    })
    expect(words('1/2/3/EN166')).toEqual(words('1/2/3 EN 166'))
    expect(readMarking('1/1/1/2/4').systems).toEqual([])
  })
  it('a cartridge with two dark ranges reads as one from end to end, and only where they meet', () => {
    expect(words('4/5-8/9-13')[0]).toBe('Auto-darkening: 4 while light, 5 to 13 when dark')
    expect(words('4/5-9/9-13')[0]).toContain('5 to 13')
    expect(words('4/5-8/10-13')[0]).toBeNull()
    expect(words('4/9-13/5-8')[0]).toBeNull()
    expect(words('4/5-8/9-16')[0]).toBeNull()
  })
  it('two shades that contradict each other are named, never "fits"', () => {
    for (const text of ['Z87 W10 W11', 'EN379 4/9-13 3/11', 'Z87 W5 W14']) {
      const finding = fit(text)[0]!
      expect(finding, text).toMatchObject({ level: 'unknown' })
      expect(finding.sentence, text).toContain('Contradicting shades are marked, ')
    }
    expect(fit('Z87 W10 W11')[0]!.sentence).toContain('10 and 11')
    expect(fit('EN379 4/9-13 3/11')[0]!.sentence).toContain('9 to 13 and 11')
    expect(fit('Z87 W10 W10')[0]!.level).toBe('clear')
  })
  const known = (text: string): boolean => readMarking(`Z87 ${text}`).tokens[1]!.meaning !== null
  const knownEn = (text: string): boolean =>
    readMarking(`EN166 ${text}`).tokens[1]!.meaning !== null
  it('knows each scale from its first to its last number, and nothing beyond', () => {
    // ANSI Z87.1, recalled: W 1.3 to 14, U 2 to 6, R and L 1.3 to 10.
    for (const text of ['W1.3', 'W14', 'U2', 'U6', 'R1.3', 'R10', 'L1.3', 'L10'])
      expect(known(text), text).toBe(true)
    for (const text of [
      'W1.2',
      'W15',
      'W14.5',
      'U1',
      'U7',
      'R1.2',
      'R11',
      'L1.2',
      'L11',
      'X5',
      'W',
    ])
      expect(known(text), text).toBe(false)
  })
  it('knows each span of an auto-darkening filter, and nothing beyond', () => {
    for (const text of ['1.2/5', '5/15', '4/5-15', '3/11', '4/9-9'])
      expect(knownEn(text), text).toBe(true)
    for (const text of ['1.1/9', '6/9', '4/4', '4/16', '4/4-9', '4/13-9', '4/9-16', '4/'])
      expect(knownEn(text), text).toBe(false)
  })
  const meaningOf = (text: string) => readMarking(text).tokens.at(-1)!.meaning
  it('a welding filter holds back ultraviolet and infrared, other filters what they are made for', () => {
    const rays = (text: string) => [meaningOf(text)?.ultraviolet, meaningOf(text)?.infrared]
    expect(rays('Z87 W5')).toEqual([true, true])
    expect(rays('EN379 4/9-13')).toEqual([true, true])
    expect(rays('Z87 U4')).toEqual([true, undefined])
    expect(rays('Z87 R4')).toEqual([undefined, true])
    expect(rays('Z87 L4')).toEqual([undefined, undefined])
    expect(rays('EN166 2-1.2')).toEqual([true, undefined])
    expect(rays('EN166 4-3')).toEqual([true, true])
    expect(rays('EN166 6-2.5')).toEqual([true, true])
    expect(rays('EN166 5-2.5')).toEqual([true, undefined])
  })
  it('a tint is a tint from over 1.7 on', () => {
    expect(meaningOf('EN166 5-1.7')!.tint).toBeUndefined()
    expect(meaningOf('EN166 5-2')!.tint).toBe(2)
    expect(meaningOf('Z87 L3')!.tint).toBe(3)
    const tints = (text: string) =>
      fit(text, { part: 'lens' }).filter(({ code }) => code === 'marking.tint')
    expect(tints('Z87+ L1.7')).toEqual([])
    expect(tints('Z87+ L1.8')).toHaveLength(1)
    expect(tints('EN166 F 3/9')[0]!.sentence).toContain('Tinted 9')
  })
  it('without a shade of the job there is nothing to compare, and glasses say so of the tint', () => {
    expect(fit('Z87 W10', { floor: null, working: null })[0]).toMatchObject({
      level: 'unknown',
      sentence: 'There is no shade to compare it with.',
    })
    expect(fit('Z87 W10', { floor: 8, working: null })[0]!.level).toBe('unknown')
    expect(fit('Z87 W10', { floor: null, working: 10 })[0]!.level).toBe('unknown')
    expect(fit('Z87+ L3', { part: 'lens', working: null })[1]!.sentence).toContain(
      'tints stay off under a helmet',
    )
  })
  it('impact marks of both systems, the higher of two counts', () => {
    const impact = (text: string) => fit(text, { part: 'lens' })[0]!.level
    expect(impact('Z87+')).toBe('clear')
    expect(impact('EN166 B')).toBe('clear')
    expect(impact('EN166 A')).toBe('clear')
    expect(impact('EN166 F')).toBe('caution')
    expect(impact('EN166 S')).toBe('unknown')
    expect(impact('Z87 Z87+')).toBe('clear')
    expect(impact('EN166 FT BT')).toBe('clear')
  })
  it('names why a mark is not read', () => {
    const because = (text: string, piece: string) =>
      readMarking(text).tokens.find((token) => token.text === piece)!.because
    expect(because('S', 'S')).toBe('the marking does not show which system it follows')
    expect(because('Z87 QX7', 'QX7')).toBe("it is in neither table; it may be the maker's sign")
    expect(because('QX7', 'QX7')).toBe("it is in neither table; it may be the maker's sign")
  })
  it('European marks alone ask whether the site accepts them; American ones do not', () => {
    const codes = (text: string) => fit(text).map(({ code }) => code)
    expect(codes('4/9-13 EN379')).toEqual(['marking.filter', 'marking.system'])
    expect(codes('4/9-13 EN379 Z87')).toEqual(['marking.filter'])
    expect(codes('Z87 W10')).toEqual(['marking.filter'])
  })
})
