import type { Finding } from '#core/finding/finding'
import { heldBack } from '#core/gas/held'
import { judgeSet, linesOfSet, type GasSetState } from '#core/gas/set/judge'
import type { Line, PartKind, SetKind } from '#core/gas/set/kind'
import { purgeSeconds, volumeOfHoses } from '#core/gas/set/purge'
import type { RunFacts } from '#core/gas/set/run'
import { tasksOf, type SetShape } from '#core/gas/set/sequence'
import { judgeGear } from '#core/inspection/gear'
import { cylindersOfSets, type CylinderRow } from '#server/db/cylinder'
import { gearById, partsOfSets } from '#server/db/gear'
import { holdGear } from '#server/db/gear-write'
import { holdParts, markSetChanged, putPart, runsOf, tightSince } from '#server/db/gas-set'
import { inOrganisation, type Db } from '#server/db/pool'
import { findStation } from '#server/db/station'
import { conflict, fieldError, notFound } from '#server/errors'
import type { GasSet, SetPartsBody } from '#shared/gas/set-schema'
import type { Gear } from '#shared/inspection/schema'
import { gearState } from '#shared/inspection/state'
import { record, type Actor } from '../actor'
import { refuseLocked } from '../inspection/lock'
import { scopeOf, type ShopScope } from '../shop/shop'
import { asCylinder } from './cylinder'

const RUNS_SHOWN = 12

/** A set with everything on it. */
export interface LoadedSet {
  gear: Gear
  parts: Gear[]
  cylinders: CylinderRow[]
  state: GasSetState
  /** Of each cylinder by its identifier: its inspection, and what else keeps it from work. */
  ofCylinders: Map<string, Finding[]>
  /** Whether it may be used as it stands: itself, its parts, its cylinders. */
  findings: Finding[]
}

/** By id; what is no set of this site is not in it. Five queries, however many there are. */
export async function loadSets(
  db: Db,
  scope: ShopScope,
  ids: readonly string[],
): Promise<Map<string, LoadedSet>> {
  if (ids.length === 0) return new Map()
  const sets = (await gearById(db, scope, ids)).filter(({ kind }) => kind === 'gasSet')
  const parts = await partsOfSets(db, scope, ids)
  const cylinders = await cylindersOfSets(db, scope, ids)
  const inspected = await gearById(
    db,
    scope,
    cylinders.map(({ id }) => id),
  )
  const ofCylinders = new Map(
    cylinders.map((row) => [row.id, findingsOfCylinder(row, inspected, scope)]),
  )
  const tight = await tightSince(db, ids)
  return new Map(
    sets.map((gear) => [
      gear.id,
      loaded(
        scope,
        gear,
        parts.filter(({ setId }) => setId === gear.id),
        cylinders.filter(({ set_id }) => set_id === gear.id),
        tight.get(gear.id) ?? null,
        ofCylinders,
      ),
    ]),
  )
}

function findingsOfCylinder(
  row: CylinderRow,
  inspected: readonly Gear[],
  scope: ShopScope,
): Finding[] {
  const gear = inspected.find(({ id }) => id === row.id)!
  return [
    judgeGear(gearState(gear, scope)),
    ...heldBack(row.label, row.state, asCylinder(row, scope)),
  ]
}

function loaded(
  scope: ShopScope,
  gear: Gear,
  parts: Gear[],
  cylinders: CylinderRow[],
  tight: Date | null,
  all: ReadonlyMap<string, Finding[]>,
): LoadedSet {
  const state: GasSetState = {
    kind: gear.setKind as SetKind,
    cylinders,
    parts: parts.map((part) => ({
      kind: part.kind as PartKind,
      label: part.label,
      line: part.line,
      facts: part.facts!,
      inspected: judgeGear(gearState(part, scope)),
    })),
    tightAt: tight?.getTime() ?? null,
    changedAt: gear.setChangedAt === null ? null : Date.parse(gear.setChangedAt),
  }
  const ofCylinders = new Map(cylinders.map(({ id }) => [id, all.get(id) ?? []]))
  return {
    gear,
    parts,
    cylinders,
    state,
    ofCylinders,
    findings: [
      judgeGear(gearState(gear, scope)),
      ...judgeSet(state),
      ...[...ofCylinders.values()].flat(),
    ],
  }
}

/** What of a set, and of what else is on it, keeps a cylinder from work; what is its own it says itself. */
export const heldBySet = (
  { gear, findings, ofCylinders }: LoadedSet,
  cylinder: string,
): Finding[] =>
  findings
    .filter((finding) => !ofCylinders.get(cylinder)?.includes(finding))
    .filter(({ level }) => level === 'stop' || level === 'unknown')
    .map((finding) => ({ ...finding, sentence: `Set ${gear.label}: ${finding.sentence}` }))

const hosesOf = (set: LoadedSet, line: Line): { bore: number | null; length: number | null }[] =>
  set.parts.flatMap((part) => (part.kind === 'hose' && part.line === line ? [part.facts!] : []))

