import { createHash } from 'node:crypto'
import Papa from 'papaparse'
import type { z } from 'zod'
import { KINDS } from '#core/inspection/kinds.table'
import { rangesText } from '#core/shade/helmet'
import { allGear, gearByLabel } from '#server/db/gear'
import { ownKinds } from '#server/db/gear-kind'
import { inOrganisation, type Db } from '#server/db/pool'
import { listStations } from '#server/db/station'
import { conflict, fieldError } from '#server/errors'
import { inPool } from '#server/heavy/pool'
import type { gearFileBody, GearFilePreview } from '#shared/inspection/file'
import type { Gear, GearBody } from '#shared/inspection/schema'
import { record, type Actor } from '../actor'
import { scopeOf, type ShopScope } from '../shop/shop'
import { putInService, requireSound, rewriteGear } from './gear'
import { GEAR_COLUMNS, type GearFile, type GearFileRow } from './gear-file'

type Row = GearFilePreview['rows'][number]
interface Planned {
  row: Row
  /** The gear that is there already; null: a new one. */
  known: Gear | null
  /** Null where the row is broken. */
  body: GearBody | null
  /** The label of what it is fitted to, which may come with the same file. */
  fittedTo: string
}

/**
 * Show what a file of gear would do, or do exactly that: new labels are added, known ones are changed. All or nothing; sent twice, the
 * second finds everything as it says and changes nothing.
 */
export async function importGear(
  actor: Actor,
  body: z.output<typeof gearFileBody>,
): Promise<GearFilePreview> {
  const own = await inOrganisation(actor.organisation, (db) => ownKinds(db, actor.site))
  const file = await inPool('readGearFile', actor.person, { csv: body.csv, own })
  return inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const { planned, fingerprint } = await plan(db, scope, body.csv, file)
    const count = (action: Row['action']): number =>
      planned.filter(({ row }) => row.action === action).length
    const preview: GearFilePreview = {
      applied: false,
      fingerprint,
      counts: {
        add: count('add'),
        change: count('change'),
        same: count('same'),
        broken: count('broken'),
      },
      headerErrors: file.headerErrors,
      rows: planned.map(({ row }) => row),
    }
    if (!body.apply) return preview
    if (file.headerErrors.length > 0) throw fieldError('csv', file.headerErrors[0]!)
    if (body.fingerprint !== fingerprint)
      throw conflict('The file or the gear changed since the preview. Look at it again.', 'changed')
    if (preview.counts.broken > 0)
      throw fieldError('csv', `${preview.counts.broken} rows are broken. Nothing was taken over.`)
    await takeOver(db, actor, scope, planned)
    await record(db, actor, 'gear_imported', 'site', actor.site, preview.counts)
    return { ...preview, applied: true }
  })
}

async function plan(
  db: Db,
  scope: ShopScope,
  csv: string,
  file: GearFile,
): Promise<{ planned: Planned[]; fingerprint: string }> {
  const gear = await gearByLabel(db, scope, labelsIn(file.rows))
  const stations = await listStations(db, scope.site)
  const known = {
    gear: new Map(gear.map((one) => [one.label.toLowerCase(), one])),
    stations: new Map(stations.map((one) => [one.name.toLowerCase(), one.id])),
    file: new Map(file.rows.map((row) => [row.label.toLowerCase(), row])),
  }
  const planned = file.rows.map((row) => planRow(row, known))
  const versions = planned.map(({ known: one }) => [one?.id, one?.version])
  const state = JSON.stringify([csv, versions, [...known.stations]])
  return { planned, fingerprint: createHash('sha256').update(state).digest('hex') }
}

/** Every label that rows name, their own and what they are fitted to. */
const labelsIn = (rows: readonly { label: string; fittedTo: string }[]): string[] => [
  ...new Set(rows.flatMap(({ label, fittedTo }) => [label, fittedTo])),
]

function planRow(
  from: GearFileRow,
  known: {
    gear: ReadonlyMap<string, Gear>
    stations: ReadonlyMap<string, string>
    file: ReadonlyMap<string, GearFileRow>
  },
): Planned {
  const base = { line: from.line, label: from.label, kind: from.kindName }
  const broken = (errors: Row['errors']): Planned => ({
    row: { ...base, action: 'broken', errors },
    known: null,
    body: null,
    fittedTo: '',
  })
  if (!from.body) return broken(from.errors)
  const there = known.gear.get(from.label.toLowerCase()) ?? null
  if (there && there.kind !== from.body.kind)
    return broken([
      {
        column: 'label',
        message: `${there.label} is here already: ${there.kindName.toLowerCase()}.`,
      },
    ])
  const stationId = from.station ? known.stations.get(from.station.toLowerCase()) : null
  if (stationId === undefined)
    return broken([{ column: 'station', message: 'There is no such station.' }])
  const wrongParent = parentFault(from, known)
  if (wrongParent) return broken([{ column: 'fitted_to', message: wrongParent }])
  const body = withWhatIsThere(from.body, there, stationId)
  return {
    row: { ...base, action: actionOf(body, there, from.fittedTo), errors: [] },
    known: there,
    body,
    fittedTo: from.fittedTo,
  }
}

