import { describe, expect, it, test } from 'vitest'
import { readConfig } from '#server/config'

describe('configuration', () => {
  const env = { ZONARIS_APP_DATABASE_URL: 'postgres://x', ZONARIS_SECRET: 'x'.repeat(32) }

  it('reads what is given', () => {
    expect(readConfig(env)).toMatchObject({ rehearsal: 1, poolSize: 10 })
    expect(readConfig({ ...env, ZONARIS_REHEARSAL: '60' }).rehearsal).toBe(60)
  })

  test.each([
    [{ ZONARIS_SECRET: 'x'.repeat(32) }, 'ZONARIS_APP_DATABASE_URL'],
    [{ ...env, ZONARIS_SECRET: 'short' }, 'ZONARIS_SECRET'],
    [{ ...env, ZONARIS_REHEARSAL: 'fast' }, 'ZONARIS_REHEARSAL'],
    [{ ...env, ZONARIS_REHEARSAL: '0.5' }, 'ZONARIS_REHEARSAL'],
    [{ ...env, ZONARIS_AUDIT_URL: 'http://logs.example/audit' }, 'ZONARIS_AUDIT_URL'],
    [{ ...env, ZONARIS_AUDIT_URL: 'not an address' }, 'ZONARIS_AUDIT_URL'],
    [{ ...env, ZONARIS_TEXT_URL: 'http://texts.example/send' }, 'ZONARIS_TEXT_URL'],
    [{ ...env, ZONARIS_SMTP_URL: 'https://mail.example' }, 'ZONARIS_SMTP_URL'],
    [{ ...env, ZONARIS_SMTP_URL: 'smtps://mail.example' }, 'ZONARIS_MAIL_FROM'],
    [{ ...env, ZONARIS_PUSH_STANDIN: 'https://push.example' }, 'ZONARIS_PUSH_STANDIN'],
  ])('refuses to start half configured, naming the variable', (given, name) => {
    expect(() => readConfig(given)).toThrow(name)
  })
})
