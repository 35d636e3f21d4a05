import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Cylinder } from '#shared/gas/schema'
import type { GasSet, SetRun } from '#shared/gas/set-schema'
import { startApp, withOwner, type App } from '../app'
import { beginTask, makeOxyFuelSet, readSet, type OxyFuelSet } from './gas-set.fixture'
import { allPass, jobBody, made, makeShop, type Shop } from './shop.fixture'

let app: App
let shop: Shop
let set: OxyFuelSet
beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'sets')
  set = await makeOxyFuelSet(shop, '1')
})
afterAll(() => app.end())

interface Refused {
  error?: { code: string; message: string; fields?: { path: string; message: string }[] }
}
const fault = ({ status, body }: { status: number; body: Refused }) => [
  status,
  body.error?.fields?.[0]?.path ?? body.error?.code,
]
const PSI = 6894.757293168
const ROOM = 293.15
const WORKING = { oxygen: 40 * PSI, fuel: 6 * PSI, inert: 0 }
/** What a good set shows at a step. */
const goodReading = (step: SetRun['steps'][number]) =>
  step.entry === 'none' ? null : { pressure: WORKING[step.line!], temperature: ROOM }
const answer = (run: string, step: string, more: object = {}, id: string = randomUUID()) =>
  shop.people.worker.send<SetRun & Refused>('POST', `/set-runs/${run}/steps`, {
    eventId: id,
    step,
    result: 'done',
    ...more,
  })
/** As if it had begun so many minutes earlier. */
const earlier = (run: string, minutes: number): Promise<unknown> =>
  withOwner(app.ownerUrl, (db) =>
    db.query(
      "UPDATE set_run_step SET at = at - $2 * interval '1 minute' WHERE run_id = $1 AND step LIKE 'before%'",
      [run, minutes],
    ),
  )

/** All steps as a good set answers them, from where the run stands up to a step. */
async function walk(run: SetRun, to?: string): Promise<SetRun> {
  let now = (await shop.people.worker.send<SetRun>('GET', `/set-runs/${run.id}`)).body
  for (const step of run.steps) {
    if (step.id === to) return now
    if (now.answers.some((one) => one.step === step.id)) continue
    if (step.id.startsWith('after') && !now.answers.some((one) => one.step.startsWith('after')))
      await earlier(run.id, 30)
    const sent = await answer(run.id, step.id, { reading: goodReading(step) })
    expect([step.id, sent.status, sent.body.error]).toEqual([step.id, 201, undefined])
    now = sent.body
  }
  return now
}
const levelsOf = ({ findings }: GasSet): string[] =>
  findings.filter(({ level }) => level !== 'clear').map(({ code, level }) => `${code} ${level}`)

describe('a set that is put together', () => {
  it('is judged with its parts: all belongs together, only the leak test is missing', async () => {
    expect(levelsOf(await readSet(shop, set.id))).toEqual(['gas.set.tight unknown'])
  })

  it('a part is on one set, on a line, and not locked out', async () => {
    const other = await made(shop.people.lead, '/gear', {
      kind: 'gasSet',
      label: 'Set 0',
      description: '',
      everyDays: 7,
      setKind: 'oxyFuel',
    })
    const { version } = await readSet(shop, other)
    const put = (parts: object[], v = version) =>
      shop.people.worker.send<GasSet & Refused>('PUT', `/gas-sets/${other}/parts`, {
        version: v,
        parts,
      })
    const taken = await put([{ id: set.parts.torch, line: null }])
    expect(fault(taken)).toEqual([400, 'parts.0.id'])
    expect(taken.body.error!.message).toContain('is on Set 1')
    const free = await made(shop.people.lead, '/gear', {
      kind: 'regulator',
      label: 'R free',
      description: '',
      everyDays: 7,
    })
    expect(fault(await put([{ id: free, line: null }]))).toEqual([400, 'parts.0.line'])
    expect(fault(await put([{ id: shop.machine, line: 'fuel' }]))).toEqual([400, 'parts.0.id'])
    const twice = { id: free, line: 'fuel' }
    expect(fault(await put([twice, twice]))).toEqual([400, 'parts'])
    expect((await put([twice])).status).toBe(200)
    expect(fault(await put([]))).toEqual([409, 'changed'])
  })
})

