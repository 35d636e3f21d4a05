import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { kindOf } from '../../scripts/lib/disk.mjs'
import { knownHoles } from '../../scripts/lib/known-holes.mjs'

/** Block devices as Linux shows them below /sys, made up. */
const sys = mkdtempSync(join(tmpdir(), 'zonaris-sys-'))
afterAll(() => rmSync(sys, { recursive: true }))
function device(numbers: string, uuid: string | null, slaves: string[]): void {
  mkdirSync(join(sys, numbers, 'slaves'), { recursive: true })
  if (uuid !== null) {
    mkdirSync(join(sys, numbers, 'dm'))
    writeFileSync(join(sys, numbers, 'dm', 'uuid'), uuid)
  }
  for (const slave of slaves) {
    mkdirSync(join(sys, numbers, 'slaves', slave))
    writeFileSync(join(sys, numbers, 'slaves', slave, 'dev'), `${slave}\n`)
  }
}

describe('the disk under a folder', () => {
  device('8:1', null, [])
  device('8:2', null, [])
  device('253:0', 'CRYPT-LUKS2-0123-vault\n', ['8:1'])
  device('253:1', 'LVM-0123\n', ['253:0'])
  device('253:2', 'LVM-4567\n', ['253:0', '8:2'])
  it.each([
    ['8:1', 'plain'],
    ['253:0', 'encrypted'],
    ['253:1', 'encrypted'],
    ['253:2', 'plain'],
    ['9:9', 'unknown'],
  ])('%s is %s', (numbers, kind) => {
    expect(kindOf(numbers, sys)).toBe(kind)
  })
})

describe('packages with known holes', () => {
  it('come worst first', () => {
    const holes = {
      a: { name: 'a', severity: 'low', range: '<2' },
      b: { name: 'b', severity: 'critical', range: '*' },
    }
    const output = `npm warn something\n${JSON.stringify({ vulnerabilities: holes })}`
    expect(knownHoles(output)?.map((hole) => hole.name)).toEqual(['b', 'a'])
    expect(knownHoles('{"vulnerabilities":{}}')).toEqual([])
  })
  it.each(['', 'npm error audit endpoint returned an error', '{"error":{"code":"E405"}}'])(
    'no answer is not "none": %s',
    (output) => {
      expect(knownHoles(output)).toBeNull()
    },
  )
})
