import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  earlyFault,
  PERMIT_ACTIONS,
  permitState,
  transition,
  type PermitAction,
  type PermitLife,
} from '#core/permit/lifecycle'
import type { Permit } from '#shared/permit/schema'
import { startApp, withOwner, type App } from '../app'
import {
  allPass,
  issuePermit,
  jobBody,
  made,
  makeShop,
  newWatch,
  PIN,
  type Shop,
} from './shop.fixture'

let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp({})
  shop = await makeShop(app, 'random')
})
afterAll(() => app.end())

type Command =
  | { do: 'act'; action: PermitAction }
  | { do: 'round' }
  | { do: 'wait'; minutes: number }
  | { do: 'lock'; isLocked: boolean }

const command: fc.Arbitrary<Command> = fc.oneof(
  {
    weight: 8,
    arbitrary: fc.record({
      do: fc.constant('act' as const),
      action: fc.constantFrom(...PERMIT_ACTIONS),
    }),
  },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('round' as const) }) },
  {
    weight: 3,
    arbitrary: fc.record({
      do: fc.constant('wait' as const),
      minutes: fc.integer({ min: 1, max: 80 }),
    }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('lock' as const), isLocked: fc.boolean() }) },
)

const see = async (): Promise<Permit> =>
  (await shop.people.lead.send<Permit>('GET', `/permits/${shop.permit}`)).body
const lifeOf = (permit: Permit): PermitLife => ({
  state: permit.state === 'expired' ? 'issued' : permit.state,
  validTo: Date.parse(permit.validTo),
  workStartedAt: permit.workStartedAt ? Date.parse(permit.workStartedAt) : null,
  watchStartedAt: permit.watchStartedAt ? Date.parse(permit.watchStartedAt) : null,
  watchMinutes: permit.watchMinutes,
  monitoring: permit.monitoring,
  rounds: permit.events.filter(({ kind }) => kind === 'round').map(({ at }) => Date.parse(at)),
})

/** Time goes by: everything that the permit has happened so much earlier. */
async function wait(minutes: number): Promise<void> {
  await withOwner(app.ownerUrl, async (owner) => {
    await owner.query(
      `UPDATE permit SET
        valid_from = valid_from - make_interval(mins => $2),
        valid_to = valid_to - make_interval(mins => $2),
        work_started_at = work_started_at - make_interval(mins => $2),
        watch_started_at = watch_started_at - make_interval(mins => $2)
      WHERE id = $1`,
      [shop.permit, minutes],
    )
    await owner.query(
      'UPDATE permit_event SET at = at - make_interval(mins => $2) WHERE permit_id = $1',
      [shop.permit, minutes],
    )
  })
}

async function lock(isLocked: boolean): Promise<void> {
  const lines = allPass('machine')
  await shop.people.lead.send('POST', `/gear/machine/${shop.machine}/inspections`, {
    lines: isLocked
      ? lines.map((line) =>
          (line as { id: string }).id === 'leads'
            ? { id: 'leads', mark: 'fail', note: 'cut to the copper' }
            : line,
        )
      : lines,
    ...(!isLocked && { repairNote: 'new lead fitted and tested' }),
  })
  // Whoever looks after the gates hears of it.
  await new Promise((done) => setTimeout(done, 400))
}

async function act(action: PermitAction): Promise<void> {
  const before = await see()
  const { status, body } = await shop.people.lead.send<{
    state?: string
    error?: { code: string }
  }>('POST', `/permits/${shop.permit}/actions`, {
    eventId: randomUUID(),
    action,
    pin: action === 'close' && before.workStartedAt ? PIN.watch : PIN.lead,
    note: 'in any order',
  })
  const now = Date.now()
  const expected = transition(lifeOf(before), action, now)
  if (status === 200) {
    expect(expected.ok, `${action} on ${before.state}`).toBe(true)
    const stored = expected.ok ? expected.state : 'refused'
    expect(body.state).toBe(
      permitState({ state: stored as never, validTo: Date.parse(before.validTo) }, now),
    )
    return
  }
  expect(status).toBe(409)
  const { code } = body.error!
  if (action === 'close' && earlyFault(lifeOf(before), now)) expect(code).toBe('too_early')
  else if (!expected.ok) expect(code).toBe('wrong_state')
  // What the state allows is refused only by a gate.
  else expect(['blocked', 'unsigned', 'too_soon']).toContain(code)
}

async function check(isLocked: boolean): Promise<void> {
  const { state, watchStartedAt, validTo } = await see()
  if (isLocked) expect(state).not.toBe('working')
  if (Date.parse(validTo) <= Date.now()) expect(['issued', 'working']).not.toContain(state)
  if (state === 'watching') expect(watchStartedAt).not.toBeNull()
}

describe('a permit on the server, under commands in any order', () => {
  it('does what the engine says, and never works with what is locked out', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(command, { minLength: 6, maxLength: 14 }), async (commands) => {
        await lock(false)
        await newWatch(shop)
        const job = await made(
          shop.people.lead,
          '/jobs',
          jobBody({
            welderId: shop.ids.worker,
            helmetId: shop.helmet,
            gearIds: [shop.machine],
            place: `Place ${randomUUID()}`,
          }),
        )
        shop.permit = await made(shop.people.lead, '/permits', { jobId: job })
        await issuePermit(shop, 240)
        let isLocked = false
        for (const one of commands) {
          if (one.do === 'act') await act(one.action)
          else if (one.do === 'wait') await wait(one.minutes)
          else if (one.do === 'lock') {
            await lock(one.isLocked)
            isLocked = one.isLocked
          } else
            await shop.people.lead.send('POST', `/permits/${shop.permit}/rounds`, {
              eventId: randomUUID(),
              madeBy: shop.ids.watch,
              pin: PIN.watch,
            })
          await check(isLocked)
        }
      }),
      { numRuns: 8, seed: 2026, endOnFailure: true },
    )
  }, 120_000)
})
