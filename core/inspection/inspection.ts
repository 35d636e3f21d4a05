import { inSentence } from '../finding/wording'
import { meterOf, type MetersUsed } from './calibration'
import type { ChecklistLine, Measure } from './line'

export type Mark = 'pass' | 'fail' | 'na'

/** What the inspector entered for one line. `reading` in the SI unit of the line. */
export interface LineResult {
  id: string
  mark: Mark
  note?: string
  reading?: number
  /** Identifier of the photo that goes with it. */
  photo?: string
}

export interface JudgedLine extends LineResult {
  /** By what its reading was taken; null: by one that is not in the register. */
  meter?: string | null
  calibrated?: boolean
  critical: boolean
  name: string
  text: string
  because?: string
}

export interface InspectionOutcome {
  result: 'pass' | 'fail' | 'locked'
  lines: JudgedLine[]
  /** Why the gear is locked out; null when it is not. */
  lockReason: string | null
}

/** Raised for a list that does not match the checklist; `path` names the line. */
export class ChecklistMismatch extends Error {
  constructor(
    message: string,
    readonly path: string,
  ) {
    super(message)
  }
}

/**
 * Judge a filled checklist. A reading out of span fails its line whatever was ticked; a failed critical line locks the gear.
 * @param checklist its lines as they count in the shop
 * @param results one a line
 * @throws ChecklistMismatch when a line is missing, doubled or foreign, a failed line has no note, or a passed line lacks its reading or the photo that it wants.
 */
export function judgeInspection(
  checklist: readonly ChecklistLine[],
  results: readonly LineResult[],
): InspectionOutcome {
  const foreign = results.find((result) => !checklist.some((line) => line.id === result.id))
  if (foreign)
    throw new ChecklistMismatch(`There is no line "${foreign.id}" on this checklist.`, foreign.id)
  const lines = checklist.map((line) => {
    const given = results.filter((result) => result.id === line.id)
    if (given.length !== 1)
      throw new ChecklistMismatch(
        given.length === 0 ? 'Answer this line.' : 'This line is answered twice.',
        line.id,
      )
    return judgeLine(line, given[0]!)
  })
  if (lines.every((line) => line.mark === 'na'))
    throw new ChecklistMismatch('Not every line can be not applicable.', checklist[0]!.id)
  const failed = lines.filter((line) => line.mark === 'fail')
  const critical = failed.filter((line) => line.critical)
  return {
    result: resultOf(failed.length, critical.length),
    lines,
    lockReason:
      critical.length > 0
        ? critical.map((line) => `${line.name}: ${line.because ?? line.note}`).join('; ')
        : null,
  }
}

function resultOf(failed: number, critical: number): InspectionOutcome['result'] {
  if (critical > 0) return 'locked'
  return failed > 0 ? 'fail' : 'pass'
}

function judgeLine(line: ChecklistLine, given: LineResult): JudgedLine {
  const judged = { ...given, critical: line.critical, name: line.name, text: line.text }
  if (line.measure && given.mark !== 'na') {
    if (given.reading === undefined)
      throw new ChecklistMismatch(`Enter the reading: ${inSentence(line.measure.name)}.`, line.id)
    if (!Number.isFinite(given.reading)) throw new ChecklistMismatch('Enter a number.', line.id)
    const outside = outsideText(line.measure, given.reading)
    if (outside) return { ...judged, mark: 'fail', because: outside }
  }
  if (given.mark === 'fail' && !given.note?.trim())
    throw new ChecklistMismatch('Say what is wrong.', line.id)
  // A fault is put on record at once, photo or not.
  if (line.photo && given.mark === 'pass' && !given.photo)
    throw new ChecklistMismatch('This line wants a photo.', line.id)
  return judged
}

/** Marks each reading with the meter that it was taken by. One that nobody names is not calibrated. */
export const withMeters = (
  checklist: readonly ChecklistLine[],
  lines: readonly JudgedLine[],
  meters: MetersUsed,
): JudgedLine[] =>
  lines.map((line) => {
    const kind = meterOf(checklist.find(({ id }) => id === line.id) ?? {})
    if (!kind || line.reading === undefined) return line
    return { ...line, ...(meters[kind] ?? { meter: null, calibrated: false }) }
  })

/** Whether everything that was read was read by a calibrated meter; null: nothing was read by one that has to be. */
export function calibratedAll(lines: readonly Pick<JudgedLine, 'calibrated'>[]): boolean | null {
  const read = lines.flatMap(({ calibrated }) => (calibrated === undefined ? [] : [calibrated]))
  return read.length === 0 ? null : read.every(Boolean)
}

/** Why a reading fails its line; null when it is within. */
export function outsideText({ unit, min, max }: Measure, reading: number): string | null {
  const text = (amount: number): string => `${Number(amount.toPrecision(4))} ${unit}`
  if (min !== undefined && reading < min) return `reading ${text(reading)} under ${text(min)}`
  if (max !== undefined && reading > max) return `reading ${text(reading)} over ${text(max)}`
  return null
}
