import type { Content } from 'pdfmake/interfaces'
import { lookReach } from '#core/firewatch/spark-reach'
import { thingsInReach, type InReach } from '#core/firewatch/reach-map'
import { reachSvg } from '#core/firewatch/reach-svg'
import { reachText } from '#core/firewatch/rules.table'
import type { Plan } from '#core/plan/plan'
import type { Permit } from '#shared/permit/schema'
import type { Units } from '#shared/units/systems'
import { quantityText } from '#shared/units/units'

/** The map of what is in reach, and what is done about each. */
export function placeOf(permit: Permit, plan: Plan | null, units: Units): Content[] {
  const length = (amount: number): string => quantityText({ amount, unit: 'm' }, units)
  const title: Content = { text: `In reach: ${reachText(permit.reach)} around`, style: 'h' }
  const sparks: Content = { text: sparksSay(permit, length), margin: [0, 0, 0, 4] }
  if (!plan || !permit.work)
    return [
      title,
      sparks,
      { text: 'The work is on no published plan: nothing around it was measured.' },
    ]
  const look = lookReach(permit.sparks, permit.reach)
  const items = thingsInReach(plan, permit.work, look)
  const far = 'far' in permit.sparks ? permit.sparks.far : null
  return [
    title,
    {
      columns: [
        { width: 190, svg: reachSvg(plan, permit.work, { reach: permit.reach, far, items }) },
        [sparks, inReachList(items, length)],
      ],
      columnGap: 12,
    },
  ]
}

function inReachList(items: readonly InReach[], length: (metres: number) => string): Content {
  if (items.length === 0) return { text: 'Nothing is drawn in reach.' }
  let number = 0
  return {
    layout: 'lightHorizontalLines',
    table: {
      widths: [12, '*', 40],
      dontBreakRows: true,
      body: items.map(({ name, action, metres }) => [
        metres > 0 ? String(++number) : '',
        [
          { text: name, bold: true },
          { text: action, style: 'small' },
        ],
        { text: length(metres), alignment: 'right' },
      ]),
    },
  }
}

function sparksSay({ sparks }: Permit, length: (metres: number) => string): string {
  if ('because' in sparks) return `How far sparks fly is not reckoned: ${sparks.because}.`
  const ways = [...sparks.openings, ...sparks.below]
  return `Sparks, reckoned from a height of ${length(sparks.height)}: 19 of 20 hot ones within ${length(sparks.far)}.${ways.length > 0 ? ` Some go by way of ${ways.join(', ')}.` : ''}`
}
