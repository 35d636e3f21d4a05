import { afterAll, describe, expect, it } from 'vitest'
import { closePools, inPool, openPools } from '#server/heavy/pool'
import { box, planOf, thing } from '../core/plan.fixture'

const BUILT = '.output/server/heavy.mjs'
const plan = planOf(thing('station', box(5, 5)))
const faults = (person: string) => inPool('errorsOfPlan', person, plan)

afterAll(closePools)

describe('work in threads', () => {
  it('is refused beyond what one person may have under way; another is not held back', async () => {
    openPools(BUILT)
    const running = [faults('a'), faults('a')]
    await expect(faults('a')).rejects.toMatchObject({ status: 429, code: 'one_at_a_time' })
    expect(await Promise.all([...running, faults('b')])).toEqual([[], [], []])
    expect(await faults('a')).toEqual([])
  })
  it('that is under way when the server stops is refused, to be tried again', async () => {
    openPools(BUILT)
    const running = faults('a')
    const refused = expect(running).rejects.toMatchObject({ status: 503, code: 'busy' })
    await closePools()
    await refused
  })
})
