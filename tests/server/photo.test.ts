import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startApp, withOwner, type App } from '../app'
import { filledOf } from '../core/gear.fixture'
import type { Person } from './client'
import { addGear } from './gear.fixture'
import { photoFile, sendPhoto } from './photo.fixture'
import { makeShop, type Shop } from './shop.fixture'
import { ask } from './ask'

let app: App
let shop: Shop
let lead: Person
let worker: Person
let grinder: string

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'photo')
  ;({ lead, worker } = shop.people)
  grinder = await addGear(shop, 'grinder', 'GR-9')
})
afterAll(() => app.end())

const imageOf = async (
  person: Person,
  id: string,
  size = 'full',
): Promise<{ status: number; bytes: Buffer }> => {
  const answer = await ask(`${app.url}/api/v1/photos/${id}/${size}`, {
    headers: { cookie: person.cookie },
  })
  return { status: answer.status, bytes: Buffer.from(await answer.arrayBuffer()) }
}
interface Refused {
  error: { code: string; message: string; fields?: { path: string; message: string }[] }
}
interface OnRecord {
  photo: { id: string } | null
  inspections: { lines: { id: string; photo?: string | null }[] }[]
}
const read = async (): Promise<OnRecord> =>
  (await lead.send<OnRecord>('GET', `/gear/grinder/${grinder}`)).body
/** A look of the grinder in which one line has a photo. */
const look = (photo: string, person = worker, id = randomUUID()) =>
  person.send<Refused>('POST', `/gear/grinder/${grinder}/inspections`, {
    id,
    occasion: 'beforeUse',
    lines: filledOf('grinder', 'beforeUse').map((line, i) => (i === 0 ? { ...line, photo } : line)),
  })

describe('a photo', () => {
  it('is made small, upright JPEG, without place or camera', async () => {
    const bytes = await photoFile({ width: 4000, height: 3000, format: 'png' })
    const { status, id } = await sendPhoto(lead, {
      kind: 'grinder',
      item: grinder,
      portrait: true,
      type: 'image/png',
      bytes,
    })
    expect(status).toBe(201)
    const full = await imageOf(worker, id)
    const { format, width, height, exif, gps } = (await sharp(full.bytes).metadata()) as never as {
      format: string
      width: number
      height: number
      exif?: Buffer
      gps?: unknown
    }
    expect({ format, width, height, exif, gps }).toEqual({
      format: 'jpeg',
      width: 1600,
      height: 1200,
      exif: undefined,
      gps: undefined,
    })
    const thumb = await sharp((await imageOf(worker, id, 'thumb')).bytes).metadata()
    expect(Math.max(thumb.width, thumb.height)).toBe(320)
    expect((await read()).photo?.id).toBe(id)
  })

  it('sent twice, and twice at once, is kept once; its identifier stands for no other', async () => {
    const sent = { kind: 'grinder', item: grinder, id: randomUUID(), bytes: await photoFile() }
    const both = await Promise.all([sendPhoto(worker, sent), sendPhoto(worker, sent)])
    expect(both.map(({ status }) => status)).toEqual([201, 201])
    expect((await sendPhoto(worker, sent)).status).toBe(201)
    const other = await photoFile({ colour: '#123456' })
    expect((await sendPhoto(worker, { ...sent, bytes: other })).body.error?.code).toBe('event_used')
    expect((await sendPhoto(lead, sent)).body.error?.code).toBe('event_used')
    const { rows } = await withOwner(app.ownerUrl, (db) =>
      db.query('SELECT 1 FROM photo WHERE id = $1', [sent.id]),
    )
    expect(rows).toHaveLength(1)
  })

  it.each([
    ['is none', 'image/jpeg', new Uint8Array([1, 2, 3, 4]), 415, 'not_a_photo'],
    ['is a text', 'text/plain', new Uint8Array([65]), 415, 'wrong_type'],
    [
      'is a drawing that could name files',
      'image/png',
      new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
      415,
      'not_a_photo',
    ],
    ['is empty', 'image/jpeg', new Uint8Array(), 415, 'not_a_photo'],
    ['is 50 MB', 'image/jpeg', new Uint8Array(50_000_000), 413, 'too_large'],
  ] as const)('that %s is refused', async (_, type, bytes, status, code) => {
    const answer = await sendPhoto(worker, { kind: 'grinder', item: grinder, type, bytes })
    expect({ status: answer.status, code: answer.body.error?.code }).toEqual({ status, code })
  })

  it('that is cut off, or unfolds beyond measure, is refused', async () => {
    const whole = await photoFile({ width: 3000, height: 2000 })
    const cut = whole.slice(0, Math.floor(whole.length / 2))
    const large = new Uint8Array(
      await sharp({ create: { width: 12_000, height: 12_000, channels: 3, background: '#fff' } })
        .png()
        .toBuffer(),
    )
    for (const [type, bytes] of [
      ['image/jpeg', cut],
      ['image/png', large],
    ] as const)
      expect(
        (await sendPhoto(worker, { kind: 'grinder', item: grinder, type, bytes })).body.error?.code,
      ).toBe('not_a_photo')
  })

  it('of what is not there is refused, and nobody else sees it before its look is logged', async () => {
    expect((await sendPhoto(worker, { kind: 'grinder', item: randomUUID() })).status).toBe(404)
    const { id } = await sendPhoto(worker, { kind: 'grinder', item: grinder })
    expect((await imageOf(worker, id)).status).toBe(200)
    expect((await imageOf(lead, id)).status).toBe(404)
    await look(id)
    expect((await imageOf(lead, id)).status).toBe(200)
    const other = await makeShop(app, 'photo-other')
    expect((await imageOf(other.people.lead, id)).status).toBe(404)
  })

  it('is taken away for good by staff, with a reason; that there was one stays', async () => {
    const { id } = await sendPhoto(worker, { kind: 'grinder', item: grinder })
    await look(id)
    const removal = { why: 'It shows a person' }
    expect((await worker.send('POST', `/photos/${id}/removal`, removal)).status).toBe(403)
    expect((await lead.send('POST', `/photos/${id}/removal`, { why: 'x' })).status).toBe(400)
    expect((await lead.send('POST', `/photos/${id}/removal`, removal)).status).toBe(200)
    expect((await lead.send('POST', `/photos/${id}/removal`, removal)).status).toBe(200)
    expect((await imageOf(lead, id)).status).toBe(404)
    expect((await read()).inspections[0]!.lines[0]!.photo).toBeNull()
    const { rows } = await withOwner(app.ownerUrl, (db) =>
      db.query(
        'SELECT removed_why, (SELECT count(*)::integer FROM photo_image WHERE photo_id = id) AS images FROM photo WHERE id = $1',
        [id],
      ),
    )
    expect(rows).toEqual([{ removed_why: removal.why, images: 0 }])
  })
})

