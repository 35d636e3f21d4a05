import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startApp, withOwner, type App } from '../app'
import { act, fillPermit, issuePermit, makeShop, PIN, type Shop } from './shop.fixture'

let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'log')
})
afterAll(() => app.end())

interface Row {
  action: string
  subject: string
  subject_id: string
  person_id: string
  details: Record<string, unknown>
  rehearsal: boolean
}
const logged = async (where: string, values: unknown[] = []): Promise<Row[]> =>
  (
    await withOwner(app.ownerUrl, (client) =>
      client.query<Row>(`SELECT * FROM audit WHERE ${where} ORDER BY seq`, values),
    )
  ).rows

describe('what the log holds', () => {
  it('everything that made the shop, by whom, without a rehearsal mark', async () => {
    const rows = await logged('true')
    const actions = rows.map((row) => row.action)
    for (const action of [
      'setup',
      'pin_set',
      'person_added',
      'station_added',
      'gear_added',
      'inspected',
      'job_described',
      'permit_drafted',
    ])
      expect(actions).toContain(action)
    const { instructor, worker, viewer, lead } = shop.ids
    const others = rows.filter((row) => row.person_id !== lead)
    expect(others.map((row) => [row.action, row.person_id]).sort()).toEqual(
      [instructor, worker, viewer].map((id) => ['signed_in', id]).sort(),
    )
    expect(rows.some((row) => row.rehearsal)).toBe(false)
  })

  it('an override with its reason, signatures with the signer, and each action of a permit', async () => {
    await fillPermit(shop, 9 * 60)
    const reason = 'Night shift joins on, lead stays on site'
    await shop.people.lead.send('POST', `/permits/${shop.permit}/overrides`, {
      eventId: randomUUID(),
      code: 'fire.validity',
      reason,
    })
    await issuePermit(shop)
    await act(shop, 'start')
    await act(shop, 'stop')
    const rows = await logged('subject_id = $1', [shop.permit])
    const events = rows.map((row) => `${row.action}:${row.details.subject ?? ''}`)
    expect(events).toEqual([
      'permit_drafted:',
      'permit_override:fire.validity',
      'permit_sign:operator',
      'permit_sign:fire_watch',
      'permit_action:issue',
      'permit_action:start',
      'permit_action:stop',
    ])
    expect(rows[1]!.details.note).toBe(reason)
    expect(rows.slice(2, 4).map((row) => row.details.signedBy)).toEqual([
      shop.ids.worker,
      shop.ids.watch,
    ])
  })

  it('a refused action leaves no trace in permit or log', async () => {
    const before = (await logged('true')).length
    expect((await act(shop, 'reinstate')).status).toBe(409)
    expect((await act(shop, 'issue', PIN.lead)).status).toBe(409)
    expect((await logged('true')).length).toBe(before)
  })

  it('each event of the permit points to its row', async () => {
    const { body } = await shop.people.viewer.send<{
      events: { id: string; auditSeq: number }[]
      auditHash: string
    }>('GET', `/permits/${shop.permit}`)
    const rows = await withOwner(app.ownerUrl, (client) =>
      client.query<{ seq: number; hash: string; details: { event: string } }>(
        'SELECT seq, hash, details FROM audit WHERE subject_id = $1',
        [shop.permit],
      ),
    )
    for (const event of body.events) {
      expect(rows.rows.find((row) => Number(row.seq) === event.auditSeq)!.details.event).toBe(
        event.id,
      )
    }
    expect(rows.rows.map((row) => row.hash)).toContain(body.auditHash)
  })

  it('a lock-out and its end', async () => {
    const lines = (mark: string): object[] => [
      { id: 'spark', mark, ...(mark === 'fail' && { note: 'stays clear' }) },
      ...['light', 'plates', 'band', 'battery'].map((id) => ({ id, mark: 'pass' })),
    ]
    const path = `/gear/helmet/${shop.helmet}/inspections`
    await shop.people.worker.send('POST', path, { lines: lines('fail') })
    await shop.people.instructor.send('POST', path, {
      lines: lines('pass'),
      repairNote: 'New cells fitted, tested with a lighter',
    })
    const rows = await logged("subject_id = $1 AND action IN ('locked_out', 'unlocked')", [
      shop.helmet,
    ])
    expect(rows.map((row) => [row.action, row.person_id])).toEqual([
      ['locked_out', shop.ids.worker],
      ['unlocked', shop.ids.instructor],
    ])
    expect(rows[0]!.details.reason).toBe('Spark test: stays clear')
    expect(rows[1]!.details.repairNote).toContain('New cells')
  })

  it('a helmet that is locked out stops the job of the one who wears it', async () => {
    await shop.people.worker.send('POST', `/gear/helmet/${shop.helmet}/inspections`, {
      lines: [
        { id: 'light', mark: 'fail', note: 'cracked shell' },
        ...['spark', 'plates', 'band', 'battery'].map((id) => ({ id, mark: 'pass' })),
      ],
    })
    const { body } = await shop.people.viewer.send<{
      findings: { code: string; level: string; legal?: boolean }[]
    }>('GET', `/jobs/${shop.job}`)
    expect(body.findings).toContainEqual(
      expect.objectContaining({ code: 'gear.helmet', level: 'stop', legal: true }),
    )
  })
})
