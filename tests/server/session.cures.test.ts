import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import signIns from '../../demo/sign-ins.json' with { type: 'json' }
import { todayOf } from './day'
import type { Session, SessionChange } from '#shared/session/schema'
import type { Stock } from '#shared/stock/schema'
import { startApp, withOwner, type App } from '../app'
import { Person } from './client'
import { readPdf } from './pdf'
import { ask } from './ask'

/** The demo's class of 24, as an instructor meets it in the morning. */
let app: App
let instructor: Person
let id: string

beforeAll(async () => {
  app = await startApp({ demo: true })
  instructor = await new Person(app).signIn(signIns[1]!.email, signIns[1]!.password)
  const { body } = await instructor.send<{ rows: { id: string }[] }>('GET', '/sessions')
  id = (
    await instructor.send<{ id: string }>('POST', `/sessions/${body.rows[0]!.id}/copy`, {
      day: todayOf('America/Halifax'),
    })
  ).body.id
  // Two years of a shop are written first, which on a busy machine takes minutes.
}, 400_000)
afterAll(() => app.end())

const read = async (): Promise<Session> =>
  (await instructor.send<Session>('GET', `/sessions/${id}`)).body
const change = async (next: SessionChange): Promise<Session> => {
  const answer = await instructor.send<Session>('POST', `/sessions/${id}/changes`, {
    change: next,
  })
  expect(answer.status, JSON.stringify(answer.body)).toBe(200)
  return answer.body
}
const undo = async (): Promise<Session> =>
  (await instructor.send<Session>('POST', `/sessions/${id}/undo`, {})).body
const RANK = { clear: 0, caution: 1, unknown: 2, stop: 3 } as const
/** A session without what undo itself changes. */
const state = ({ undo: _, ...rest }: Session): object => rest
const shelf = async (): Promise<number[]> =>
  (await instructor.send<{ rows: Stock[] }>('GET', '/stock')).body.rows.map((row) => row.ready)

describe('every cure that is offered', () => {
  it('makes its square better, and undo brings the whole session back as it was', async () => {
    const before = await read()
    const shelves = await shelf()
    const tried = new Set<string>()
    for (const member of before.members) {
      for (const cell of member.cells) {
        for (const fix of cell.fixes) {
          // One of each kind for each need is enough; the demo has many alike.
          const key = `${cell.need} ${fix.change?.kind} ${fix.label.split(' ')[0]}`
          if (!fix.change || tried.has(key) || fix.label === 'Lacks it') continue
          tried.add(key)
          const after = await change(fix.change)
          const now = after.members
            .find((entry) => entry.personId === member.personId)!
            .cells.find((entry) => entry.need === cell.need)!
          // Moving to another booth may meet another fault there; it never makes the square worse.
          expect(
            RANK[now.level!],
            `${member.name}, ${cell.need}, ${fix.label}: ${cell.sentence} then ${now.sentence}`,
          ).toBeLessThanOrEqual(RANK[cell.level!])
          if (['lend', 'kit', 'clear', 'prove', 'seal', 'seen'].includes(fix.change.kind))
            expect(RANK[now.level!], `${fix.label} for ${cell.sentence}`).toBeLessThan(
              RANK[cell.level!],
            )
          expect(state(await undo()), fix.label).toEqual(state(before))
        }
      }
    }
    expect([...tried].some((key) => key.includes('lend'))).toBe(true)
    expect([...tried].some((key) => key.startsWith('helmet assign'))).toBe(true)
    expect(await shelf()).toEqual(shelves)
  }, 120_000)

  it('names a page that exists', async () => {
    const paths = new Set(
      (await read()).members.flatMap((member) =>
        member.cells.flatMap((cell) => cell.fixes.flatMap((fix) => fix.path ?? [])),
      ),
    )
    for (const path of paths) {
      const [, kind, ...rest] = path.split('#')[0]!.split('/')
      const route = kind === 'gear' ? `/gear/${rest.join('/')}` : `/${kind}/${rest.join('/')}`
      expect((await instructor.send('GET', route)).status, path).toBe(200)
    }
  })
})

