import sharp from 'sharp'
import { PHOTO_SIDE, THUMB_SIDE } from '#shared/photo/schema'

/** A photo as it is kept: JPEG, upright, small, without its place, its camera or anything else that was told in the file. */
export interface SmallPhoto {
  width: number
  height: number
  image: Uint8Array
  thumb: Uint8Array
}

/** More pixels than any phone takes; a small file may unfold into as many as it likes. */
const MOST_PIXELS = 120_000_000

// Only what a phone or a browser sends is read at all.
sharp.block({ operation: ['VipsForeignLoad'] })
sharp.unblock({
  operation: ['VipsForeignLoadJpegBuffer', 'VipsForeignLoadPngBuffer', 'VipsForeignLoadWebpBuffer'],
})

/**
 * Make a photo small. Runs in the pool.
 * @param bytes a JPEG, PNG or WebP file
 * @returns null where it is none, is cut off, or has too many pixels
 */
export async function shrinkPhoto(bytes: Uint8Array): Promise<SmallPhoto | null> {
  try {
    const { data, info } = await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
      .rotate()
      .resize(PHOTO_SIDE, PHOTO_SIDE, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 78, mozjpeg: true })
      .toBuffer({ resolveWithObject: true })
    const thumb = await sharp(data)
      .resize(THUMB_SIDE, THUMB_SIDE, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 70 })
      .toBuffer()
    return { width: info.width, height: info.height, image: data, thumb }
  } catch {
    return null
  }
}
