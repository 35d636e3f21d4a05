/** Parts of a phrase with commas between them; what is not known is left out. */
export const joined = (...parts: (string | number | false | null | undefined)[]): string =>
  parts
    .filter((part) => part !== false && part !== null && part !== undefined && part !== '')
    .join(', ')
