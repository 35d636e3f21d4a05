import type { Content } from 'pdfmake/interfaces'
import type { Finding } from '#core/finding/finding'
import { reachText, SWEEP, sweepText } from '#core/firewatch/rules.table'
import { RULE_SET_NAME } from '#core/firewatch/rule-sets.table'
import { PROCESS_NAME } from '#core/job/job'
import { findJob, type JobRow } from '#server/db/job'
import { inOrganisation } from '#server/db/pool'
import { findMe, type Identity } from '#server/db/person'
import { inputsText } from '#shared/finding/input-text'
import { watchText } from '#shared/permit/watch-text'
import type { Permit } from '#shared/permit/schema'
import type { Units } from '#shared/units/systems'
import { isPrivate, withheld } from '#core/people/private'
import type { Actor } from '../actor'
import { LEVEL_WORD, printed, type Printed, type ToPrint } from '../print/document'
import type { PlainDocument } from '../print/render'
import { loadPermit } from './read'

/** The permit as PDF: selectable text, Findings as they were at issue, signatures, events and the place in the audit chain. */
export async function permitPdf(actor: Actor, id: string): Promise<Printed> {
  return printed(actor, await sheetOf(actor, id))
}

function sheetOf(actor: Actor, id: string): Promise<ToPrint> {
  return inOrganisation(actor.organisation, async (db) => {
    const loaded = await loadPermit(db, actor, id)
    // It hangs on the wall for all to see.
    const permit = {
      ...loaded,
      findings: loaded.findings.map((one) => (isPrivate(one) ? withheld(one) : one)),
    }
    const document = layOut(
      permit,
      (await findJob(db, permit.jobId))!,
      await findMe(db, actor.person, actor.now),
      actor.now,
    )
    return { name: `permit-${permit.number}.pdf`, document }
  })
}