describe('a task step by step', () => {
  it('is begun once, whoever asks twice, and stands where it was left', async () => {
    const id = randomUUID()
    const begin = (body: object) =>
      shop.people.worker.send<SetRun & Refused>('POST', `/gas-sets/${set.id}/runs`, body)
    const first = await begin({ id, task: 'setUp' })
    expect(first.status).toBe(201)
    expect((await begin({ id, task: 'setUp' })).body).toEqual(first.body)
    expect(fault(await begin({ id, task: 'shutDown' }))).toEqual([409, 'event_used'])
    const second = await begin({ id: randomUUID(), task: 'leakTest' })
    expect(fault(second)).toEqual([409, 'under_way'])
    expect(second.body.error!.message).toContain('Set up is under way, 0 of')
    await answer(id, 'stand')
    const again = await shop.people.worker.send<SetRun>('GET', `/set-runs/${id}`)
    expect(again.body.answers.map(({ step }) => step)).toEqual(['stand'])
    expect(
      (await shop.people.worker.send<SetRun>('POST', `/set-runs/${id}/leave`)).body.result,
    ).toBe('left')
    expect(fault(await answer(id, 'around'))).toEqual([409, 'ended'])
  })

  it('takes the steps in their order, each once; of two who answer one is told', async () => {
    const run = await beginTask(shop, set.id, 'shutDown')
    const [first, second] = run.steps
    expect(fault(await answer(run.id, second!.id))).toEqual([409, 'answered'])
    const both = await Promise.all([answer(run.id, first!.id), answer(run.id, first!.id)])
    expect(both.map(({ status }) => status).sort()).toEqual([201, 409])
    const id = randomUUID()
    expect((await answer(run.id, second!.id, {}, id)).status).toBe(201)
    expect((await answer(run.id, second!.id, {}, id)).status).toBe(201)
    expect(fault(await answer(run.id, second!.id, { note: 'other' }, id))).toEqual([
      409,
      'event_used',
    ])
    const done = await walk(run)
    expect(done.result).toBe('done')
  })

  it('acetylene above 15 psig is refused at the field; a leak test too short proves nothing', async () => {
    const run = await beginTask(shop, set.id, 'setUp')
    await walk(run, 'workingFuel')
    const high = await answer(run.id, 'workingFuel', {
      reading: { pressure: 16 * PSI, temperature: null },
    })
    expect(fault(high)).toEqual([400, 'reading.pressure'])
    expect(high.body.error!.message).toContain('15 psig')
    expect(fault(await answer(run.id, 'workingFuel'))).toEqual([400, 'reading.pressure'])
    await walk(run, 'after.oxygen')
    const short = await answer(run.id, 'after.oxygen', {
      reading: { pressure: WORKING.oxygen, temperature: ROOM },
    })
    expect(fault(short)).toEqual([400, 'reading.pressure'])
    expect(short.body.error!.message).toContain('3 minutes')
    const cold = { reading: { pressure: WORKING.oxygen, temperature: null } }
    expect(fault(await answer(run.id, 'after.oxygen', cold))).toEqual([400, 'reading.temperature'])
    const done = await walk(run)
    expect(done.result).toBe('done')
    expect(levelsOf(await readSet(shop, set.id))).toEqual([])
  })

  it('is lit only while everything is right; a change asks for a new leak test', async () => {
    const light = () =>
      shop.people.worker.send<SetRun & Refused>('POST', `/gas-sets/${set.id}/runs`, {
        id: randomUUID(),
        task: 'light',
      })
    const lit = await light()
    expect(lit.status).toBe(201)
    expect((await walk(lit.body)).result).toBe('done')
    const { version, parts } = await readSet(shop, set.id)
    await shop.people.worker.send('PUT', `/gas-sets/${set.id}/parts`, {
      version,
      parts: parts
        .filter(({ id }) => id !== set.parts.fuelHose)
        .map(({ id, line }) => ({ id, line })),
    })
    const changed = await readSet(shop, set.id)
    expect(levelsOf(changed)).toEqual(['gas.set.part unknown', 'gas.set.tight unknown'])
    expect(fault(await light())).toEqual([409, 'not_ready'])
    await shop.people.worker.send('PUT', `/gas-sets/${set.id}/parts`, {
      version: changed.version,
      parts: parts.map(({ id, line }) => ({ id, line })),
    })
  })

  it('what is changed while it is tested asks for another test', async () => {
    const run = await beginTask(shop, set.id, 'leakTest')
    await walk(run, 'openAgain')
    const { version, parts } = await readSet(shop, set.id)
    const named = parts.map(({ id, line }) => ({ id, line }))
    const put = async (list: object[], v: number): Promise<number> =>
      (
        await shop.people.worker.send<GasSet>('PUT', `/gas-sets/${set.id}/parts`, {
          version: v,
          parts: list,
        })
      ).body.version
    await put(named, await put(named.slice(1), version))
    expect((await walk(run)).result).toBe('done')
    expect(levelsOf(await readSet(shop, set.id))).toEqual(['gas.set.tight unknown'])
  })

  it('keeps its cylinders from work until it is tight again, and says so on the job', async () => {
    const job = await made(
      shop.people.lead,
      '/jobs',
      jobBody({ stationId: shop.open, cylinderIds: [set.oxygen] }),
    )
    const { body } = await shop.people.lead.send<{ findings: { sentence: string }[] }>(
      'GET',
      `/jobs/${job}`,
    )
    expect(body.findings.map(({ sentence }) => sentence)).toContain(
      'Set Set 1: It was changed since its leak test.',
    )
  })

  it('a leak in figures fails the step and locks the set out', async () => {
    const run = await beginTask(shop, set.id, 'leakTest')
    const at = await walk(run, 'after.oxygen')
    await earlier(run.id, 30)
    const leaking = await answer(at.id, 'after.oxygen', {
      reading: { pressure: WORKING.oxygen - 8 * PSI, temperature: ROOM },
    })
    expect(leaking.body.result).toBe('failed')
    const last = leaking.body.answers.at(-1)!
    // 15 m of 6.4 mm hose hold 0.4825 L; 8 psi of it in half an hour, at 20 C: 0.4825 x 8/14.696 x 294.26/293.15 x 2.
    expect(last.finding!.value!.amount).toBeCloseTo(0.527, 2)
    const { lockReason, findings } = await readSet(shop, set.id)
    expect(lockReason).toContain('It leaks')
    expect(findings[0]).toMatchObject({ level: 'stop', legal: true })
    const refused = await shop.people.worker.send<Refused>('POST', `/gas-sets/${set.id}/runs`, {
      id: randomUUID(),
      task: 'setUp',
    })
    expect(fault(refused)).toEqual([409, 'task'])
  })

  it('what was found tight before the leak counts no longer once it is unlocked', async () => {
    const { lead } = shop.people
    const pass = { lines: allPass('gasSet'), repairNote: 'New seat in the oxygen hose' }
    expect((await lead.send('POST', `/gear/gasSet/${set.id}/inspections`, pass)).status).toBe(201)
    const now = await readSet(shop, set.id)
    expect(now.lockReason).toBeNull()
    expect(levelsOf(now)).toEqual(['gas.set.tight unknown'])
  })

  it('a step that is not right needs words, and these lock the set out', async () => {
    const run = await beginTask(shop, set.id, 'leakTest')
    expect(fault(await answer(run.id, 'soap', { result: 'failed' }))).toEqual([400, 'note'])
    const failed = await answer(run.id, 'soap', { result: 'failed', note: 'Bubbles at the torch' })
    expect(failed.body.result).toBe('failed')
    expect((await readSet(shop, set.id)).lockReason).toContain('Bubbles at the torch')
    const shift = await shop.people.worker.send<{ locked: { label: string }[] }>('GET', '/shift')
    expect(shift.body.locked.map(({ label }) => label)).toContain('Set 1')
    const pass = { lines: allPass('gasSet'), repairNote: 'Tightened and tested' }
    await shop.people.lead.send('POST', `/gear/gasSet/${set.id}/inspections`, pass)
  })

  it('is kept as it was answered', async () => {
    await withOwner(app.ownerUrl, async (db) => {
      await db.query('SET ROLE zonaris_app')
      for (const text of [
        "UPDATE set_run_step SET note = 'x'",
        'DELETE FROM set_run_step',
        "UPDATE set_run SET task = 'light'",
        'DELETE FROM set_run',
      ])
        await expect(db.query(text)).rejects.toThrow('permission denied')
    })
  })
})

