import type { Content } from 'pdfmake/interfaces'
import type { Finding } from '#core/finding/finding'
import type { Permit } from '#shared/permit/schema'
import { LEVEL_WORD } from '../print/document'

/** What is not plainly right in a table, with what to do; what is clear after it, one sentence each. */
export function findingsOf(permit: Permit): Content[] {
  const minded = permit.findings.filter(({ level }) => level !== 'clear')
  const clear = permit.findings.filter(({ level }) => level === 'clear')
  const half = Math.ceil(clear.length / 2)
  return [
    ...(minded.length > 0 ? [mindedTable(minded, permit)] : []),
    {
      columns: [clear.slice(0, half), clear.slice(half)].map((part) => ({
        stack: part.map((finding) => ({ text: clearLine(finding), margin: [0, 1, 0, 1] })),
      })),
      columnGap: 14,
      fontSize: 7.5,
      margin: [0, 4, 0, 0],
    },
  ]
}

const mindedTable = (findings: readonly Finding[], permit: Permit): Content => ({
  layout: 'lightHorizontalLines',
  fontSize: 8,
  table: {
    headerRows: 1,
    dontBreakRows: true,
    widths: [54, '*', 150],
    body: [
      ['Level', 'Finding', 'Source'].map((text) => ({ text, bold: true })),
      ...findings.map((finding) => findingRow(finding, permit)),
    ],
  },
})

const sourcesOf = ({ reasons }: Finding): string =>
  [...new Set(reasons.map(({ source }) => source.document))].join('; ')

const clearLine = (finding: Finding): Content[] => [
  `${LEVEL_WORD.clear}: ${finding.sentence} `,
  { text: sourcesOf(finding), italics: true, color: '#555' },
]

function findingRow(finding: Finding, permit: Permit): Content[] {
  const overridden = permit.overridden.find((entry) => entry.code === finding.code)
  return [
    { text: overridden ? 'OVERRIDDEN' : LEVEL_WORD[finding.level], bold: true },
    {
      stack: [
        finding.sentence,
        ...(finding.remedy ? [{ text: finding.remedy, style: 'small' }] : []),
        ...(overridden ? [{ text: `Override: ${overridden.reason}`, bold: true }] : []),
      ],
    },
    { text: sourcesOf(finding), style: 'small' },
  ]
}
