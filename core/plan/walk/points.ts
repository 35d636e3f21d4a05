import type { Point } from '../plan'

/** Points in flat lists, as a search reads them a million times. */
export class Points {
  readonly x: Float64Array
  readonly y: Float64Array

  constructor(readonly all: readonly Point[]) {
    this.x = new Float64Array(all.length)
    this.y = new Float64Array(all.length)
    all.forEach(({ x, y }, i) => {
      this.x[i] = x
      this.y[i] = y
    })
  }
}