describe('a look with a photo', () => {
  it('keeps it at its line, and sent twice is as once', async () => {
    const { id } = await sendPhoto(worker, { kind: 'grinder', item: grinder })
    const inspection = randomUUID()
    expect((await look(id, worker, inspection)).status).toBe(201)
    expect((await look(id, worker, inspection)).status).toBe(201)
    expect((await read()).inspections[0]!.lines[0]!.photo).toBe(id)
  })

  it.each([
    ['that never arrived', async () => randomUUID()],
    [
      'of another piece',
      async () =>
        (
          await sendPhoto(worker, {
            kind: 'grinder',
            item: await addGear(shop, 'grinder', 'GR-10'),
          })
        ).id,
    ],
    [
      'of another look',
      async () => {
        const { id } = await sendPhoto(worker, { kind: 'grinder', item: grinder })
        await look(id)
        return id
      },
    ],
    [
      'of another person',
      async () => (await sendPhoto(lead, { kind: 'grinder', item: grinder })).id,
    ],
  ])('%s is refused at its line, and nothing is logged', async (_, photo) => {
    const id = await photo()
    const before = (await read()).inspections.length
    const { status, body } = await look(id)
    expect(status).toBe(400)
    expect(body.error.fields).toEqual([
      {
        path: `lines.${filledOf('grinder', 'beforeUse')[0]!.id}`,
        message: 'Its photo is not here. Take it again.',
      },
    ])
    expect((await read()).inspections).toHaveLength(before)
  })

  it('wants it where the shop says so: a pass without it is refused, a fault is not held up', async () => {
    const [first] = filledOf('curtain', 'beforeUse')
    const curtain = await addGear(shop, 'curtain', 'CU-9')
    await lead.send('PUT', '/checklists/curtain/beforeUse', {
      added: [],
      tightened: {},
      off: {},
      photo: [first!.id],
      everyDays: null,
    })
    const log = (change: object) =>
      worker.send<Refused & { result: string }>('POST', `/gear/curtain/${curtain}/inspections`, {
        lines: filledOf('curtain', 'beforeUse').map((line, i) =>
          i === 0 ? { ...line, ...change } : line,
        ),
      })
    expect((await log({})).body.error.message).toBe('This line wants a photo.')
    const { id } = await sendPhoto(worker, { kind: 'curtain', item: curtain })
    expect((await log({ photo: id })).body.result).toBe('pass')
    expect((await log({ mark: 'fail', note: 'torn' })).status).toBe(201)
  })

  it('a person has only so many photos waiting; those that nobody logged go after a week', async () => {
    const { person } = await withOwner(app.ownerUrl, async (db) => {
      const { rows } = await db.query<{ person: string }>(
        "SELECT id AS person FROM person WHERE role = 'instructor' AND organisation_id = (SELECT organisation_id FROM gear WHERE id = $1)",
        [grinder],
      )
      await db.query(
        `INSERT INTO photo (id, organisation_id, site_id, item_id, person_id, at, portrait, width, height, bytes, digest)
         SELECT gen_random_uuid(), organisation_id, site_id, id, $2, now(), false, 9, 9, 9, repeat('0', 64)
         FROM gear, generate_series(1, 60) WHERE id = $1`,
        [grinder, rows[0]!.person],
      )
      return rows[0]!
    })
    const { instructor } = shop.people
    expect((await sendPhoto(instructor, { kind: 'grinder', item: grinder })).body.error?.code).toBe(
      'too_many',
    )
    await withOwner(app.ownerUrl, (db) =>
      db.query("UPDATE photo SET at = at - interval '9 days' WHERE person_id = $1", [person]),
    )
    expect((await sendPhoto(instructor, { kind: 'grinder', item: grinder })).status).toBe(201)
  })
})
