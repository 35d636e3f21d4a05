import { inSentence } from '#core/finding/wording'
import type { Content } from 'pdfmake/interfaces'
import { emissionsOf } from '#core/air/emit'
import type { AirCase } from '#core/air/case'
import { LIMIT_SET_NAME, SUBSTANCE_NAME } from '#core/exposure/terms'
import { exchange } from '#core/air/zones'
import { respiratorRow } from '#core/respirator/apf.table'
import { findMe, type Identity } from '#server/db/person'
import { inOrganisation } from '#server/db/pool'
import type { Assessment } from '#shared/air/schema'
import { figure, percentText, quantityText } from '#shared/units/units'
import type { Actor } from '../actor'
import { printed, type Paper, type Printed } from '../print/document'
import type { PlainDocument } from '../print/render'
import { readAssessment } from './assess'

/** The assessment on two pages: page one says what came out, page two what went in, with the steady-state sum to check by hand. */
export async function assessmentPdf(actor: Actor, id: string, paper: Paper): Promise<Printed> {
  const assessment = await readAssessment(actor, id)
  const me = await inOrganisation(actor.organisation, (db) => findMe(db, actor.person, actor.now))
  return printed(actor, {
    name: `air-${assessment.jobNumber}-${assessment.at.slice(0, 10)}.pdf`,
    document: layOut(assessment, me, paper, actor.now),
  })
}

