import type { Content } from 'pdfmake/interfaces'
import { PROCESS_NAME } from '#core/job/job'
import { NEED_NAME } from '#core/readiness/terms'
import { findMe, type Identity } from '#server/db/person'
import { inOrganisation } from '#server/db/pool'
import { notFound } from '#server/errors'
import type { Card, Session, SessionMember } from '#shared/session/schema'
import type { Actor } from '../actor'
import { LEVEL_WORD, printed, type Paper, type Printed, type ToPrint } from '../print/document'
import type { PlainDocument } from '../print/render'
import { cardOf } from './card'
import { loadSession } from './load'
import { judgeLoaded, withoutHealth } from './read'

const CAUTION =
  "Figures are recalled from the sources named in the program; check the current edition and local code. The site's procedure and a competent person go before this sheet."
const dayText = (day: string): string =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeZone: 'UTC' }).format(
    new Date(`${day}T12:00:00Z`),
  )

/** Everyone of a session on one list, for the wall or the folder. Levels stand in words, so that it reads in black and white. */
export async function rosterPdf(actor: Actor, id: string, paper: Paper): Promise<Printed> {
  return printed(actor, await rosterOf(actor, id, paper))
}

function rosterOf(actor: Actor, id: string, paper: Paper): Promise<ToPrint> {
  return inOrganisation(actor.organisation, async (db) => {
    const session = judgeLoaded(await loadSession(db, actor, id))
    const me = await findMe(db, actor.person, actor.now)
    const document: PlainDocument = {
      pageSize: paper,
      pageOrientation: 'landscape',
      pageMargins: [36, 36, 36, 44],
      info: {
        title: `${session.title}, ${session.day}`,
        author: me.organisation,
        creator: 'Zonaris',
      },
      content: [
        {
          columns: [
            { text: session.title, fontSize: 20, bold: true },
            { text: LEVEL_WORD[session.level], fontSize: 18, bold: true, alignment: 'right' },
          ],
        },
        {
          text: `${dayText(session.day)}. ${me.site.name}. ${summary(session)}`,
          margin: [0, 2, 0, 10],
        },
        ...(session.rehearsal
          ? [
              {
                text: 'REHEARSAL: not a real session.',
                bold: true,
                margin: [0, 0, 0, 6],
              } satisfies Content,
            ]
          : []),
        {
          table: {
            headerRows: 1,
            dontBreakRows: true,
            widths: [110, 52, 62, 105, 36, 62, '*', 54],
            body: [
              [
                'Name',
                'Here',
                'Booth',
                'Work',
                'Shade',
                'Helmet',
                'To do before the first arc',
                'Ready',
              ].map((text) => ({ text, bold: true })),
              // It hangs where everybody reads it.
              ...session.members.map((member) => memberRow(withoutHealth(member))),
            ],
          },
          layout: 'lightHorizontalLines',
        },
        { text: CAUTION, fontSize: 8, margin: [0, 10, 0, 0] },
      ],
      foot: '',
    }
    return { name: `session-${session.day}.pdf`, document }
  })
}

const summary = ({ counts }: Pick<Session, 'counts'>): string =>
  `${counts.clear} clear, ${counts.caution} with care, ${counts.stop} stop, ${counts.unknown} unknown, ${counts.absent} absent.`

function memberRow(member: SessionMember): Content[] {
  const open = member.cells
    .filter((cell) => cell.level === 'stop' || cell.level === 'unknown')
    .map((cell) => `${NEED_NAME[cell.need]}: ${cell.sentence}`)
  const work = member.process
    ? `${member.job?.name ?? ''}, ${member.process}${member.amps === null ? '' : ` ${member.amps} A`}`
    : 'nothing set'
  return [
    { text: member.name, bold: true },
    { expected: 'not yet', present: 'yes', late: 'late', absent: 'absent' }[member.presence],
    member.station?.name ?? '–',
    work,
    { text: member.set === null ? '–' : String(member.set), bold: true, fontSize: 14 },
    member.helmet?.name ?? '–',
    open.length > 0 ? open.join(' ') : '–',
    { text: member.level === null ? '–' : LEVEL_WORD[member.level], bold: true },
  ]
}

