import { published, type Source } from '../finding/source'

/** The two systems of marks; some letters mean different things in each. */
export type MarkSystem = 'Z87' | 'EN'
export const Z87: Source = published('ANSI Z87.1, markings')
export const EN: Source = published('EN 166, EN 169 and EN 379, markings')

/** Impact strength of a lens or frame. */
type Impact = 'basic' | 'high' | 'none_marked'

/** What a mark tells beyond its words. */
export interface MarkMeaning {
  words: string
  source: Source
  impact?: Impact
  /** Shades that the part can have as a welding filter; fixed glass has one range of one number. */
  range?: readonly [number, number]
  /** Shade in the light state of an auto-darkening filter. */
  lightState?: number
  /** Shade of a tint that is worn under a helmet. */
  tint?: number
  ultraviolet?: boolean
  infrared?: boolean
}

/** Letters that stand alone, per system. */
export const LETTERS: Record<MarkSystem, Record<string, Omit<MarkMeaning, 'source'>>> = {
  Z87: {
    Z87: { words: 'Basic impact, ANSI Z87.1', impact: 'basic' },
    'Z87+': { words: 'High impact, ANSI Z87.1', impact: 'high' },
    'Z87-2': { words: 'Prescription, basic impact, ANSI Z87.1', impact: 'basic' },
    'Z87-2+': { words: 'Prescription, high impact, ANSI Z87.1', impact: 'high' },
    V: { words: 'Variable tint, darkens by itself in daylight: not a welding filter' },
    S: { words: 'Special-purpose lens: ask the maker for what' },
    H: { words: 'Made for a smaller head' },
    D3: { words: 'Splash and droplets' },
    D4: { words: 'Dust' },
    D5: { words: 'Fine dust' },
  },
  EN: {
    EN166: { words: 'European standard for eye protection' },
    EN169: { words: 'European welding filter' },
    EN379: { words: 'European auto-darkening filter' },
    EN175: { words: 'European face and eye shield for welding' },
    CE: { words: 'European conformity mark; by itself says nothing of the filter' },
    S: { words: 'Increased robustness, under impact marks', impact: 'none_marked' },
    F: { words: 'Impact at low energy', impact: 'basic' },
    B: { words: 'Impact at medium energy', impact: 'high' },
    A: { words: 'Impact at high energy', impact: 'high' },
    FT: { words: 'Impact at low energy, hot and cold', impact: 'basic' },
    BT: { words: 'Impact at medium energy, hot and cold', impact: 'high' },
    AT: { words: 'Impact at high energy, hot and cold', impact: 'high' },
    K: { words: 'Resists scratching by fine particles' },
    N: { words: 'Resists fogging' },
  },
}
