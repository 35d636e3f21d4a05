import type { Content } from 'pdfmake/interfaces'
import { RULE_SET_NAME } from '#core/firewatch/rule-sets.table'
import { PROCESS_NAME } from '#core/job/job'
import type { Plan } from '#core/plan/plan'
import { isPrivate, withheld } from '#core/people/private'
import { findJob, type JobRow } from '#server/db/job'
import { findMe, type Identity } from '#server/db/person'
import { inOrganisation } from '#server/db/pool'
import type { Permit } from '#shared/permit/schema'
import { watchText } from '#shared/permit/watch-text'
import type { Actor } from '../actor'
import { printed, type Printed, type ToPrint } from '../print/document'
import type { PlainDocument } from '../print/render'
import { groundOf } from './ground'
import { findingsOf } from './pdf-findings'
import { placeOf } from './pdf-place'
import { siteMoment } from '../shop/day'
import { loadPermit } from './read'
import { SIGNER_NAME } from './signatures'

/**
 * The permit as PDF, in two pages where not much happened: what, where and who, with the map of what is in reach; then
 * the Findings as they were at issue and what was done. A code leads to whether the paper is the one on record.
 */
export async function permitPdf(actor: Actor, id: string, origin: string): Promise<Printed> {
  return printed(actor, await sheetOf(actor, id, origin))
}

/** What a sheet is made of. */
interface Sheet {
  permit: Permit
  job: JobRow
  /** On which the work is, as it was at issue; null: it is on none. */
  plan: Plan | null
  me: Identity
  /** Where somebody finds out whether it is the one on record. */
  address: string
  time: (iso: string | null) => string
}

function sheetOf(actor: Actor, id: string, origin: string): Promise<ToPrint> {
  return inOrganisation(actor.organisation, async (db) => {
    const loaded = await loadPermit(db, actor, id)
    // It hangs on the wall for all to see.
    const permit = {
      ...loaded,
      findings: loaded.findings.map((one) => (isPrivate(one) ? withheld(one) : one)),
    }
    const me = await findMe(db, actor.person, actor.now)
    const job = (await findJob(db, permit.jobId))!
    const ground = await groundOf(db, { ...permit, site_id: actor.site }, permit.planVersion)
    const isOn = ground?.plan.floors.some(({ id: floor }) => floor === permit.work?.floor)
    const plan = isOn ? ground!.plan : null
    const sheet = { permit, job, plan, me, address: addressOf(permit, origin), time: timeOf(me) }
    return { name: `permit-${permit.number}.pdf`, document: layOut(sheet, actor.now) }
  })
}

/** Where the code on the paper leads. */
function addressOf({ id, hash, events }: Permit, origin: string): string {
  const newest = Math.max(0, ...events.map(({ auditSeq }) => auditSeq ?? 0))
  const query = new URLSearchParams({ permit: id, hash, seq: String(newest) })
  return `${origin}/verify?${query.toString()}`
}

const timeOf =
  ({ site }: Identity) =>
  (iso: string | null): string =>
    iso === null ? '—' : siteMoment(new Date(iso), site.timeZone)

function layOut(sheet: Sheet, now: Date): PlainDocument {
  const { permit, me, time } = sheet
  const { site } = me
  return {
    pageSize: site.units === 'us' ? 'LETTER' : 'A4',
    pageMargins: [42, 36, 42, 48],
    info: {
      title: `Hot-work permit ${permit.number}`,
      author: me.organisation,
      creator: 'Zonaris',
    },
    defaultStyle: { font: 'Roboto', fontSize: 8.5, lineHeight: 1.1 },
    styles: {
      h: { fontSize: 11, bold: true, margin: [0, 7, 0, 2] },
      small: { fontSize: 7.5, color: '#444' },
    },
    content: [
      ...heading(sheet),
      ...placeOf(permit, sheet.plan, site.units),
      { text: 'Signed by', style: 'h' },
      signaturesOf(sheet),
      {
        text: permit.issuedAt ? 'Findings as they were at issue' : 'Findings now (not issued)',
        style: 'h',
      },
      ...findingsOf(permit),
      ...seenText(permit),
      { text: 'What was done', style: 'h' },
      eventsOf(sheet),
      {
        text: `What was signed, SHA-256: ${permit.hash}. Audit reference: ${permit.auditHash ?? 'none yet'}`,
        style: 'small',
        margin: [0, 8, 0, 0],
      },
      {
        text: "Figures are recalled from the sources named; check the current edition and local code. This permit does not replace the site's procedure or a competent person.",
        style: 'small',
        margin: [0, 3, 0, 0],
      },
    ],
    foot: `Permit ${permit.number}, printed ${time(now.toISOString())}, `,
  }
}

/** Who saw the lines of the sweep, each with how many. */
function seenText({ seen }: Permit): Content[] {
  const counts = new Map<string, number>()
  for (const { name } of Object.values(seen)) counts.set(name, (counts.get(name) ?? 0) + 1)
  if (counts.size === 0) return []
  const who = [...counts].map(([name, count]) => `${name} (${count})`).join(', ')
  return [{ text: `Lines of the sweep were seen by: ${who}.`, margin: [0, 3, 0, 0] }]
}

