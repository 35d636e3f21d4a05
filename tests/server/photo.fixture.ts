import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import type { Answer, Person } from './client'

/** A picture that a phone could have taken, with the place where it was taken in it. */
export const photoFile = async ({
  width = 640,
  height = 480,
  format = 'jpeg' as 'jpeg' | 'png' | 'webp',
  colour = '#7a4a2b',
} = {}): Promise<Uint8Array<ArrayBuffer>> => {
  const bytes = await sharp({ create: { width, height, channels: 3, background: colour } })
    .withExif({
      IFD0: { Make: 'Phone', Model: 'Pocket' },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '44/1 38/1 0/1' },
    })
    .toFormat(format)
    .toBuffer()
  return new Uint8Array(bytes)
}

/** Send a photo as a browser does. */
export async function sendPhoto(
  person: Person,
  {
    kind,
    item,
    id = randomUUID(),
    portrait = false,
    type = 'image/jpeg',
    bytes,
  }: {
    kind: string
    item: string
    id?: string
    portrait?: boolean
    type?: string
    bytes?: Uint8Array<ArrayBuffer>
  },
): Promise<Answer<{ error?: { code: string; message: string } }> & { id: string }> {
  const answer = await person.send<{ error?: { code: string; message: string } }>(
    'PUT',
    `/photos/${id}?kind=${kind}&item=${item}&portrait=${portrait}`,
    bytes ?? (await photoFile()),
    { 'content-type': type },
  )
  return { ...answer, id }
}
