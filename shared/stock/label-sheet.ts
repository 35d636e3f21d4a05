/** Sheets of labels as stores buy them, and one to cut. Common practice; mm. */
export const LABEL_SHEETS = ['cut', 'a4x21', 'a4x24', 'letter30', 'letter10', 'roll62'] as const
export type LabelSheet = (typeof LABEL_SHEETS)[number]

/** Where the labels of a sheet are, mm from its top left corner. */
interface SheetLayout {
  name: string
  /** Paper, mm. */
  width: number
  height: number
  across: number
  down: number
  label: { width: number; height: number }
  /** The first label, and the steps from one to the next. */
  left: number
  top: number
  stepX: number
  stepY: number
}

const INCH = 25.4
const A4 = { width: 210, height: 297 }
const LETTER = { width: 8.5 * INCH, height: 11 * INCH }

export const SHEET_LAYOUTS: Record<Exclude<LabelSheet, 'cut'>, SheetLayout> = {
  a4x21: {
    name: 'A4, 21 labels, 63.5 x 38.1 mm',
    ...A4,
    across: 3,
    down: 7,
    label: { width: 63.5, height: 38.1 },
    left: 7.25,
    top: 15.15,
    stepX: 66.04,
    stepY: 38.1,
  },
  a4x24: {
    name: 'A4, 24 labels, 70 x 37 mm',
    ...A4,
    across: 3,
    down: 8,
    label: { width: 70, height: 37 },
    left: 0,
    top: 0.5,
    stepX: 70,
    stepY: 37,
  },
  letter30: {
    name: 'Letter, 30 labels, 2 5/8 x 1 in',
    ...LETTER,
    across: 3,
    down: 10,
    label: { width: 2.625 * INCH, height: INCH },
    left: 0.1875 * INCH,
    top: 0.5 * INCH,
    stepX: 2.75 * INCH,
    stepY: INCH,
  },
  letter10: {
    name: 'Letter, 10 labels, 4 x 2 in',
    ...LETTER,
    across: 2,
    down: 5,
    label: { width: 4 * INCH, height: 2 * INCH },
    left: 0.15625 * INCH,
    top: 0.5 * INCH,
    stepX: 4.1875 * INCH,
    stepY: 2 * INCH,
  },
  roll62: {
    name: 'Roll, 62 x 29 mm each',
    width: 62,
    height: 29,
    across: 1,
    down: 1,
    label: { width: 62, height: 29 },
    left: 0,
    top: 0,
    stepX: 62,
    stepY: 29,
  },
}

export const sheetName = (sheet: LabelSheet): string =>
  sheet === 'cut' ? 'Plain paper, to cut' : SHEET_LAYOUTS[sheet].name

/** Labels on one sheet; 1 for paper to cut, where there is no first one to choose. */
export const labelsOnSheet = (sheet: LabelSheet): number =>
  sheet === 'cut' ? 1 : SHEET_LAYOUTS[sheet].across * SHEET_LAYOUTS[sheet].down
