import type {} from '../../pdfmake'
import pdfmake from 'pdfmake'
import roboto from 'pdfmake/build/vfs_fonts.js'
import type { Level } from '#core/finding/finding'
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

/** Levels in words that stand out without colour. */
export const LEVEL_WORD: Record<Level, string> = {
  clear: 'Clear',
  caution: 'Caution',
  stop: 'STOP',
  unknown: 'UNKNOWN',
}

export type Paper = 'A4' | 'LETTER'
export interface Printed {
  name: string
  bytes: Buffer
}

/** A document on paper: selectable text, fonts embedded, black on white. */
export async function printed(name: string, document: TDocumentDefinitions): Promise<Printed> {
  return {
    name,
    bytes: await pdfmake
      .createPdf({ defaultStyle: { font: 'Roboto', fontSize: 9.5, lineHeight: 1.15 }, ...document })
      .getBuffer(),
  }
}
