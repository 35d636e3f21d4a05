import { afterAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { judgedOnce } from '#server/services/plan/judged-once'
import { box, planOf, thing } from '../core/plan.fixture'

const nothing = { faults: [], marks: '', groups: '' }
const asked = vi.hoisted(() => vi.fn<(task: string) => Promise<unknown>>())
vi.mock('#server/heavy/pool', () => ({ inPool: asked, PLAN_THREADS_IDLE_MS: 900_000 }))

const clock = vi.spyOn(performance, 'now')
/** Of another name each time: nobody knows it. */
let made = 0
const planOfNow = () => ({
  plan: planOf(thing('station', box(5, 5), { name: `Bay ${made++}` })),
  equipment: {
    extinguishers: new Map(),
    eyewash: new Set<string>(),
    curtains: new Set<string>(),
    burns: new Map(),
    stored: new Map(),
  },
})
const shown = { mayChange: false }
const drawnOn = { mayChange: true }
/** A plan is judged in two threads. */
const timesJudged = () => asked.mock.calls.length / 2

beforeEach(() => {
  clock.mockReturnValue(0)
  asked.mockReset()
  asked.mockImplementation(async () => nothing)
})

afterAll(() => clock.mockRestore())

describe('a plan', () => {
  it('is judged once, whoever asks, and at once', async () => {
    const input = planOfNow()
    await Promise.all([judgedOnce('a', input, shown), judgedOnce('b', input, drawnOn)])
    await judgedOnce('c', input, drawnOn)
    expect(timesJudged()).toBe(1)
  })
  it('that is drawn on is learnt again by threads that have gone, once, and nobody waits for it', async () => {
    const input = planOfNow()
    const first = await judgedOnce('a', input, drawnOn)
    clock.mockReturnValue(899_999)
    await judgedOnce('a', input, drawnOn)
    expect(timesJudged()).toBe(1)
    clock.mockReturnValue(900_000)
    await judgedOnce('a', input, shown)
    expect(timesJudged()).toBe(1)
    // They never answer.
    asked.mockImplementation(() => new Promise(() => {}))
    expect(await judgedOnce('a', input, drawnOn)).toBe(first)
    expect(await judgedOnce('b', input, drawnOn)).toBe(first)
    expect(timesJudged()).toBe(2)
  })
  it('is learnt again where others came after it, and a refusal of that harms nobody', async () => {
    const input = planOfNow()
    const first = await judgedOnce('a', input, drawnOn)
    for (let n = 0; n < 4; n++) await judgedOnce('a', planOfNow(), drawnOn)
    asked.mockRejectedValue(new Error('Too busy.'))
    expect(await judgedOnce('a', input, drawnOn)).toBe(first)
    expect(timesJudged()).toBe(6)
  })
  it('of which judging failed is judged by the next who asks', async () => {
    const input = planOfNow()
    asked.mockRejectedValue(new Error('Too busy.'))
    await expect(judgedOnce('a', input, shown)).rejects.toThrow('Too busy.')
    asked.mockImplementation(async () => nothing)
    expect(JSON.parse((await judgedOnce('a', input, shown)).json)).toMatchObject({
      faults: [],
      groups: [],
    })
  })
})
