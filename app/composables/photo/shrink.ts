import { PHOTO_SIDE } from '#shared/photo/schema'

/** Larger than any photo of a phone; not even opened. */
const LARGEST_FILE = 40_000_000

/** A file that is no photo, said as a person reads it. */
export class NotAPhoto extends Error {}

/**
 * A photo made small on the device, so that it goes through a poor signal. Its place and camera are left behind.
 * @throws NotAPhoto
 */
export async function shrinkPhoto(file: File): Promise<Blob> {
  if (file.size > LARGEST_FILE)
    throw new NotAPhoto(`This file is larger than ${LARGEST_FILE / 1e6} MB. Take a photo instead.`)
  const whole = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new NotAPhoto('This is no photo that can be read here. Take one with the camera.')
  })
  const scale = Math.min(1, PHOTO_SIDE / Math.max(whole.width, whole.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(whole.width * scale))
  canvas.height = Math.max(1, Math.round(whole.height * scale))
  canvas.getContext('2d')!.drawImage(whole, 0, 0, canvas.width, canvas.height)
  whole.close()
  const blob = await new Promise<Blob | null>((done) => {
    canvas.toBlob(done, 'image/jpeg', 0.85)
  })
  if (!blob) throw new NotAPhoto('This device could not make the photo small enough.')
  return blob
}