function parentFault(
  { fittedTo, body }: GearFileRow,
  known: { gear: ReadonlyMap<string, Gear>; file: ReadonlyMap<string, GearFileRow> },
): string | null {
  if (fittedTo === '') return null
  if (!body || !('parentId' in body)) return 'This kind is fitted to nothing.'
  const key = fittedTo.toLowerCase()
  const parent = known.gear.get(key)?.kind ?? known.file.get(key)?.body?.kind
  if (!parent) return 'There is no such gear, here or in the file.'
  const fits = body.kind === 'own' ? true : KINDS[body.kind].fittedTo.includes(parent)
  return fits ? null : `It is not fitted to ${KINDS[parent].name.toLowerCase()}.`
}

/** What the file does not tell of gear that is there stays: who wears a helmet, what is told of a part. */
function withWhatIsThere(body: GearBody, there: Gear | null, stationId: string | null): GearBody {
  const placed = 'stationId' in body ? { ...body, stationId } : body
  if (!there) return placed
  if (placed.kind === 'helmet')
    return { ...placed, assignedTo: there.assignedToId, details: there.details ?? placed.details }
  if ('facts' in placed) return { ...placed, facts: there.facts ?? placed.facts }
  if ('parentId' in placed) return { ...placed, parentId: there.parentId }
  return placed
}

function actionOf(body: GearBody, there: Gear | null, fittedTo: string): Row['action'] {
  if (!there) return 'add'
  const told = (value: unknown): string => JSON.stringify(value ?? null)
  const same = Object.entries(body).every(([key, value]) => {
    if (key === 'version' || key === 'assignedTo' || key === 'parentId') return true
    const now = there[key as keyof Gear]
    if (key === 'fields')
      return Object.entries(value as object).every(
        ([id, fact]) => told(fact) === told(there.fields[id]),
      )
    return told(value) === told(now)
  })
  return same && (there.parent ?? '').toLowerCase() === fittedTo.toLowerCase() ? 'same' : 'change'
}

/** First everything is there, then it is fitted together. */
async function takeOver(
  db: Db,
  actor: Actor,
  scope: ShopScope,
  planned: readonly Planned[],
): Promise<void> {
  const done: { id: string; body: GearBody; fittedTo: string }[] = []
  for (const { row, known, body, fittedTo } of planned) {
    if (row.action === 'same') continue
    if (known) await rewriteGear(db, actor, scope, known, body!)
    const id = known?.id ?? (await putInService(db, actor, scope, body!))
    done.push({ id, body: body!, fittedTo })
  }
  const gear = await gearByLabel(
    db,
    scope,
    labelsIn(done.map(({ body, fittedTo }) => ({ label: body.label, fittedTo }))),
  )
  const byLabel = new Map(gear.map((one) => [one.label.toLowerCase(), one]))
  for (const { body, fittedTo } of done) {
    if (!('parentId' in body)) continue
    const now = byLabel.get(body.label.toLowerCase())!
    const parentId = fittedTo === '' ? null : byLabel.get(fittedTo.toLowerCase())!.id
    if (now.parentId === parentId) continue
    const fitted = { ...body, parentId }
    await requireSound(db, scope, fitted, now)
    await rewriteGear(db, actor, scope, now, fitted)
  }
}

/** Everything in the register as a file that can be read back in; cylinders and gas sets are told, but not taken in. */
export const exportGear = (actor: Actor): Promise<{ name: string; csv: string }> =>
  inOrganisation(actor.organisation, async (db) => {
    const gear = await allGear(db, await scopeOf(db, actor), null)
    const own = await ownKinds(db, actor.site)
    const fields = new Set(
      gear.flatMap((one) =>
        one.kind === 'own'
          ? (own.find(({ id }) => id === one.kindId)?.fields ?? []).map(({ id }) => id)
          : KINDS[one.kind].fields.map(({ id }) => id),
      ),
    )
    const rows = gear
      .filter(({ kind }) => kind !== 'cylinder' && kind !== 'gasSet')
      .map((one) => ({
        kind: one.kind === 'own' ? one.kindName : one.kind,
        label: one.label,
        description: one.description,
        station: one.station ?? '',
        every_days: one.everyDays,
        fitted_to: one.parent ?? '',
        maker: one.maker,
        model: one.model,
        serial: one.serial,
        in_service_on: one.inServiceOn ?? '',
        shades: one.ranges ? rangesText(one.ranges) : '',
        ...Object.fromEntries([...fields].map((id) => [id.toLowerCase(), one.fields[id] ?? ''])),
      }))
    const columns = [...GEAR_COLUMNS, ...[...fields].map((id) => id.toLowerCase())]
    // What begins like a formula is text in a spreadsheet, too.
    return { name: 'gear.csv', csv: Papa.unparse(rows, { columns, escapeFormulae: true }) }
  })
