/** Lists of whole numbers, one after the other in one: each is counted first, and then filled. */
export class Lists {
  /** Where each list begins; the last number is the end of all. */
  private readonly from: Int32Array
  private next: Int32Array
  private held = new Int32Array(0)

  constructor(count: number) {
    this.from = new Int32Array(count + 1)
    this.next = this.from
  }

  /** There will be one more in a list. */
  count(list: number): void {
    this.from[list + 1]!++
  }

  /** All are counted. */
  begin(): void {
    for (let list = 1; list < this.from.length; list++) this.from[list]! += this.from[list - 1]!
    this.next = this.from.slice()
    this.held = new Int32Array(this.from.at(-1)!)
  }

  put(list: number, number: number): void {
    this.held[this.next[list]!++] = number
  }

  /** Of a list: its numbers are those from here to before the end of it. */
  start(list: number): number {
    return this.from[list]!
  }

  end(list: number): number {
    return this.from[list + 1]!
  }

  at(place: number): number {
    return this.held[place]!
  }
}
