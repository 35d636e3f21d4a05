/** Larger ones are made smaller before they are kept, px. */
const LARGEST = 3_000
/** A page of a PDF is drawn at so many pixels a point: legible, and not too large. */
const PIXELS_A_POINT = 2

export interface Picture {
  blob: Blob
  width: number
  height: number
}

/**
 * A picture file, or one page of a PDF, as a picture of no more than a few thousand pixels.
 * @throws Error in words where it is neither, or has no such page
 */
export async function pictureOf(file: File, page: number): Promise<Picture> {
  const source = file.type === 'application/pdf' ? await pageOf(file, page) : await imageOf(file)
  const shrink = Math.min(1, LARGEST / Math.max(source.width, source.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(source.width * shrink)
  canvas.height = Math.round(source.height * shrink)
  const pen = canvas.getContext('2d')!
  pen.fillStyle = '#fff'
  pen.fillRect(0, 0, canvas.width, canvas.height)
  pen.drawImage(source, 0, 0, canvas.width, canvas.height)
  const blob = await new Promise<Blob | null>((resolve) => {
    canvas.toBlob(resolve, 'image/jpeg', 0.85)
  })
  if (!blob) throw new Error('This picture could not be read.')
  return { blob, width: canvas.width, height: canvas.height }
}

async function imageOf(file: File): Promise<ImageBitmap> {
  try {
    return await createImageBitmap(file)
  } catch {
    throw new Error('This is no picture: take a PNG, JPEG, WebP or PDF file.')
  }
}

/** Loaded when a PDF is first read: it is large. */
async function pageOf(file: File, number: number): Promise<HTMLCanvasElement> {
  const pdf = await import('pdfjs-dist')
  const { default: worker } = await import('pdfjs-dist/build/pdf.worker.min.mjs?url')
  pdf.GlobalWorkerOptions.workerSrc = worker
  const task = pdf.getDocument({ data: await file.arrayBuffer(), isEvalSupported: false })
  try {
    const document_ = await task.promise.catch(() => {
      throw new Error('This PDF could not be read.')
    })
    if (number > document_.numPages)
      throw new Error(`It has ${document_.numPages} pages; there is no page ${number}.`)
    const page = await document_.getPage(number)
    const viewport = page.getViewport({ scale: PIXELS_A_POINT })
    const shrink = Math.min(1, LARGEST / Math.max(viewport.width, viewport.height))
    const fitted = page.getViewport({ scale: PIXELS_A_POINT * shrink })
    const canvas = document.createElement('canvas')
    canvas.width = Math.round(fitted.width)
    canvas.height = Math.round(fitted.height)
    await page.render({ canvasContext: canvas.getContext('2d')!, viewport: fitted }).promise
    return canvas
  } finally {
    await task.destroy()
  }
}
