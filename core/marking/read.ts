import { EN, LETTERS, Z87, type MarkMeaning, type MarkSystem } from './marking.table'

/** One piece of a marking. `meaning` null: not in the tables, so it is named and never guessed. */
interface MarkToken {
  text: string
  meaning: MarkMeaning | null
  because?: string
}
export interface Marking {
  systems: MarkSystem[]
  tokens: MarkToken[]
}

/**
 * Read what is printed on a lens, frame or helmet, piece by piece.
 * A letter that both systems use is read only when the marking shows which system it follows.
 * @param text as typed or scanned, pieces parted by spaces, commas or semicolons
 * Source: ANSI Z87.1; EN 166, EN 169, EN 379.
 */
export function readMarking(text: string): Marking {
  // "EN 379" and "EN379" are one mark; a year after it is its edition.
  const joined = text
    .toUpperCase()
    .replace(/\bEN\s*(ISO\s*)?(\d{3,5})(?::\d{4})?/g, 'EN$2')
    // Optical classes and standard are often printed in one run: "1/1/1/2/379".
    .replace(/\b([123](?:\/[123]){2,3})\/(?:EN)?(\d{3})\b/g, '$1 EN$2')
    .replace(/\bZ\s*87(?:\.1)?(?:-(?:19|20)\d{2})?(?![\d-])/g, 'Z87')
  const pieces = joined.split(/[\s,;]+/).filter((piece) => piece !== '')
  const systems = systemsOf(pieces)
  const tokens = pieces.map((piece): MarkToken => {
    const readings = systems
      .map((system) => meaningOf(piece, system))
      .filter((meaning) => meaning !== null)
    if (readings.length === 1) return { text: piece, meaning: readings[0]! }
    if (readings.length > 1)
      return {
        text: piece,
        meaning: null,
        because: 'it means different things in the two systems that are both marked',
      }
    return { text: piece, meaning: null, because: whyUnread(piece) }
  })
  return { systems, tokens }
}

/** A mark of one system shows that system, so what stays unread is in both or in neither. */
const whyUnread = (piece: string): string =>
  meaningOf(piece, 'EN') !== null
    ? 'the marking does not show which system it follows'
    : "it is in neither table; it may be the maker's sign"

/** Marks that only one system uses decide which it is. */
function systemsOf(pieces: readonly string[]): MarkSystem[] {
  const only = (system: MarkSystem, other: MarkSystem): boolean =>
    pieces.some((piece) => meaningOf(piece, system) !== null && meaningOf(piece, other) === null)
  return [
    ...(only('Z87', 'EN') ? ['Z87' as const] : []),
    ...(only('EN', 'Z87') ? ['EN' as const] : []),
  ]
}

const meaningOf = (piece: string, system: MarkSystem): MarkMeaning | null => {
  const letter = LETTERS[system][piece]
  if (letter) return { ...letter, source: system === 'EN' ? EN : Z87 }
  return system === 'EN' ? european(piece) : american(piece)
}

const inSpan = (value: number, low: number, high: number): boolean => value >= low && value <= high

function american(piece: string): MarkMeaning | null {
  const match = /^([WURL])(\d{1,2}(?:\.\d)?)$/.exec(piece)
  if (!match) return null
  const [letter, value] = [match[1]!, Number(match[2])]
  if (letter === 'W' && inSpan(value, 1.3, 14))
    return {
      words: `Welding filter, shade ${value}`,
      range: [value, value],
      ultraviolet: true,
      infrared: true,
      source: Z87,
    }
  if (letter === 'U' && inSpan(value, 2, 6))
    return { words: `Ultraviolet filter, scale ${value} of 6`, ultraviolet: true, source: Z87 }
  if (letter === 'R' && inSpan(value, 1.3, 10))
    return { words: `Infrared filter, scale ${value}`, infrared: true, source: Z87 }
  if (letter === 'L' && inSpan(value, 1.3, 10))
    return {
      words: `Tinted for glare, scale ${value}: not a welding filter`,
      tint: value,
      source: Z87,
    }
  return null
}

const OPTICAL = ['optical class', 'scattered light', 'evenness', 'change with angle']

function european(piece: string): MarkMeaning | null {
  const auto = /^(\d(?:\.\d)?)\/(\d{1,2})(?:-(\d{1,2}))?(?:\/(\d{1,2})-(\d{1,2}))?$/.exec(piece)
  if (auto) {
    const [light, from, upTo] = [Number(auto[1]), Number(auto[2]), Number(auto[3] ?? auto[2])]
    // A second range goes on where the first ends: "4/5-8/9-13".
    const [again, to] = [Number(auto[4] ?? upTo), Number(auto[5] ?? upTo)]
    if (!inSpan(light, 1.2, 5) || !inSpan(from, 5, 15) || !inSpan(upTo, from, 15)) return null
    if (!inSpan(again, from, upTo + 1) || !inSpan(to, again, 15)) return null
    return {
      words: `Auto-darkening: ${light} while light, ${from === to ? from : `${from} to ${to}`} when dark`,
      range: [from, to],
      lightState: light,
      ultraviolet: true,
      infrared: true,
      source: EN,
    }
  }
  const classes = /^([123])\/([123])\/([123])(?:\/([123]))?$/.exec(piece)
  if (classes)
    return {
      words: `Optics, 1 best to 3: ${classes
        .slice(1)
        .flatMap((grade, i) => (grade ? [`${OPTICAL[i]} ${grade}`] : []))
        .join(', ')}`,
      source: EN,
    }
  const scale = /^([2-6])C?-(\d(?:\.\d)?)$/.exec(piece)
  if (scale) {
    const kind = {
      2: 'Ultraviolet',
      3: 'Ultraviolet, true colours',
      4: 'Infrared',
      5: 'Sun glare',
      6: 'Sun glare with infrared',
    }[Number(scale[1]) as 2 | 3 | 4 | 5 | 6]
    return {
      words: `${kind} filter, scale ${scale[2]}: not a welding filter`,
      ultraviolet: true,
      ...(scale[1] === '4' || scale[1] === '6' ? { infrared: true } : {}),
      ...(Number(scale[2]) > 1.7 ? { tint: Number(scale[2]) } : {}),
      source: EN,
    }
  }
  return null
}