describe('many hands on one session', () => {
  it('changes made at once all count, and undo takes them back one by one', async () => {
    const before = await read()
    const people = before.members.slice(0, 8).map((member) => member.personId)
    const answers = await Promise.all(
      people.map((person) =>
        instructor.send('POST', `/sessions/${id}/changes`, {
          change: { kind: 'presence', people: [person], presence: 'late' },
        }),
      ),
    )
    expect(answers.map((answer) => answer.status)).toEqual(people.map(() => 200))
    expect((await read()).members.filter((member) => member.presence === 'late')).toHaveLength(8)
    for (const left of [7, 6, 5, 4, 3, 2, 1, 0])
      expect((await undo()).members.filter((member) => member.presence === 'late')).toHaveLength(
        left,
      )
    expect(state(await read())).toEqual(state(before))
  })
  it('the last loaner goes to one of those who ask at once', async () => {
    const { body } = await instructor.send<{ rows: Stock[] }>('GET', '/stock?q=LB-43')
    const boots = body.rows[0]!
    const people = (await read()).members.slice(0, 6).map((member) => member.personId)
    const answers = await Promise.all(
      people.map((person) =>
        instructor.send('POST', `/sessions/${id}/changes`, {
          change: { kind: 'lend', people: [person], stockId: boots.id },
        }),
      ),
    )
    expect(answers.filter((answer) => answer.status === 200)).toHaveLength(boots.ready)
    expect(answers.filter((answer) => answer.status === 400)).toHaveLength(6 - boots.ready)
    await withOwner(app.ownerUrl, async (owner) => {
      const {
        rows: [row],
      } = await owner.query('SELECT ready, lent FROM stock WHERE id = $1', [boots.id])
      expect(row).toEqual({ ready: 0, lent: boots.ready })
    })
    for (let i = 0; i < boots.ready; i++) await undo()
  })
  it('two people cannot be given one helmet at once', async () => {
    const spare = (
      await instructor.send<{
        rows: { id: string; assignedToId: string | null; lockReason: string | null }[]
      }>('GET', '/gear?kind=helmet&all=true')
    ).body.rows.find((item) => item.assignedToId === null && !item.lockReason)
    const people = (await read()).members.slice(0, 2).map((member) => member.personId)
    const helmet = spare?.id ?? (await read()).members[5]!.helmet!.id
    const answers = await Promise.all(
      people.map((person) =>
        instructor.send('POST', `/sessions/${id}/changes`, {
          change: { kind: 'assign', people: [person], set: { helmetId: helmet } },
        }),
      ),
    )
    expect(answers.filter((answer) => answer.status === 200).length).toBeLessThanOrEqual(1)
    expect(answers.every((answer) => answer.status === 200 || answer.status === 409)).toBe(true)
  })
})

describe('paper for the whole class', () => {
  const pdf = async (path: string) =>
    readPdf(
      await (
        await ask(`${app.url}/api/v1${path}`, { headers: { cookie: instructor.cookie } })
      ).arrayBuffer(),
    )
  it('a card for every booth, each with its people and their shade', async () => {
    const session = await read()
    const { pages } = await pdf(`/sessions/${id}/booths.pdf?paper=A4`)
    expect(pages).toHaveLength(session.stations.length)
    for (const member of session.members)
      expect(
        pages.filter((page) => page.includes(member.name) && page.includes(member.station!.name)),
        member.name,
      ).toHaveLength(1)
  })
  it('one booth alone, when asked', async () => {
    const { stations } = await read()
    const { pages } = await pdf(
      `/sessions/${id}/booths.pdf?paper=LETTER&station=${stations[3]!.id}`,
    )
    expect([pages.length, pages[0]!.includes(stations[3]!.name)]).toEqual([1, true])
  })
  it('the roster names everyone once, with what is open', async () => {
    const { pages } = await pdf(`/sessions/${id}/roster.pdf?paper=LETTER`)
    const text = pages.join(' ')
    for (const member of (await read()).members)
      expect(text.split(member.name).length - 1, member.name).toBe(1)
    expect(text).toContain('STOP')
  })
})
