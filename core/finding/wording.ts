/**
 * A name as it stands inside a sentence: its first letter small, the rest kept ("chromium VI", "fluorides, as F").
 * Abbreviations stay as they are ("MIG").
 */
export const inSentence = (name: string): string =>
  /^[A-Z][a-z]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name

/** Names as a list in a sentence: "a", "a and b", "a, b and c". */
export const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