/** A card for each booth, one a page: shade, clothing, hood, what to leave off, and the code that opens the own card on a phone. */
export async function boothPdf(actor: Actor, id: string, options: Booths): Promise<Printed> {
  return printed(actor, await boothsOf(actor, id, options))
}

interface Booths {
  paper: Paper
  station?: string
  origin: string
}

function boothsOf(actor: Actor, id: string, options: Booths): Promise<ToPrint> {
  return inOrganisation(actor.organisation, async (db) => {
    const loaded = await loadSession(db, actor, id)
    const me = await findMe(db, actor.person, actor.now)
    const booths = [...loaded.stations.values()]
      .filter((station) => options.station === undefined || station.id === options.station)
      .map((station) => ({
        station,
        cards: loaded.members
          .filter(({ row }) => row.station_id === station.id && row.presence !== 'absent')
          .map(({ row }) => cardOf(loaded, row.person_id, me.site.units)),
      }))
      .filter((booth) => booth.cards.length > 0)
    if (booths.length === 0) throw notFound('booth with people in this session')
    const document: PlainDocument = {
      pageSize: options.paper,
      pageMargins: [40, 30, 40, 30],
      info: {
        title: `Booth cards, ${loaded.session.day}`,
        author: me.organisation,
        creator: 'Zonaris',
      },
      content: booths.flatMap(({ station, cards }, i) =>
        boothPage(station.name, `${options.origin}/booth/${station.code}`, cards, me, i > 0),
      ),
    }
    return { name: `booths-${loaded.session.day}.pdf`, document }
  })
}

function boothPage(
  station: string,
  address: string,
  cards: readonly Card[],
  me: Identity,
  breakBefore: boolean,
): Content[] {
  const [first] = cards
  return [
    {
      ...(breakBefore && { pageBreak: 'before' as const }),
      columns: [
        [
          { text: station, fontSize: 40, bold: true, lineHeight: 1 },
          { text: `${dayText(first!.day)}. ${me.site.name}` },
        ],
        {
          width: 110,
          stack: [
            { qr: address, fit: 96 },
            { text: 'Scan: your own card', fontSize: 8, margin: [0, 5, 0, 0] },
          ],
        },
      ],
      margin: [0, 0, 0, 8],
    },
    // Three at a booth still fit on one sheet.
    {
      stack: cards.flatMap(personBlock),
      ...(cards.length > 2 && { fontSize: 8.4, lineHeight: 1.05 }),
    },
    {
      text: 'Head out of the plume. Stop when someone feels ill, the arc looks odd, or metal does not melt as expected.',
      bold: true,
      margin: [0, 8, 0, 2],
    },
    { text: CAUTION, fontSize: 8 },
  ]
}

function personBlock(card: Card): Content[] {
  const work = card.process
    ? `${card.job}: ${PROCESS_NAME[card.process]}${card.amps === null ? '' : `, ${card.amps} A`}`
    : 'Nothing is set to weld.'
  const pair = (name: string, value: string): Content => ({
    text: [{ text: `${name}: `, bold: true }, value],
    margin: [0, 1, 0, 1],
  })
  return [
    {
      canvas: [{ type: 'line', x1: 0, y1: 0, x2: 515, y2: 0, lineWidth: 1.5 }],
      margin: [0, 4, 0, 4],
    },
    {
      columns: [
        {
          width: 96,
          stack: [
            { text: card.need === 'filter' ? 'Set shade' : 'Eyes', bold: true },
            {
              text: card.need === 'filter' ? String(card.set ?? card.wanted ?? '?') : '–',
              fontSize: 50,
              bold: true,
              lineHeight: 1,
            },
            { text: card.floor === null ? '' : `never under ${card.floor}`, bold: true },
          ],
        },
        {
          width: '*',
          stack: [
            { text: card.name, fontSize: 17, bold: true },
            { text: work, margin: [0, 0, 0, 4] },
            pair('Helmet', card.helmetSays || 'see the instructor'),
            pair('Gloves', card.gloves || '–'),
            pair('Respirator', card.respirator || '–'),
            pair('Hood', card.hood || '–'),
            pair(
              'Wear',
              card.wear
                .map((piece) => (piece.has === false ? `${piece.name} (LACKS IT)` : piece.name))
                .join('; ') || '–',
            ),
            pair('Leave off', card.avoid.map((piece) => piece.name).join('; ') || '–'),
          ],
        },
      ],
    },
  ]
}
