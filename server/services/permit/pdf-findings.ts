import type { Content } from 'pdfmake/interfaces'
import type { Finding } from '#core/finding/finding'
import type { Permit } from '#shared/permit/schema'
import { LEVEL_WORD } from '../print/document'

/** What is not plainly right in a table, with what to do; what is clear after it, one sentence each. */
export function findingsOf(permit: Permit): Content[] {
  const minded = permit.findings.filter(({ level }) => level !== 'clear')
  const clear = permit.findings.filter(({ level }) => level === 'clear')
  return [
    ...(minded.length > 0 ? [mindedTable(minded, permit)] : []),
    ...(clear.length > 0 ? [{ text: 'Clear', bold: true, margin: [0, 4, 0, 0] as Margin }] : []),
    ...(clear.length > 0 ? [clearTable(byLength(clear))] : []),
  ]
}

type Margin = [number, number, number, number]
const COLUMNS = 3

/** Side by side, none of them broken over a page; those of a length beside each other, so that rows stay low. */
const clearTable = (findings: readonly Finding[]): Content => ({
  layout: 'noBorders',
  fontSize: 7,
  lineHeight: 1,
  table: {
    widths: Array.from({ length: COLUMNS }, () => '*'),
    dontBreakRows: true,
    body: Array.from({ length: Math.ceil(findings.length / COLUMNS) }, (_, row) =>
      Array.from({ length: COLUMNS }, (__, column): Content => {
        const finding = findings[row * COLUMNS + column]
        return finding ? { text: clearLine(finding) } : ''
      }),
    ),
  },
})

const byLength = (findings: readonly Finding[]): Finding[] => {
  const length = (finding: Finding): number => finding.sentence.length + sourcesOf(finding).length
  return findings.toSorted((a, b) => length(a) - length(b))
}

const mindedTable = (findings: readonly Finding[], permit: Permit): Content => ({
  layout: 'lightHorizontalLines',
  fontSize: 8,
  table: {
    headerRows: 1,
    dontBreakRows: true,
    widths: [54, '*'],
    body: [
      ['Level', 'Finding, what to do, and where it comes from'].map((text) => ({
        text,
        bold: true,
      })),
      ...findings.map((finding) => findingRow(finding, permit)),
    ],
  },
})

const sourcesOf = ({ reasons }: Finding): string =>
  [...new Set(reasons.map(({ source }) => source.document))].join('; ')

const clearLine = (finding: Finding): Content[] => [
  `${finding.sentence} `,
  { text: sourcesOf(finding), italics: true, color: '#555' },
]

function findingRow(finding: Finding, permit: Permit): Content[] {
  const overridden = permit.overridden.find((entry) => entry.code === finding.code)
  return [
    { text: overridden ? 'OVERRIDDEN' : LEVEL_WORD[finding.level], bold: true },
    {
      stack: [
        {
          text: [
            finding.sentence,
            finding.remedy ? ` ${finding.remedy} ` : ' ',
            { text: sourcesOf(finding), style: 'small', italics: true },
          ],
        },
        ...(overridden ? [{ text: `Override: ${overridden.reason}`, bold: true }] : []),
      ],
    },
  ]
}
