import { describe, expect, it } from 'vitest'
import { isInside } from '#server/services/alert/push'

// RFC 6890, special-purpose addresses, from memory.
describe('where a push may not go', () => {
  it.each([
    '127.0.0.1',
    '10.1.2.3',
    '172.16.0.1',
    '172.31.255.255',
    '192.168.1.1',
    '169.254.169.254',
    '100.64.0.1',
    '0.0.0.0',
    '224.0.0.1',
    '255.255.255.255',
    '::1',
    '::',
    'fc00::1',
    'fd12::1',
    'fe80::1',
    '::ffff:10.0.0.1',
    '64:ff9b::a00:1',
  ])('%s is inside', (address) => expect(isInside(address)).toBe(true))
  it.each(['8.8.8.8', '172.32.0.1', '192.0.2.1', '198.51.100.7', '2001:db8::1', '2600::1'])(
    '%s is outside',
    (address) => expect(isInside(address)).toBe(false),
  )
})