const isAcetylene = ({ cylinders }: LoadedSet): boolean =>
  cylinders.some(({ parts }) => (parts?.acetylene ?? 0) > 0)

export function shapeOf(set: LoadedSet): SetShape {
  const lines = linesOfSet(set.state)
  return {
    kind: set.state.kind,
    lines,
    acetylene: isAcetylene(set),
    purge: Object.fromEntries(lines.map((line) => [line, purgeSeconds(hosesOf(set, line))])),
  }
}

export function factsOf(set: LoadedSet): RunFacts {
  const lines = linesOfSet(set.state)
  const resolutionOf = (line: Line): number | null =>
    set.parts.find((part) => part.kind === 'regulator' && part.line === line)?.facts?.step ?? null
  return {
    acetylene: isAcetylene(set),
    volume: Object.fromEntries(lines.map((line) => [line, volumeOfHoses(hosesOf(set, line))])),
    resolution: Object.fromEntries(lines.map((line) => [line, resolutionOf(line)])),
  }
}

export async function requireSet(db: Db, scope: ShopScope, id: string): Promise<LoadedSet> {
  const set = (await loadSets(db, scope, [id])).get(id)
  if (!set) throw notFound('gas set')
  return set
}

async function shown(db: Db, scope: ShopScope, set: LoadedSet): Promise<GasSet> {
  const { gear, state } = set
  const runs = await runsOf(db, gear.id, RUNS_SHOWN)
  const station = gear.stationId ? await findStation(db, gear.stationId) : null
  return {
    id: gear.id,
    label: gear.label,
    kind: state.kind,
    station: station?.name ?? null,
    lockReason: gear.lockReason,
    changedAt: gear.setChangedAt,
    tightAt: state.tightAt === null ? null : new Date(state.tightAt).toISOString(),
    version: gear.version,
    cylinders: set.cylinders.map((row) => asCylinder(row, scope)),
    parts: set.parts.map((part) => ({
      id: part.id,
      kind: part.kind as PartKind,
      label: part.label,
      line: part.line,
      facts: part.facts!,
      lockReason: part.lockReason,
      due: part.due,
    })),
    findings: set.findings,
    tasks: [...tasksOf(state.kind)],
    runs: runs.map((run) => ({
      id: run.id,
      task: run.task,
      by: run.by,
      startedAt: run.started_at.toISOString(),
      endedAt: run.ended_at?.toISOString() ?? null,
      result: run.result,
      rehearsal: run.rehearsal,
      answered: run.answered,
      steps: run.steps.length,
      note: run.note,
    })),
  }
}

export const readSet = (actor: Actor, id: string): Promise<GasSet> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    return shown(db, scope, await requireSet(db, scope, id))
  })

/** What is on a set from now on. Sent twice, the second finds a newer version and says so; what is the same changes nothing. */
export const changeParts = (actor: Actor, id: string, body: SetPartsBody): Promise<GasSet> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    await holdGear(db, 'gasSet', id)
    const set = await requireSet(db, scope, id)
    if (set.gear.version !== body.version)
      throw conflict('Somebody else has changed this set meanwhile. Look again.', 'changed')
    const wanted = new Map(body.parts.map((part) => [part.id, part.line]))
    if (wanted.size < body.parts.length) throw fieldError('parts', 'The same part is named twice.')
    await holdParts(db, [...wanted.keys(), ...set.parts.map((part) => part.id)])
    const parts = await gearById(db, scope, [...wanted.keys()])
    for (const [i, { id: part, line }] of body.parts.entries())
      requireFree(
        i,
        parts.find((one) => one.id === part),
        { set: id, line },
      )
    const off = set.parts.filter((part) => !wanted.has(part.id))
    const on = parts.filter((part) => part.setId !== id || part.line !== wanted.get(part.id))
    for (const part of off) await putPart(db, part.id, { set: null, line: null })
    for (const part of on)
      await putPart(db, part.id, { set: id, line: wanted.get(part.id) ?? null })
    if (off.length + on.length > 0) {
      await markSetChanged(db, [id], actor.now)
      await record(db, actor, 'set_changed', 'gasSet', id, {
        label: set.gear.label,
        off: off.map(({ label }) => label),
        on: on.map(({ label }) => label),
      })
    }
    return shown(db, scope, await requireSet(db, scope, id))
  })

/** What is locked out, or on another set, goes on no set. */
function requireFree(
  i: number,
  part: Gear | undefined,
  { set, line }: { set: string; line: Line | null },
): void {
  if (!part || part.facts === null) throw fieldError(`parts.${i}.id`, 'There is no such part.')
  if (part.setId !== null && part.setId !== set)
    throw fieldError(`parts.${i}.id`, `${part.label} is on ${part.set}: take it off there first.`)
  if (part.setId !== set) refuseLocked([part], 'Put it on a gas set', `parts.${i}.id`)
  if (line === null && part.kind !== 'torch')
    throw fieldError(`parts.${i}.line`, `Say on which line ${part.label} is.`)
}
