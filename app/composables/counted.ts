/** A number with what it counts: "1 person", "3 people". */
export const counted = (count: number, one: string, many: string): string =>
  `${count} ${count === 1 ? one : many}`
