import { createHash } from 'node:crypto'
import { mkdtemp, readdir, readFile, rm, stat, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import pg from 'pg'
import { backUp, backUpInto, restore } from '../../scripts/lib/backup.mjs'
import { MIGRATIONS } from '#server/db/migrations.list'
import { TYPES } from '#server/db/types'
import { verifyAudit } from '#server/services/audit/verify'
import { startApp, withOwner, type App } from '../app'
import { issuePermit, made, makeShop, type Shop } from './shop.fixture'

const KEY = 'a passphrase for the tests alone'
let app: App
let shop: Shop
let folder = ''
let file = ''
const spare: string[] = []
beforeAll(async () => {
  app = await startApp({})
  shop = await makeShop(app, 'backup')
  await issuePermit(shop)
  folder = await mkdtemp(join(tmpdir(), 'zonaris-backup-'))
  file = join(folder, 'shop.zonaris')
})
afterAll(async () => {
  await app.end()
  await rm(folder, { recursive: true, force: true })
  for (const name of spare)
    await onServer((client) => client.query(`DROP DATABASE IF EXISTS ${name}`))
})

const onServer = <T>(work: (client: pg.Client) => Promise<T>): Promise<T> => {
  const url = new URL(app.ownerUrl)
  url.pathname = '/postgres'
  return withOwner(url.toString(), work)
}
async function emptyDatabase(): Promise<string> {
  const name = `restore_${process.pid}_${spare.length}`
  await onServer((client) => client.query(`CREATE DATABASE ${name}`))
  spare.push(name)
  const url = new URL(app.ownerUrl)
  url.pathname = `/${name}`
  return url.toString()
}
/** Every row of every table, as one number. */
const contentOf = (url: string): Promise<string> =>
  withOwner(url, async (client) => {
    const { rows: tables } = await client.query<{ name: string }>(
      "SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' ORDER BY 1",
    )
    const hash = createHash('sha256')
    for (const { name } of tables) {
      const { rows } = await client.query(
        `SELECT md5(coalesce(string_agg(t::text, '|' ORDER BY t::text), '')) AS sum FROM ${name} t`,
      )
      hash.update(`${name} ${rows[0].sum}`)
    }
    return hash.digest('hex')
  })

describe('a backup', () => {
  it('asks for a passphrase that is not guessed', async () => {
    await expect(backUp(app.ownerUrl, 'short', file, '1')).rejects.toThrow('ZONARIS_BACKUP_KEY')
    await expect(stat(file)).rejects.toThrow()
  })
  it('is made while people write, and holds one moment', async () => {
    const writing = (async () => {
      for (let i = 0; i < 25; i++)
        await made(shop.people.lead, '/gear', {
          kind: 'machine',
          label: `Busy ${i}`,
          description: '',
          everyDays: 1,
        })
    })()
    const copied = await backUp(app.ownerUrl, KEY, file, '1.2.3')
    await writing
    expect(copied.migration).toBe(MIGRATIONS.at(-1))
    expect(copied.rows).toBeGreaterThan(50)
    expect((await readdir(folder)).filter((name) => name.endsWith('.part'))).toEqual([])
  })
  it('says nothing of what it holds to whoever has no passphrase', async () => {
    const bytes = await readFile(file)
    for (const secret of ['Lead backup', 'lead@backup.example', 'Slip'])
      expect(bytes.includes(secret)).toBe(false)
    expect((await stat(file)).mode & 0o077).toBe(0)
  })
  it('comes back whole into an empty database, with its audit chain', async () => {
    const still = join(folder, 'still.zonaris')
    await backUp(app.ownerUrl, KEY, still, '1.2.3')
    const url = await emptyDatabase()
    await restore(url, KEY, still, MIGRATIONS)
    expect(await contentOf(url)).toBe(await contentOf(app.ownerUrl))
    const client = new pg.Client({ connectionString: url, types: TYPES })
    await client.connect()
    const { checked, broken } = await verifyAudit(client)
    await client.end()
    expect(checked).toBeGreaterThan(20)
    expect(broken).toEqual([])
    await expect(restore(url, KEY, still, MIGRATIONS)).rejects.toThrow('not empty')
  })
  it('of a newer program is refused', async () =>
    expect(restore(await emptyDatabase(), KEY, file, MIGRATIONS.slice(0, -1))).rejects.toThrow(
      'a newer Zonaris (1.2.3',
    ))
  it.each<[string, (bytes: Buffer) => Buffer]>([
    [
      'with one bit changed',
      (bytes) => (bytes.writeUInt8(bytes.at(-500)! ^ 1, bytes.length - 500), bytes),
    ],
    [
      'with other counts told',
      (bytes) =>
        Buffer.from(bytes.toString('latin1').replace('"counts":{', '"counts":{"x":1,'), 'latin1'),
    ],
    ['cut off', (bytes) => bytes.subarray(0, bytes.length - 4000)],
  ])('%s does not open, and changes nothing', async (_, spoil) => {
    const spoilt = join(folder, 'spoilt.zonaris')
    await writeFile(spoilt, spoil(await readFile(file)))
    const url = await emptyDatabase()
    await expect(restore(url, KEY, spoilt, MIGRATIONS)).rejects.toThrow('does not open')
    const tables = await withOwner(url, (client) =>
      client.query("SELECT 1 FROM pg_tables WHERE schemaname = 'public'"),
    )
    expect(tables.rows).toEqual([])
  })
  it('does not open by another passphrase', async () =>
    expect(restore(await emptyDatabase(), `${KEY}!`, file, MIGRATIONS)).rejects.toThrow(
      'does not open',
    ))
  it('that is no backup is told so', async () => {
    const other = join(folder, 'other.zonaris')
    await writeFile(other, 'PGDMP')
    await expect(restore(app.ownerUrl, KEY, other, MIGRATIONS)).rejects.toThrow('is no backup')
  })
  it('of each day is kept for so many days', async () => {
    const daily = join(folder, 'daily')
    const into = {
      ownerUrl: app.ownerUrl,
      key: KEY,
      folder: daily,
      database: 'zonaris',
      version: '1',
      keep: 2,
    }
    await backUpInto(into)
    for (const day of ['01', '02', '03'])
      await writeFile(join(daily, `zonaris-2026-01-${day}-020000.zonaris`), '')
    await writeFile(join(daily, 'notes.txt'), '')
    await new Promise((resolve) => setTimeout(resolve, 1_100))
    const { file: newest } = await backUpInto(into)
    const left = (await readdir(daily)).sort()
    expect(left).toHaveLength(3)
    expect(left).toContain('notes.txt')
    expect(left.some((name) => newest.endsWith(name))).toBe(true)
  })
})