describe('a wrong part', () => {
  it('stops the set, names the right one, and nothing is set up with it', async () => {
    const wrong = await makeOxyFuelSet(shop, '2')
    const { version, parts } = await readSet(shop, wrong.id)
    const swapped = {
      [wrong.parts.oxygenRegulator!]: 'fuel',
      [wrong.parts.fuelRegulator!]: 'oxygen',
    }
    await shop.people.worker.send('PUT', `/gas-sets/${wrong.id}/parts`, {
      version,
      parts: parts.map(({ id, line }) => ({ id, line: swapped[id] ?? line })),
    })
    const { findings } = await readSet(shop, wrong.id)
    const stops = findings.filter(({ level }) => level === 'stop')
    expect(stops.map(({ code }) => code)).toContain('gas.fit.regulator')
    expect(stops[0]!.remedy).toContain('Take one for oxygen')
    const refused = await shop.people.worker.send<Refused>('POST', `/gas-sets/${wrong.id}/runs`, {
      id: randomUUID(),
      task: 'setUp',
    })
    expect(fault(refused)).toEqual([409, 'not_ready'])
  })

  it('locked out, it locks the set', async () => {
    const locked = await makeOxyFuelSet(shop, '3')
    const lines = allPass('hose').map((line, i) =>
      i === 0 ? { ...line, mark: 'fail', note: 'Burnt through' } : line,
    )
    await shop.people.worker.send('POST', `/gear/hose/${locked.parts.fuelHose}/inspections`, {
      lines,
    })
    const { findings } = await readSet(shop, locked.id)
    expect(findings.find(({ level }) => level === 'stop')!.sentence).toContain('HA 3 is locked out')
  })
})

