import { describe, expect, it } from 'vitest'
import { tasksOf } from '../../app/components/session/tasks'
import type { Fix, SessionMember } from '#shared/session/schema'

const finding = {
  code: 'x',
  step: 'body' as const,
  level: 'stop' as const,
  sentence: '',
  reasons: [],
}

const member = (
  id: string,
  cells: {
    need: 'extraction' | 'hands' | 'breath'
    level: 'stop' | 'unknown' | 'caution' | 'clear'
    sentence: string
    fixes: Fix[]
  }[],
  station = 'S1',
): SessionMember => ({
  personId: id,
  name: id,
  presence: 'present',
  station: { id: station, name: station },
  job: null,
  process: 'SMAW',
  amps: 120,
  helmet: null,
  machine: null,
  cylinder: null,
  wanted: null,
  set: null,
  seen: [],
  level: 'stop',
  cells: cells.map((cell) => ({ ...cell, finding })),
})

const prove = (station: string): Fix => ({
  label: `${station}: proved, it pulls`,
  change: { kind: 'prove', stations: [station], proved: true },
  path: null,
})

const lend = (person: string): Fix => ({
  label: 'Lend LG-9',
  change: { kind: 'lend', people: [person], stockId: 'x' },
  path: null,
})

describe('to do of a session', () => {
  it('puts together what is the same for many, with all their booths in the cure', () => {
    const tasks = tasksOf([
      member('a', [
        { need: 'extraction', level: 'stop', sentence: 'No air', fixes: [prove('S1')] },
      ]),
      member(
        'b',
        [{ need: 'extraction', level: 'stop', sentence: 'No air', fixes: [prove('S2')] }],
        'S2',
      ),
    ])
    expect(tasks).toHaveLength(1)
    expect(tasks[0]!.people.map((person) => person.name)).toEqual(['a', 'b'])
    expect(tasks[0]!.fixes[0]).toMatchObject({
      label: 'All 2 booths: proved, they pull',
      change: { stations: ['S1', 'S2'] },
    })
  })
  it('keeps a cure for one person on its own line', () => {
    const lacking = (id: string): SessionMember =>
      member(id, [{ need: 'hands', level: 'stop', sentence: 'Lacks gloves', fixes: [lend(id)] }])
    expect(tasksOf([lacking('a'), lacking('b')]).map((task) => task.fixes[0]!.change)).toEqual([
      expect.objectContaining({ people: ['a'] }),
      expect.objectContaining({ people: ['b'] }),
    ])
  })
  it('one seal check serves everyone of the line', () => {
    const seal = (id: string): SessionMember =>
      member(id, [
        {
          need: 'breath',
          level: 'caution',
          sentence: 'Check the seal',
          fixes: [{ label: 'Seal check seen', change: { kind: 'seal', people: [id] }, path: null }],
        },
      ])
    expect(tasksOf([seal('a'), seal('b')])[0]!.fixes[0]!.change).toEqual({
      kind: 'seal',
      people: ['a', 'b'],
    })
  })
  it('trouble first, and nothing that is clear', () => {
    const tasks = tasksOf([
      member('a', [
        { need: 'breath', level: 'caution', sentence: 'c', fixes: [] },
        { need: 'hands', level: 'unknown', sentence: 'u', fixes: [] },
        { need: 'extraction', level: 'stop', sentence: 's', fixes: [] },
      ]),
      member('b', [{ need: 'hands', level: 'clear', sentence: 'ok', fixes: [] }]),
    ])
    expect(tasks.map((task) => task.level)).toEqual(['stop', 'unknown', 'caution'])
  })
})
