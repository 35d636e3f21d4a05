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