describe('a cylinder on a set', () => {
  it('locked out or just stood up, it keeps the set and all that is on it from work', async () => {
    const held = await makeOxyFuelSet(shop, '5')
    const level = async () =>
      (await readSet(shop, held.id)).findings
        .filter(({ level }) => level === 'stop')
        .map(({ code }) => code)
    expect(await level()).toEqual([])
    const { worker } = shop.people
    await worker.send('POST', `/cylinders/${held.acetylene}/lays`, {
      eventId: randomUUID(),
      minutes: 60,
    })
    expect(await level()).toEqual(['gas.standing'])
    const lines = allPass('cylinder').map((line, i) =>
      i === 0 ? { ...line, mark: 'fail', note: 'No label' } : line,
    )
    await worker.send('POST', `/gear/cylinder/${held.oxygen}/inspections`, { lines })
    expect(await level()).toEqual(expect.arrayContaining(['gear.cylinder', 'gas.standing']))
    const begin = (task: string) =>
      worker.send<Refused>('POST', `/gas-sets/${held.id}/runs`, { id: randomUUID(), task })
    for (const task of ['setUp', 'light'])
      expect(fault(await begin(task))).toEqual([409, 'not_ready'])
    const { body } = await worker.send<{ id: string; held: { sentence: string }[] }[]>(
      'GET',
      `/cylinders/for-work?ids=${held.oxygen}`,
    )
    const said = body.find(({ id }) => id === held.oxygen)!.held.map(({ sentence }) => sentence)
    expect(said.filter((sentence) => sentence.includes('lay down'))).toHaveLength(1)
    expect(said.filter((sentence) => sentence.includes('O 5 is locked out'))).toHaveLength(0)
    // Making it safe is never held back.
    expect((await begin('shutDown')).status).toBe(201)
  })
})

describe('a set that is wheeled elsewhere', () => {
  it('takes its cylinders along, each with a move of its own', async () => {
    const cart = await makeOxyFuelSet(shop, '4')
    const put = await shop.people.lead.send('PUT', `/gear/gasSet/${cart.id}`, {
      kind: 'gasSet',
      label: 'Set 4',
      description: '',
      everyDays: 7,
      setKind: 'oxyFuel',
      stationId: shop.open,
    })
    expect(put.status).toBe(200)
    const { body } = await shop.people.worker.send<{
      cylinder: Cylinder
      events: { place: string; note: string }[]
    }>('GET', `/cylinders/${cart.oxygen}`)
    expect(body.cylinder).toMatchObject({ stationId: shop.open, place: 'Set 4, Slip' })
    expect(body.events[0]!.note).toBe('Along with Set 4')
  })
})

describe('acetylene that lay down', () => {
  const lay = (id: string, minutes: number | null, eventId: string = randomUUID()) =>
    shop.people.worker.send<Cylinder & Refused>('POST', `/cylinders/${id}/lays`, {
      eventId,
      minutes,
    })
  const standing = ({ findings }: Cylinder) =>
    findings.find(({ code }) => code === 'gas.standing')?.level
  it('waits for as long as it lay, by the rule of the shop; nobody knows stays unknown', async () => {
    expect(fault(await lay(set.oxygen, 30))).toEqual([409, 'no_acetylene'])
    const id = randomUUID()
    const first = await lay(set.acetylene, 45, id)
    expect(standing(first.body)).toBe('stop')
    expect((await lay(set.acetylene, 45, id)).body.version).toBe(first.body.version)
    expect(fault(await lay(set.acetylene, 46, id))).toEqual([409, 'event_used'])
    expect(standing((await lay(set.acetylene, null)).body)).toBe('unknown')
    const later = (minutes: number) =>
      withOwner(app.ownerUrl, (db) =>
        db.query(
          "UPDATE cylinder SET stood_at = now() - $2 * interval '1 minute', lay_minutes = 45 WHERE id = $1",
          [set.acetylene, minutes],
        ),
      )
    const read = async (): Promise<Cylinder> =>
      (await shop.people.worker.send<{ cylinder: Cylinder }>('GET', `/cylinders/${set.acetylene}`))
        .body.cylinder
    await later(44)
    expect(standing(await read())).toBe('stop')
    await later(46)
    expect(standing(await read())).toBeUndefined()
  })
})
