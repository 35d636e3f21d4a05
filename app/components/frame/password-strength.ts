import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common'

const estimator = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs })
/** Longer ones take long to look through and are no weaker. */
const LOOKED_AT = 64

/** @returns 0, guessed at once, to 4, very hard to guess */
export const strengthOf = (password: string): number =>
  estimator.check(password.slice(0, LOOKED_AT)).score
