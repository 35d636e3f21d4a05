import { describe, expect, it } from 'vitest'
import { stepAnswers } from '#core/assessment/answer'
import { assessJob } from '#core/assessment/assess'
import { jobWith } from './job.fixture'

describe('a job in short', () => {
  const assessment = assessJob(jobWith({}), { helmet: null, gear: [] })
  it('says what is to be worn, what is lacking, or what holds the body back', () => {
    const body = (lacks: readonly string[] = [], of = assessment) =>
      stepAnswers(of, lacks).find(({ step }) => step === 'body')!
    expect(body().says).toContain('Noise uses up to')
    expect(body(['gauntlets'])).toMatchObject({
      level: 'stop',
      says: expect.stringMatching(/^Lacks /),
    })
    const quiet = assessJob(jobWith({ arcMinutes: 5 }), { helmet: null, gear: [] })
    expect(body([], quiet)).toMatchObject({ level: 'clear' })
    expect(body([], quiet).says).toMatch(/^[A-Z].*\.$/)
    expect(body().answer).toBe(`${assessment.ppe.wear.length} pieces`)
  })
})
