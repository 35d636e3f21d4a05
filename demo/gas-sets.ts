import { randomUUID } from 'node:crypto'
import type { Line, PartFacts, PartKind, SetKind } from '#core/gas/set/kind'
import { NOTHING_TOLD } from '#core/gas/set/kind'
import type { Task } from '#core/gas/set/step'
import type { Actor } from '#server/services/actor'
import { moveCylinder, readCylinder } from '#server/services/gas/cylinder'
import { answerStep, startRun } from '#server/services/gas/run'
import { changeParts, readSet } from '#server/services/gas/set'
import { changeGear } from '#server/services/inspection/gear'
import type { SetRun } from '#shared/gas/set-schema'
import { gearBody, type Gear, type GearInput } from '#shared/inspection/schema'
import type { Station } from '#shared/shop/schema'

const PSI = 6894.757293168
const MINUTE = 60_000
const WARM = 291.15

interface DemoPart {
  kind: PartKind
  label: string
  line: Line | null
  description: string
  facts: Partial<PartFacts>
}
interface DemoSet {
  label: string
  kind: SetKind
  place: string
  cylinders: readonly string[]
  parts: readonly DemoPart[]
}

const regulator = (
  label: string,
  line: Line,
  facts: Pick<PartFacts, 'use' | 'inlet' | 'highest' | 'step'>,
): DemoPart => ({ kind: 'regulator', label, line, description: 'Two gauges', facts })
const OXYGEN = { use: 'oxygen', inlet: '540', highest: 4000 * PSI, step: 2 * PSI } as const
const ACETYLENE = { use: 'acetylene', inlet: '510', highest: 400 * PSI, step: 0.5 * PSI } as const
const hose = (
  label: string,
  line: Line,
  facts: Pick<PartFacts, 'colour' | 'thread'>,
): DemoPart => ({
  kind: 'hose',
  label,
  line,
  description: 'Quarter inch, 50 ft',
  facts: { ...facts, standard: 'us', bore: 0.00635, length: 15.24 },
})
const arrestor = (label: string, line: Line, use: PartFacts['use']): DemoPart => ({
  kind: 'arrestor',
  label,
  line,
  description: 'With check valve',
  facts: { use },
})
const oxyFuelLines = (n: number): DemoPart[] => [
  regulator(`R-${n}1`, 'oxygen', OXYGEN),
  arrestor(`A-${n}1`, 'oxygen', 'oxygen'),
  hose(`L-${n}1`, 'oxygen', { colour: 'green', thread: 'right' }),
  regulator(`R-${n}2`, 'fuel', ACETYLENE),
  hose(`L-${n}2`, 'fuel', { colour: 'red', thread: 'left' }),
]

const SETS: readonly DemoSet[] = [
  {
    label: 'OX-1',
    kind: 'oxyFuel',
    place: 'Pipe bay',
    cylinders: ['C-13', 'C-08'],
    parts: [
      ...oxyFuelLines(1),
      arrestor('A-12', 'fuel', 'acetylene'),
      {
        kind: 'torch',
        label: 'T-11',
        line: null,
        description: 'Cutting torch',
        facts: { use: 'acetylene' },
      },
    ],
  },
  // Somebody put the acetylene regulator on propane.
  {
    label: 'OX-2',
    kind: 'oxyFuel',
    place: 'Slip, berth 1',
    cylinders: ['C-37', 'C-30'],
    parts: [
      ...oxyFuelLines(2),
      arrestor('A-22', 'fuel', 'otherFuel'),
      {
        kind: 'torch',
        label: 'T-21',
        line: null,
        description: 'Cutting torch, propane tips',
        facts: { use: 'otherFuel' },
      },
    ],
  },
  {
    label: 'SG-1',
    kind: 'shielding',
    place: 'Plate shop',
    cylinders: ['C-39'],
    parts: [
      regulator('R-31', 'inert', {
        use: 'inert',
        inlet: '580',
        highest: 4000 * PSI,
        step: 2 * PSI,
      }),
      hose('L-31', 'inert', { colour: 'black', thread: 'right' }),
      {
        kind: 'torch',
        label: 'T-31',
        line: null,
        description: 'TIG torch, air-cooled',
        facts: { use: 'inert' },
      },
    ],
  },
]

/** The sets and their parts, as items of the register. */
export const setItems = (): GearInput[] =>
  SETS.flatMap((set): GearInput[] => [
    {
      kind: 'gasSet',
      label: set.label,
      description: '',
      everyDays: 1,
      stationId: null,
      setKind: set.kind,
    },
    ...set.parts.map(({ kind, label, description, facts }): GearInput => ({
      kind,
      label,
      description,
      everyDays: kind === 'arrestor' ? 30 : 7,
      facts: { ...NOTHING_TOLD, ...facts },
    })),
  ])

/** Put the sets together, set one up this morning, and leave the setting up of another half done. */
export async function addSets(
  actor: Actor,
  gear: readonly Gear[],
  stations: readonly Station[],
): Promise<void> {
  const idOf = (label: string): string => gear.find((item) => item.label === label)!.id
  const at = (minutes: number): Actor => ({
    ...actor,
    now: new Date(actor.now.getTime() - minutes * MINUTE),
  })
  for (const set of SETS) {
    const id = idOf(set.label)
    await changeGear(
      at(90),
      'gasSet',
      id,
      gearBody.parse({
        kind: 'gasSet',
        label: set.label,
        description: '',
        everyDays: 1,
        stationId: stations.find(({ name }) => name === set.place)?.id ?? null,
        setKind: set.kind,
      }),
    )
    const { version } = await readSet(actor, id)
    await changeParts(at(85), id, {
      version,
      parts: set.parts.map(({ label, line }) => ({ id: idOf(label), line })),
    })
    for (const label of set.cylinders) await connect(at(80), idOf(label), id)
  }
  await work(actor, idOf('OX-1'), 'setUp', Number.POSITIVE_INFINITY)
  await work(actor, idOf('SG-1'), 'setUp', STEPS_DONE)
}

/** Of the set whose setting up was interrupted. */
const STEPS_DONE = 5

async function connect(actor: Actor, cylinder: string, set: string): Promise<void> {
  const { cylinder: there } = await readCylinder(actor, cylinder)
  await moveCylinder(actor, cylinder, {
    eventId: randomUUID(),
    version: there.version,
    state: 'connected',
    storeId: null,
    stationId: null,
    setId: set,
    checks: { shut: true, regulatorOff: true, capped: true, guarded: false },
    chained: true,
    note: '',
  })
}

/** Walk a task as a good set answers it, two minutes a step and a quarter of an hour for the leak test. */
async function work(actor: Actor, set: string, task: Task, most: number): Promise<void> {
  const FIRST = 70
  let ago = FIRST
  const at = (): Actor => ({ ...actor, now: new Date(actor.now.getTime() - ago * MINUTE) })
  const run: SetRun = await startRun(at(), set, { id: randomUUID(), task })
  for (const [i, step] of run.steps.entries()) {
    if (i >= most) return
    ago -= step.entry === 'after' && step.seconds !== null ? 15 : 2
    await answerStep(at(), run.id, {
      eventId: randomUUID(),
      step: step.id,
      result: 'done',
      reading:
        step.entry === 'none'
          ? null
          : { pressure: (step.line === 'fuel' ? 6 : 40) * PSI, temperature: WARM },
      note: '',
    })
  }
}