function layOut(permit: Permit, job: JobRow, me: Identity, now: Date): PlainDocument {
  const { site } = me
  const time = (iso: string | null): string =>
    iso === null
      ? '—'
      : new Intl.DateTimeFormat('en-GB', {
          dateStyle: 'medium',
          timeStyle: 'short',
          timeZone: site.timeZone,
        }).format(new Date(iso))
  const rows = (pairs: [string, string][]): Content => ({
    layout: 'noBorders',
    table: {
      widths: [110, '*'],
      body: pairs.map(([name, value]) => [{ text: name, color: '#555' }, value]),
    },
    margin: [0, 2, 0, 8],
  })
  return {
    pageSize: site.units === 'us' ? 'LETTER' : 'A4',
    pageMargins: [42, 42, 42, 54],
    info: {
      title: `Hot-work permit ${permit.number}`,
      author: me.organisation,
      creator: 'Zonaris',
    },
    styles: {
      h: { fontSize: 12, bold: true, margin: [0, 10, 0, 2] },
      small: { fontSize: 8, color: '#444' },
    },
    content: [
      {
        columns: [
          { text: `Hot-work permit ${permit.number}`, fontSize: 22, bold: true },
          { text: permit.state.toUpperCase(), fontSize: 16, bold: true, alignment: 'right' },
        ],
      },
      { text: `${me.organisation}, ${site.name}. Times in ${site.timeZone}.`, style: 'small' },
      ...(permit.rehearsal
        ? [
            {
              text: 'REHEARSAL: made with the clock running fast. Not a permit to work.',
              bold: true,
              margin: [0, 6, 0, 0],
            } satisfies Content,
          ]
        : []),
      { text: 'Work', style: 'h' },
      rows([
        ['Job', `${job.number} ${job.title}`],
        ['Place', permit.place],
        [
          'Process',
          `${PROCESS_NAME[job.spec.process]}${job.spec.amps === null ? '' : `, ${job.spec.ampsFrom ? `${job.spec.ampsFrom} to ` : ''}${job.spec.amps} A`}`,
        ],
        ['Operator', permit.operator ?? '—'],
        ['Fire watch', permit.fireWatch ?? '—'],
        ['Valid', `${time(permit.validFrom)} to ${time(permit.validTo)}`],
        ['Rules', permit.ruleSets.map((set) => RULE_SET_NAME[set]).join(', ')],
        ['Watch', `${watchText(permit)} after the last arc`],
        ['Issued by', `${permit.issuedBy ?? '—'}, ${time(permit.issuedAt)}`],
        ['Work from', time(permit.workStartedAt)],
        ['Last arc out', time(permit.watchStartedAt)],
        ['Closed', time(permit.closedAt)],
      ]),
      { text: `Sweep, ${reachText(permit.reach)}`, style: 'h' },
      {
        ul: SWEEP.map(
          (line) =>
            `${sweepText(line, permit.reach)}: ${{ yes: 'yes', no: 'NO', na: 'not applicable', open: 'not answered' }[permit.sweep[line.id] ?? 'open']}`,
        ),
      },
      {
        text: permit.issuedAt ? 'Findings as they were at issue' : 'Findings now (not issued)',
        style: 'h',
      },
      {
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: [50, '*', 190],
          body: [
            [
              { text: 'Level', bold: true },
              { text: 'Finding', bold: true },
              { text: 'Why', bold: true },
            ],
            ...permit.findings.map((finding) => findingRow(finding, permit, site.units, time)),
          ],
        },
        layout: 'lightHorizontalLines',
      },
      { text: 'Signatures and events', style: 'h' },
      {
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: [105, 125, '*', 40],
          body: [
            ['When', 'What', 'Who, and note', 'Audit'].map((text) => ({ text, bold: true })),
            ...permit.events.map((event) => [
              time(event.at),
              eventText(event),
              `${event.person}${event.note ? `: ${event.note}` : ''}`,
              event.auditSeq === null ? '' : `#${event.auditSeq}`,
            ]),
          ],
        },
        layout: 'lightHorizontalLines',
      },
      {
        text: `Audit reference: ${permit.auditHash ?? 'none yet'}`,
        style: 'small',
        margin: [0, 10, 0, 0],
      },
      {
        text: "Figures are recalled from the sources named; check the current edition and local code. This permit does not replace the site's procedure or a competent person.",
        style: 'small',
        margin: [0, 4, 0, 0],
      },
    ],
    foot: `Permit ${permit.number}, printed ${time(now.toISOString())}, `,
  }
}

function findingRow(
  finding: Finding,
  permit: Permit,
  units: Units,
  when: (moment: string) => string,
): Content[] {
  const overridden = permit.overridden.find((entry) => entry.code === finding.code)
  return [
    {
      text: overridden ? 'OVERRIDDEN' : LEVEL_WORD[finding.level],
      bold: finding.level !== 'clear',
      fontSize: 8,
    },
    {
      stack: [
        finding.sentence,
        ...(finding.remedy && finding.level !== 'clear'
          ? [{ text: finding.remedy, style: 'small' }]
          : []),
        ...(overridden ? [{ text: `Override: ${overridden.reason}`, bold: true }] : []),
      ],
    },
    {
      stack: finding.reasons.map((reason) => ({
        text: [
          `${reason.rule}. `,
          { text: reason.source.document, italics: true },
          reason.inputs ? ` (${inputsText(reason.inputs, units, when)})` : '',
        ],
        style: 'small',
      })),
    },
  ]
}

function eventText(event: Permit['events'][number]): string {
  const signer = event.subject === 'operator' ? 'operator' : 'fire watch'
  switch (event.kind) {
    case 'sign':
      return `Signed by PIN as ${signer}${event.current ? '' : ' (draft changed since)'}`
    case 'round':
      return 'Round'
    case 'hand_over':
      return 'Fire watch taken over by PIN'
    case 'override':
      return `Override of ${event.subject}${event.current ? '' : ' (draft changed since)'}`
    case 'action':
      return event.subject.charAt(0).toUpperCase() + event.subject.slice(1)
  }
}
