import { execFile } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { promisify } from 'node:util'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Secret, TOTP } from 'otpauth'
import { stepOf } from '#server/services/sign-in/code'
import { SECRET, startApp, withOwner, type App } from '../../app'
import { Person } from '../client'
import { makeShop, PASSWORD, type Shop } from '../shop.fixture'

let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'factor')
})
afterAll(() => app.end())

interface Refused {
  error?: { code: string; fields?: { path: string }[] }
}
const HALF_MINUTE = 30_000
/** As an app on a phone makes it. */
const codeOf = (key: string, ahead = 0): string =>
  new TOTP({ secret: Secret.fromBase32(key) }).generate({
    timestamp: Date.now() + ahead * HALF_MINUTE,
  })
const EMAIL = 'lead@factor.example'
const signIn = (code?: string) =>
  new Person(app).send<Refused>('POST', '/sign-in', {
    email: EMAIL,
    password: PASSWORD,
    ...(code && { code }),
  })

describe('codes', () => {
  // RFC 6238, appendix B, SHA-1: the last six of its eight digits.
  it.each([
    [59, '287082'],
    [1111111109, '081804'],
    [1111111111, '050471'],
    [1234567890, '005924'],
    [2000000000, '279037'],
    [20000000000, '353130'],
  ])('at %d s the code of the RFC key is %s', (seconds, code) => {
    const key = new Secret({ buffer: new TextEncoder().encode('12345678901234567890').buffer })
    expect(stepOf(key.base32, code, seconds * 1000)).toBe(Math.floor(seconds / 30))
    expect(stepOf(key.base32, code, (seconds + 90) * 1000)).toBeNull()
    expect(stepOf(key.base32, '000000', seconds * 1000)).toBeNull()
  })
})

describe('a second factor', () => {
  let key: string
  let recovery: string[]

  it('is set up with the password and counts once a first code was right', async () => {
    const { lead } = shop.people
    const wrong = { password: 'not the password' }
    expect((await lead.send('POST', '/account/second-factor', wrong)).status).toBe(400)
    const begun = await lead.send<{ key: string; address: string }>(
      'POST',
      '/account/second-factor',
      { password: PASSWORD },
    )
    key = begun.body.key
    expect(begun.body.address).toMatch(/^otpauth:\/\/totp\/Zonaris:/)
    expect((await signIn()).status).toBe(200)
    const path = '/account/second-factor/confirmation'
    expect((await lead.send('POST', path, { code: '000000' })).status).toBe(400)
    const on = await lead.send<{ recovery: string[] }>('POST', path, { code: codeOf(key, -1) })
    recovery = on.body.recovery
    expect(new Set(recovery).size).toBe(8)
    expect((await lead.send('POST', path, { code: codeOf(key) })).status).toBe(409)
    expect((await lead.send('POST', '/account/second-factor', { password: PASSWORD })).status).toBe(
      409,
    )
  })

  it('is asked for after the right password only, and each code opens once', async () => {
    const without = await signIn()
    expect([without.status, without.body.error?.code]).toEqual([401, 'code_needed'])
    const wrong = await new Person(app).send<Refused>('POST', '/sign-in', {
      email: EMAIL,
      password: 'wrong password',
      code: codeOf(key),
    })
    expect(wrong.body.error?.code).toBe('wrong_sign_in')
    const code = codeOf(key)
    const both = await Promise.all([signIn(code), signIn(code)])
    expect(both.map((answer) => answer.status).sort()).toEqual([200, 400])
    expect((await signIn(code)).body.error?.fields?.[0]?.path).toBe('code')
    // Three steps ahead: the server takes one, and the clock may step on between the two.
    expect((await signIn(codeOf(key, 3))).status).toBe(400)
  })

  it('opens by a recovery code, once, and the person is told', async () => {
    const both = await Promise.all([signIn(recovery[0]), signIn(recovery[0])])
    expect(both.map((answer) => answer.status).sort()).toEqual([200, 400])
    expect((await signIn(recovery[1]!.toLowerCase().replaceAll('-', ' '))).status).toBe(200)
    const { lead } = shop.people
    const state = await lead.send<{ recoveryLeft: number }>('GET', '/account/second-factor')
    expect(state.body.recoveryLeft).toBe(6)
    const me = await lead.send<{ me: { notices: { what: string }[] } }>('GET', '/sign-in')
    expect(me.body.me.notices.map((notice) => notice.what)).toContain('recovery_used')
  })

  it('keeps key and recovery codes unreadable in the database', async () => {
    const [row] = await withOwner(
      app.ownerUrl,
      async (db) => (await db.query('SELECT sealed_key, recovery FROM second_factor')).rows,
    )
    expect(JSON.stringify(row)).not.toContain(key)
    expect(JSON.stringify(row)).not.toContain(recovery[3])
  })

  it('makes whoever has the password wait after some wrong codes', async () => {
    const answers = []
    for (let i = 0; i < 40; i++) answers.push((await signIn('123456')).status)
    expect(answers).toContain(429)
    await shop.people.instructor.send('POST', `/people/${shop.ids.lead}/release`)
  })

  it('is turned off with password and code, or taken off by another lead', async () => {
    const { lead, instructor } = shop.people
    const off = (code: string) =>
      lead.send('POST', '/account/second-factor/removal', { password: PASSWORD, code })
    expect((await off('123456')).status).toBe(400)
    const reset = `/people/${shop.ids.lead}/second-factor-reset`
    expect((await lead.send('POST', reset)).status).toBe(409)
    expect((await instructor.send('POST', reset)).status).toBe(403)
    expect((await off(recovery[2]!)).status).toBe(200)
    expect((await signIn()).status).toBe(200)
  })
})