function heading({ permit, job, me, address, time }: Sheet): Content[] {
  const { site } = me
  const amps = job.spec.ampsFrom ? `${job.spec.ampsFrom} to ${job.spec.amps}` : job.spec.amps
  const current = job.spec.amps === null ? '' : `, ${amps} A`
  const people = permit.signatories.map(({ as, side, name }): [string, string] => [
    side ?? capital(SIGNER_NAME[as]),
    name ?? '—',
  ])
  return [
    {
      columns: [
        [
          { text: `Hot-work permit ${permit.number}`, fontSize: 22, bold: true },
          { text: permit.state.toUpperCase(), fontSize: 15, bold: true },
          {
            text: `${me.organisation}, ${site.name}. Times in ${site.timeZone}.`,
            style: 'small',
          },
          ...(permit.rehearsal
            ? [
                {
                  text: 'REHEARSAL: made with the clock running fast. Not a permit to work.',
                  bold: true,
                  margin: [0, 4, 0, 0],
                } satisfies Content,
              ]
            : []),
        ],
        {
          width: 96,
          stack: [
            { qr: address, fit: 92, alignment: 'right' },
            { text: 'Is this the permit on record?', style: 'small', alignment: 'right' },
          ],
        },
      ],
    },
    {
      columns: [
        pairs([
          ['Job', `${job.number} ${job.title}`],
          ['Place', permit.place],
          ['Process', `${PROCESS_NAME[job.spec.process]}${current}`],
          ['Valid', `${time(permit.validFrom)} to ${time(permit.validTo)}`],
          ['Rules', permit.ruleSets.map((set) => RULE_SET_NAME[set]).join(', ')],
          ['Watch', `${watchText(permit)} after the last arc`],
        ]),
        pairs([
          ...people,
          ...(permit.rescue ? [['Rescue', permit.rescue] as [string, string]] : []),
          ...(permit.putsBack ? [['Detectors back', permit.putsBack] as [string, string]] : []),
          ['Issued by', `${permit.issuedBy ?? '—'}, ${time(permit.issuedAt)}`],
          ['Work from', time(permit.workStartedAt)],
          ['Last arc out', time(permit.watchStartedAt)],
          ['Closed', time(permit.closedAt)],
        ]),
      ],
      columnGap: 16,
      margin: [0, 6, 0, 0],
    },
  ]
}

const pairs = (rows: [string, string][]): Content => ({
  layout: 'noBorders',
  table: {
    widths: [72, '*'],
    body: rows.map(([name, value]) => [{ text: name, color: '#555' }, value]),
  },
})

function signaturesOf({ permit, time }: Sheet): Content {
  const signed = permit.signatories.map(({ as, name, side, isSigned }) => {
    const event = permit.events.findLast(
      ({ kind, subject, current, person }) =>
        (kind === 'sign' || kind === 'hand_over') && subject === as && current && person === name,
    )
    return [
      capital(SIGNER_NAME[as]) + (side ? `: ${side}` : ''),
      name ?? '—',
      isSigned && event ? `by PIN, ${time(event.at)}` : 'not signed',
    ]
  })
  return {
    layout: 'lightHorizontalLines',
    table: {
      widths: [150, '*', 150],
      body: [
        ...signed,
        [
          'Issued by',
          permit.issuedBy ?? '—',
          permit.issuedAt ? `by PIN, ${time(permit.issuedAt)}` : 'not signed',
        ],
      ],
    },
  }
}

const eventsOf = ({ permit, time }: Sheet): Content => ({
  layout: 'lightHorizontalLines',
  fontSize: 8,
  table: {
    headerRows: 1,
    dontBreakRows: true,
    widths: [92, 125, '*', 40],
    body: [
      ['When', 'What', 'Who, and note', 'Audit'].map((text) => ({ text, bold: true })),
      ...permit.events.map((event) => [
        time(event.countsAt ?? event.at),
        `${eventText(event)}${lateText(event, time)}`,
        `${event.person}${event.note ? `: ${event.note}` : ''}`,
        event.auditSeq === null ? '' : `#${event.auditSeq}`,
      ]),
    ],
  },
})

/** That a step came later than it was taken. */
function lateText(
  { at, countsAt, details }: Permit['events'][number],
  time: Sheet['time'],
): string {
  if (!details?.late) return ''
  return countsAt === null
    ? ' (came without a signal, made at a time not known: counts for no round)'
    : ` (made without a signal, came ${time(at)})`
}

function eventText({ kind, subject, current }: Permit['events'][number]): string {
  const signer = SIGNER_NAME[subject as keyof typeof SIGNER_NAME]
  const since = current ? '' : ' (draft changed since)'
  switch (kind) {
    case 'sign':
      return `Signed by PIN as ${signer}${since}`
    case 'void':
      return `Signature void: ${signer}`
    case 'round':
      return 'Round'
    case 'hand_over':
      return `${capital(signer)} taken over by PIN`
    case 'extend':
      return 'Extended'
    case 'hot_part':
      return `Left hot: ${subject}`
    case 'refused':
      return `Refused: ${subject} too early`
    case 'override':
      return `Override of ${subject}${since}`
    case 'action':
      return capital(subject)
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
