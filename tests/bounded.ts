import fc from 'fast-check'

/** ms. No property takes half as long; a broken one may look for hours for its smallest example, and nobody learns what broke. */
const LONGEST = 150_000

fc.configureGlobal({ interruptAfterTimeLimit: LONGEST, markInterruptAsFailure: true })
