import type { Content } from 'pdfmake/interfaces'
import { monthsAfter } from '#core/calendar/day'
import { permitStatistics, type PermitStatistics, type StatisticBar } from '#core/permit/statistics'
import { permitState, type PermitState } from '#core/permit/lifecycle'
import { findMe, type Identity } from '#server/db/person'
import { overridesBetween, permitsBetween, type PastRow, type Span } from '#server/db/permit-past'
import { inOrganisation } from '#server/db/pool'
import { findingName } from '#shared/permit/finding-name'
import type { Actor } from '../actor'
import { printed, type Printed } from '../print/document'
import type { PlainDocument } from '../print/render'
import { siteMoment } from '../shop/day'
import { toPast } from './statistics'

/** So many permits of one month are printed. */
const MOST = 1_000

interface Report {
  me: Identity
  month: string
  rows: PastRow[]
  /** There are more than are printed. */
  isCut: boolean
  overrides: Awaited<ReturnType<typeof overridesBetween>>
  now: Date
}

/** Hot work of one month of the site: totals, what was set aside and why, what came late, and every permit. */
export async function permitReport(actor: Actor, month: string): Promise<Printed> {
  const report = await inOrganisation(actor.organisation, async (db): Promise<Report> => {
    const me = await findMe(db, actor.person, actor.now)
    const first = `${month}-01`
    const span: Span = {
      site: actor.site,
      from: first,
      until: monthsAfter(first, 1),
      zone: me.site.timeZone,
      most: MOST + 1,
    }
    const rows = await permitsBetween(db, span)
    return {
      me,
      month,
      rows: rows.slice(0, MOST),
      isCut: rows.length > MOST,
      overrides: await overridesBetween(db, span),
      now: actor.now,
    }
  })
  return printed(actor, { name: `hot-work-${month}.pdf`, document: layOut(report) })
}

function layOut(report: Report): PlainDocument {
  const { me, month, rows, now } = report
  const statistics = permitStatistics(rows.map(toPast))
  return {
    pageSize: me.site.units === 'us' ? 'LETTER' : 'A4',
    pageMargins: [42, 36, 42, 48],
    info: { title: `Hot work, ${monthText(month)}`, author: me.organisation, creator: 'Zonaris' },
    defaultStyle: { font: 'Roboto', fontSize: 9, lineHeight: 1.1 },
    styles: { h: { fontSize: 12, bold: true, margin: [0, 10, 0, 3] } },
    content: [
      { text: `Hot work, ${monthText(month)}`, fontSize: 20, bold: true },
      `${me.organisation}, ${me.site.name}. Times in ${me.site.timeZone}.`,
      ...totals(report, statistics),
      ...section('How long work lasted', statistics.durations),
      ...section('What suspended permits', statistics.suspensions),
      ...overridden(report),
      ...section('Late rounds, by place', statistics.late),
      ...section('Attempts to close early, by place', statistics.early),
      ...section('Cautions at issue', named(statistics.cautions)),
      { text: 'Every permit', style: 'h' },
      permitTable(report),
    ],
    foot: `Hot work ${month}, printed ${siteMoment(now, me.site.timeZone)}, `,
  }
}

/** 2026-11 as November 2026. */
const monthText = (month: string): string =>
  new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' }).format(
    new Date(`${month}-01T00:00:00Z`),
  )

const stateOf = ({ state, valid_to: to }: PastRow, now: Date): PermitState =>
  permitState({ state, validTo: to.getTime() }, now.getTime())

function totals({ rows, isCut, now }: Report, statistics: PermitStatistics): Content[] {
  const sum = (bars: readonly StatisticBar[]): number =>
    bars.reduce((all, { count }) => all + count, 0)
  const closed = rows.filter((row) => stateOf(row, now) === 'closed').length
  const lines = [
    `Permits issued: ${rows.length}. Closed by now: ${closed}. Not closed: ${rows.length - closed}.`,
    `Suspensions: ${sum(statistics.suspensions)}. Stops set aside: ${sum(statistics.overrides)}. Late rounds: ${sum(statistics.late)}. Attempts to close early: ${sum(statistics.early)}.`,
  ]
  return [
    { text: 'In short', style: 'h' },
    ...lines,
    ...(isCut
      ? [{ text: `There are more: only the newest ${MOST} are counted.`, bold: true }]
      : []),
  ]
}

const named = (bars: readonly StatisticBar[]): StatisticBar[] =>
  bars.map((bar) => ({ ...bar, name: findingName(bar.key) }))

function section(title: string, bars: readonly StatisticBar[]): Content[] {
  const shown = bars.filter(({ count }) => count > 0)
  if (shown.length === 0) return [{ text: title, style: 'h' }, 'None.']
  return [
    { text: title, style: 'h' },
    {
      layout: 'lightHorizontalLines',
      table: {
        widths: ['*', 30, 140],
        dontBreakRows: true,
        body: shown.map(({ name, count, permits }) => [
          name,
          { text: String(count), alignment: 'right' },
          `Permits ${permits.map(({ number }) => number).join(', ')}`,
        ]),
      },
    },
  ]
}

function overridden({ overrides, me }: Report): Content[] {
  const title: Content = { text: 'Set aside by a lead', style: 'h' }
  if (overrides.length === 0) return [title, 'None.']
  return [
    title,
    {
      layout: 'lightHorizontalLines',
      table: {
        widths: [40, 120, '*', 110],
        dontBreakRows: true,
        body: overrides.map(({ number, subject, note, person, at }) => [
          String(number),
          findingName(subject),
          note ?? '',
          `${person}, ${siteMoment(at, me.site.timeZone)}`,
        ]),
      },
    },
  ]
}

function permitTable({ rows, me, now }: Report): Content {
  if (rows.length === 0) return 'None was issued in this month.'
  const time = (at: Date | null): string => (at ? siteMoment(at, me.site.timeZone) : '—')
  return {
    layout: 'lightHorizontalLines',
    fontSize: 8,
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: [26, '*', 52, 84, 84, 84],
      body: [
        ['No.', 'Place', 'State', 'First arc', 'Last arc', 'Closed'].map((text) => ({
          text,
          bold: true,
        })),
        ...rows.map((row) => [
          String(row.number),
          row.place,
          stateOf(row, now),
          time(row.work_started_at),
          time(row.watch_started_at),
          time(row.closed_at),
        ]),
      ],
    },
  }
}
