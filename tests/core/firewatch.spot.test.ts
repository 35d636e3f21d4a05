import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SPOT_SPAN, spotSign } from '#core/firewatch/spot'

const C = 273.15

describe('a spot reading', () => {
  // ISO 13732-1: bare metal above 48 C burns a hand that stays on it; a place beside the work has no business being hotter.
  it.each([
    [48, false],
    [48.1, true],
    [300, true],
  ])('of %s C beside the work is heat: %s', (celsius, isHeat) =>
    expect(spotSign(celsius + C, null, false)?.isHeat).toBe(isHeat),
  )
  // Common practice: wood and paper char from about 200 C.
  it.each([
    [120, false],
    [200, false],
    [201, true],
  ])('of %s C at the work itself is heat: %s', (celsius, isHeat) =>
    expect(spotSign(celsius + C, null, true)?.isHeat).toBe(isHeat),
  )
  it('that rises from round to round is heat, however cool, and at the work as well', () => {
    expect(spotSign(30 + C, 20 + C, false)?.isHeat).toBe(true)
    expect(spotSign(29.9 + C, 20 + C, false)?.isHeat).toBe(false)
    expect(spotSign(95 + C, 80 + C, true)?.because).toContain('Warmer than on the round before')
    expect(spotSign(60 + C, 120 + C, true)?.isHeat).toBe(false)
  })
  it('that no camera gives is not known', () => {
    for (const kelvin of [0, -5, 100, 5_000, Infinity, -Infinity, Number.NaN])
      expect(spotSign(kelvin, null, false)).toBeNull()
  })
  it('never says that a place is safe, and a hotter one never says less', () => {
    const kelvin = fc.double({ min: SPOT_SPAN.least, max: SPOT_SPAN.most, noNaN: true })
    fc.assert(
      fc.property(kelvin, kelvin, fc.option(kelvin), fc.boolean(), (one, other, before, isWork) => {
        const [low, high] = [Math.min(one, other), Math.max(one, other)]
        const signs = [low, high].map((at) => spotSign(at, before, isWork)!)
        for (const { because } of signs) expect(because).not.toMatch(/safe|clear/i)
        expect(signs[0]!.isHeat && !signs[1]!.isHeat).toBe(false)
        // To know what it was before never makes it milder.
        expect(spotSign(one, null, isWork)!.isHeat && !spotSign(one, before, isWork)!.isHeat).toBe(
          false,
        )
      }),
    )
  })
})
