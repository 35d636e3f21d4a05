import { describe, expect, it } from 'vitest'
import { startAnswer, stepAnswers, type StepAnswer } from '#core/assessment/answer'
import { assessJob } from '#core/assessment/assess'
import { LEVELS } from '#core/finding/finding'
import { jobWith } from './job.fixture'

const assess = (change: Parameters<typeof jobWith>[0]) =>
  assessJob(jobWith(change), { helmet: null, gear: [] })
const stepOf = (answers: readonly StepAnswer[], step: StepAnswer['step']) =>
  answers.find((answer) => answer.step === step)!

describe('a job in a few words', () => {
  it('names the shade, and never one where there is none', () => {
    const shade = (change: Parameters<typeof jobWith>[0]) =>
      stepOf(stepAnswers(assess(change)), 'eyes').answer
    expect(shade({ process: 'GMAW', amps: 150 })).toBe('Shade 11')
    expect(shade({ process: 'GMAW', amps: 600 })).toBe('No shade')
    expect(shade({ process: 'GRIND', amps: null })).toBe('Clear glasses')
    expect(shade({ process: 'SAW', amps: 400, arcHidden: true })).toBe('Light shade')
  })

  it('a piece that the person lacks is a stop, by name', () => {
    const assessment = assess({})
    const piece = assessment.ppe.wear[0]!
    const answer = stepOf(stepAnswers(assessment, [piece.id]), 'body')
    expect(answer.level).toBe('stop')
    expect(answer.says.toLowerCase()).toContain(piece.name.toLowerCase())
    expect(stepOf(stepAnswers(assessment, ['no such piece']), 'body').level).toBe(
      assessment.levels.body,
    )
  })

  it('is as bad as its worst step, and names every step that is that bad', () => {
    const step = (name: StepAnswer['step'], level: StepAnswer['level']): StepAnswer => ({
      step: name,
      level,
      answer: '',
      says: '',
    })
    const steps = [
      step('eyes', 'clear'),
      step('air', 'stop'),
      step('gear', 'unknown'),
      step('fire', 'stop'),
    ]
    expect(startAnswer(steps)).toEqual({ level: 'stop', because: [steps[1], steps[3]] })
    expect(startAnswer([step('eyes', 'clear')])).toEqual({ level: 'clear', because: [] })
    expect(startAnswer([]).level).toBe('unknown')
    for (const level of LEVELS) expect(startAnswer([step('eyes', level)]).level).toBe(level)
  })
})

describe('what one person lacks', () => {
  it('is named instead of what to wear, and what is worn otherwise', () => {
    const assessment = assess({ arcMinutes: 10 })
    const [first, second] = assessment.ppe.wear
    const says = (lacks: string[]) => stepOf(stepAnswers(assessment, lacks), 'body').says
    expect(says([])).not.toMatch(/^Lacks/)
    expect(says([])).toMatch(/^[A-Z].* and .*\.$/)
    expect(says([first!.id, second!.id])).toMatch(/^Lacks .+ and .+\.$/)
    expect(stepOf(stepAnswers(assessment), 'body').answer).toBe(
      `${assessment.ppe.wear.length} pieces`,
    )
  })
  it('only where a filter is needed a helmet is judged', () => {
    const codes = (change: Parameters<typeof jobWith>[0]) =>
      assess(change).findings.map(({ code }) => code)
    expect(codes({})).toContain('eyes.helmet')
    expect(codes({ process: 'GRIND', amps: null })).not.toContain('eyes.helmet')
  })
})