describe('whoever has the machine', () => {
  it('lets a lead in again: a new password, without the second factor, told in the audit', async () => {
    const { lead } = shop.people
    const begun = await lead.send<{ key: string }>('POST', '/account/second-factor', {
      password: PASSWORD,
    })
    const code = codeOf(begun.body.key)
    await lead.send('POST', '/account/second-factor/confirmation', { code })
    const { stdout } = await promisify(execFile)('npx', ['tsx', 'scripts/tasks/let-in.ts', EMAIL], {
      env: {
        ...process.env,
        ZONARIS_APP_DATABASE_URL: app.appUrl,
        ZONARIS_SECRET: SECRET,
        ZONARIS_HASH_COST: '12',
      },
    })
    const password = /: (\w{20})$/m.exec(stdout)![1]!
    expect((await lead.send('GET', '/shift')).status).toBe(401)
    expect((await signIn()).status).toBe(401)
    await lead.signIn(EMAIL, password)
    const changed = { password, newPassword: PASSWORD }
    expect((await lead.send('PUT', '/account/password', changed)).status).toBe(200)
    const me = await lead.send<{ me: { notices: { what: string }[] } }>('GET', '/sign-in')
    expect(me.body.me.notices.map((notice) => notice.what)).toContain('let_in_at_machine')
  })
})

describe('a site that asks its leads for one', () => {
  it('opens nothing to a lead without, but the way to set it up', async () => {
    const { lead, instructor } = shop.people
    const { me } = (
      await lead.send<{
        me: { site: Record<string, unknown> & { rules: Record<string, unknown> } }
      }>('GET', '/sign-in')
    ).body
    const { id: _, rules, ...site } = me.site
    const { school, house: __, limits, ...clothing } = rules
    const body = { ...site, ...clothing, shadeSchool: school, limitSets: limits, leadFactor: true }
    expect((await lead.send('PUT', '/site', body)).status).toBe(200)
    for (const path of ['/shift', '/people', '/account/tokens', '/account/data.json']) {
      const answer = await lead.send<Refused>('GET', path)
      expect([path, answer.status, answer.body.error?.code]).toEqual([path, 403, 'factor_needed'])
    }
    expect((await instructor.send('GET', '/shift')).status).toBe(200)
    // Whoever feels ill is never asked for a code first.
    const alarm = { id: randomUUID(), kind: 'bad_air' }
    expect((await lead.send('POST', '/alarms', alarm)).status).toBe(201)
    const begun = await lead.send<{ key: string }>('POST', '/account/second-factor', {
      password: PASSWORD,
    })
    const code = codeOf(begun.body.key)
    expect((await lead.send('POST', '/account/second-factor/confirmation', { code })).status).toBe(
      200,
    )
    expect((await lead.send('GET', '/shift')).status).toBe(200)
  })
})