function layOut(assessment: Assessment, me: Identity, paper: Paper, now: Date): PlainDocument {
  const { site } = me
  const air = assessment.air as AirCase
  const time = (iso: string): string =>
    new Intl.DateTimeFormat('en-GB', {
      dateStyle: 'medium',
      timeStyle: 'short',
      timeZone: site.timeZone,
    }).format(new Date(iso))
  const head = (...cells: string[]): Content[] => cells.map((text) => ({ text, bold: true }))
  const { results } = assessment
  return {
    pageSize: paper,
    pageMargins: [36, 34, 36, 40],
    defaultStyle: { font: 'Roboto', fontSize: 8.2, lineHeight: 1.08 },
    info: {
      title: `Air assessment, job ${assessment.jobNumber}`,
      author: me.organisation,
      creator: 'Zonaris',
    },
    styles: {
      h: { fontSize: 10.5, bold: true, margin: [0, 7, 0, 2] },
      small: { fontSize: 7.2, color: '#444' },
    },
    content: [
      {
        columns: [
          { text: `Air assessment, job ${assessment.jobNumber}`, fontSize: 18, bold: true },
          { text: `${time(assessment.at)}\n${assessment.by}`, alignment: 'right' },
        ],
      },
      {
        text: `${assessment.jobTitle}, ${assessment.placeName}. ${me.organisation}, ${site.name}. An estimate: it asks for sampling, it never says safe.`,
        style: 'small',
      },
      ...(assessment.rehearsal ? [{ text: 'REHEARSAL', bold: true } satisfies Content] : []),
      { text: 'What is breathed, mg/m³', style: 'h' },
      {
        table: {
          headerRows: 1,
          widths: [78, 38, 38, 38, 38, 82, '*', 44],
          body: [
            head(
              'Substance',
              'Planned',
              '5 %',
              'Median',
              '95 %',
              '15 min / worst',
              'Governing limit',
              'Chance over',
            ),
            ...results.substances.map((entry) => {
              const limit = entry.limits.find((row) => row.decides)
              return [
                SUBSTANCE_NAME[entry.substance],
                ...(entry.because
                  ? [{ text: `no answer: ${entry.because}`, colSpan: 5 }, '', '', '', '']
                  : [
                      `${entry.bound ? '≤ ' : ''}${figure(entry.twa)}`,
                      figure(entry.drawn?.twa.p5 ?? 0),
                      figure(entry.drawn?.twa.p50 ?? 0),
                      { text: figure(entry.drawn?.twa.p95 ?? 0), bold: true },
                      `${figure(entry.stel)} / ${figure(entry.ceiling)}`,
                    ]),
                limit?.text ?? 'none adopted',
                entry.because || limit?.chance === null || !limit
                  ? '—'
                  : percentText(limit.chance!),
              ]
            }),
          ],
        },
        layout: 'lightHorizontalLines',
      },
      { text: 'Findings', style: 'h' },
      ...assessment.findings.map((finding): Content => ({
        text: [{ text: `${finding.level.toUpperCase()}  `, bold: true }, finding.sentence],
      })),
      {
        text: `Ladder of controls${results.decisive ? `, ${inSentence(SUBSTANCE_NAME[results.decisive])}` : ''}`,
        style: 'h',
      },
      results.controls.length === 0
        ? { text: 'No substance decides, so nothing is compared.' }
        : {
            table: {
              headerRows: 1,
              widths: ['*', 80, 80],
              body: [
                head('Control, by itself', '95 % over limit', 'Chance over'),
                ...results.controls.map((control) =>
                  control.because
                    ? [control.name, { text: control.because, colSpan: 2 }, '']
                    : [
                        control.name,
                        `${figure(control.upperShare)} x`,
                        percentText(control.chance),
                      ],
                ),
              ],
            },
            layout: 'lightHorizontalLines',
          },
      {
        text: `Respirator of the job: ${respiratorRow(assessment.respirator).name}. It comes last, after everything above it.`,
        margin: [0, 4, 0, 0],
      },
      { text: 'What went in', style: 'h', pageBreak: 'before' },
      {
        table: {
          widths: [120, '*', 120, '*'],
          body: pairsOf([
            ['Room volume', quantityText({ amount: air.volume, unit: 'm3' }, 'si')],
            [
              'General flow',
              `${quantityText({ amount: air.flow, unit: 'm3/s' }, 'si')} = ${figure(air.flow)} m³/s`,
            ],
            ['Mixing factor K', String(air.mixing)],
            [
              'Near field',
              air.near
                ? `r ${air.near.radius} m, s ${air.near.airSpeed} m/s, beta ${figure(exchange(air.near))} m³/s`
                : 'none, well mixed',
            ],
            ['Shift', `${air.shiftMinutes} min, average over 480`],
            [
              'Flow changes',
              air.changes
                .map((change) => `${change.at} min: ${figure(change.flow)} m³/s`)
                .join('; ') || 'none',
            ],
            [
              'Background',
              Object.entries(air.background)
                .map(
                  ([name, value]) =>
                    `${SUBSTANCE_NAME[name as keyof typeof SUBSTANCE_NAME]} ${value}`,
                )
                .join(', ') || 'none entered',
            ],
            ['Limits adopted', assessment.adopted.map((set) => LIMIT_SET_NAME[set]).join(', ')],
            [
              'Model, seed, draws',
              `${assessment.model}, ${assessment.seed}, ${assessment.draws.toLocaleString('en-US')}`,
            ],
            ['Emission GSD, content GSD', `${air.spread.emission}, ${air.spread.content}`],
            [
              'Triangular factors',
              `flow ${span(air.spread.flow)}, arc ${span(air.spread.arcShare)}, K ${span(air.spread.mixing)}, air speed ${span(air.spread.airSpeed)}`,
            ],
            ['Hood', 'uniform over the range of each source'],
          ]),
        },
        layout: 'noBorders',
      },
      ...air.sources.map((source, i): Content => ({
        text: `${i + 1}. ${source.name}: ${source.kind === 'grind' ? 'grinding' : `${source.process} ${source.amps ?? ''} A, ${source.own?.name ?? source.consumable ?? 'no consumable'}`}, ${source.welders} ${source.welders === 1 ? 'person' : 'people'}, minute ${source.from} to ${source.to}, arc share ${figure(source.arcShare)}, hood takes ${source.capture.low} to ${source.capture.high}${source.mine ? ', own near field' : ''}`,
      })),
      emissionTable(air, head),
      { text: 'To check by hand', style: 'h' },
      ...byHand(air, results),
      {
        text: 'Method: near and far field (Nicas 1996) solved in closed form between switches; 8 h average = dose / 480 min (29 CFR 1910.1000(d)); Monte Carlo with independent inputs, xoroshiro128+. Figures recalled from the sources named: check the current editions and local code. An industrial hygienist decides, by sampling.',
        style: 'small',
        margin: [0, 6, 0, 0],
      },
    ],
    foot: `Assessment ${assessment.id}, printed ${time(now.toISOString())}, `,
  }
}

