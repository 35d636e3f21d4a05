/** Text of a PDF, page by page, as a reader would select it; and its page size in points. */
export async function readPdf(
  bytes: ArrayBuffer,
): Promise<{ pages: string[]; width: number; height: number }> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs')
  const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: true }).promise
  const pages: string[] = []
  for (let i = 1; i <= document.numPages; i++)
    pages.push(
      (await (await document.getPage(i)).getTextContent()).items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replace(/\s+/g, ' '),
    )
  const [, , width, height] = (await document.getPage(1)).view
  return { pages, width: width!, height: height! }
}

/** What the code on the first page says, read from the squares that are drawn there. */
export async function readQr(bytes: ArrayBuffer): Promise<string | null> {
  const { getDocument, OPS } = await import('pdfjs-dist/legacy/build/pdf.mjs')
  const { default: jsQR } = await import('jsqr')
  const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: true }).promise
  const { fnArray, argsArray } = await (await document.getPage(1)).getOperatorList()
  const squares: { box: number[]; isBlack: boolean }[] = []
  let path: number[] | null = null
  let colour: Record<string, number> = {}
  for (const [i, operation] of fnArray.entries()) {
    const given = argsArray[i] as [number[], number[]] & Record<string, number>
    if (operation === OPS.constructPath)
      path = given[0].length === 1 && given[0][0] === OPS.rectangle ? [...given[1]] : null
    else if (operation === OPS.setFillRGBColor) colour = given
    else if (operation === OPS.fill && path)
      squares.push({ box: path, isBlack: [0, 1, 2].every((part) => colour[part] === 0) })
  }
  const ground = squares.find(({ box: [, , wide, high], isBlack }) => !isBlack && wide === high)
  if (!ground) return null
  const [left, top, side] = ground.box as [number, number, number]
  const [QUIET, PIXELS] = [8, 3]
  const size = (side + 2 * QUIET) * PIXELS
  const picture = new Uint8ClampedArray(size * size * 4).fill(255)
  for (const { box, isBlack } of squares) {
    const [x, y, wide, high] = box as [number, number, number, number]
    if (!isBlack || x < left || y < top || x >= left + side || y >= top + side) continue
    for (let row = 0; row < high * PIXELS; row++)
      for (let column = 0; column < wide * PIXELS; column++) {
        const at = [(x - left + QUIET) * PIXELS + column, (y - top + QUIET) * PIXELS + row] as const
        picture.fill(0, (at[1] * size + at[0]) * 4, (at[1] * size + at[0]) * 4 + 3)
      }
  }
  return jsQR(picture, size, size)?.data ?? null
}
