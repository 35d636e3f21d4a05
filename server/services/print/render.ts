import type {} from '../../pdfmake'
import pdfmake from 'pdfmake'
import roboto from 'pdfmake/build/vfs_fonts.js'
import type { TDocumentDefinitions } from 'pdfmake/interfaces'

// Fonts come with the library and are embedded; nothing is fetched and no file is read.
for (const [name, data] of Object.entries(roboto))
  pdfmake.virtualfs.writeFileSync(name, data, 'base64')
pdfmake.setFonts({
  Roboto: {
    normal: 'Roboto-Regular.ttf',
    bold: 'Roboto-Medium.ttf',
    italics: 'Roboto-Italic.ttf',
    bolditalics: 'Roboto-MediumItalic.ttf',
  },
})
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy(() => false)

/** A document as plain data, so that it can be laid out in another thread: `foot` stands before the page numbers. */
export type PlainDocument = Omit<TDocumentDefinitions, 'footer'> & { foot?: string }

/** Lay out a document: selectable text, fonts embedded, black on white. */
export async function render({ foot, ...document }: PlainDocument): Promise<Uint8Array> {
  return pdfmake
    .createPdf({
      defaultStyle: { font: 'Roboto', fontSize: 9.5, lineHeight: 1.15 },
      ...document,
      ...(foot !== undefined && {
        footer: (page: number, pages: number) => ({
          text: `${foot}page ${page} of ${pages}`,
          fontSize: 8,
          color: '#444',
          margin: [42, 12, 42, 0] as [number, number, number, number],
        }),
      }),
    })
    .getBuffer()
}
