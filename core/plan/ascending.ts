/** With more than this the sort of the language is faster. */
const FEW = 32

/** Puts some numbers in order, in their own list. Mostly they are two or three: for those the sort of the language takes lists of its own, which fill the memory. */
export function ascending(numbers: number[]): number[] {
  if (numbers.length > FEW) return numbers.sort((one, other) => one - other)
  for (let place = 1; place < numbers.length; place++) {
    const number = numbers[place]!
    let to = place
    for (; to > 0 && numbers[to - 1]! > number; to--) numbers[to] = numbers[to - 1]!
    numbers[to] = number
  }
  return numbers
}