type EmissionFound = ReturnType<typeof emissionsOf> extends Map<unknown, infer E> ? E : never

function emissionText(emission: EmissionFound | undefined): string {
  if (!emission) return ''
  if ('because' in emission) return 'no data'
  return `${emission.bound ? '≤ ' : ''}${figure(emission.rate)}`
}

const emissionOrigin = (emission: EmissionFound): string =>
  'because' in emission ? emission.because : `${emission.basis} (${emission.source.document})`

/** Columns that fit beside the substance and its origin. */
const MOST_COLUMNS = 8

/** What each source gives off while it burns, g/h for one person, side by side; the origin of the figures once. */
function emissionTable(air: AirCase, head: (...cells: string[]) => Content[]): Content {
  const shown = air.sources.slice(0, MOST_COLUMNS).map(emissionsOf)
  const substances = [...new Set(shown.flatMap((map) => [...map.keys()]))]
  const origin = (substance: (typeof substances)[number]): string =>
    [...new Set(shown.flatMap((map) => map.get(substance) ?? []).map(emissionOrigin))].join('; ')
  return {
    margin: [0, 4, 0, 0],
    fontSize: 7,
    layout: 'lightHorizontalLines',
    table: {
      headerRows: 1,
      widths: [70, ...shown.map(() => 34), '*'],
      body: [
        head(
          'g/h burning',
          ...shown.map((_, i) => `${i + 1}.`),
          air.sources.length > MOST_COLUMNS
            ? `From (the first ${MOST_COLUMNS} of ${air.sources.length})`
            : 'From',
        ),
        ...substances.map((substance) => [
          SUBSTANCE_NAME[substance],
          ...shown.map((map) => emissionText(map.get(substance))),
          origin(substance),
        ]),
      ],
    },
  } as Content
}

const span = (range: { low: number; high: number }): string => `${range.low}/1/${range.high}`

function pairsOf(pairs: [string, string][]): Content[][] {
  const half = Math.ceil(pairs.length / 2)
  return pairs.slice(0, half).map(([name, value], i) => {
    const other = pairs[half + i]
    return [
      { text: name, color: '#555' },
      value,
      { text: other?.[0] ?? '', color: '#555' },
      other?.[1] ?? '',
    ]
  })
}

/** Steady state of the own source alone, hood at the low end: an upper figure that a pocket calculator gives. */
function byHand(air: AirCase, results: Assessment['results']): Content[] {
  const own = air.sources.find((source) => source.mine)
  const decisive = results.decisive
  const emission = own && decisive ? emissionsOf(own).get(decisive) : undefined
  if (!own || !decisive || !emission || 'because' in emission)
    return [{ text: 'No substance decides that the own source gives off.' }]
  const one = (emission.rate * (1 - own.capture.low) * own.arcShare * 1000) / 3600
  const all = one * own.welders
  const far = (all * air.mixing) / air.flow
  const near = air.near ? one / exchange(air.near) : 0
  const minutes = own.to - own.from
  return [
    {
      text: `${SUBSTANCE_NAME[decisive]}: G = ${figure(emission.rate)} g/h x (1 - ${own.capture.low}) x ${figure(own.arcShare)} / 3.6 = ${figure(one)} mg/s a person, ${figure(all)} mg/s in all.`,
    },
    {
      text: `Far field, steady: K G / Q = ${air.mixing} x ${figure(all)} / ${figure(air.flow)} = ${figure(far)} mg/m³.${air.near ? ` Near field: + G / beta = ${figure(one)} / ${figure(exchange(air.near))} = ${figure(near)} mg/m³.` : ''}`,
    },
    {
      text: `Over 8 h: (${figure(far)} + ${figure(near)}) x ${minutes} / 480 = ${figure(((far + near) * minutes) / 480)} mg/m³ at steady state; the transient solution above is ${figure(results.substances.find((entry) => entry.substance === decisive)!.twa)} with all sources and flows.`,
    },
  ]
}
