import type { GasCustoms } from './customs'
import { LINE_NAME, type Line, type SetKind } from './kind'
import { LEAK_TEST_BEGINS, type Step, type StepEntry, type Task } from './step'
import { CRACK, PURGE, STEP_ROWS, WORKING, type StepName } from './steps.table'

/** A set as far as its sequences depend on it. */
export interface SetShape {
  kind: SetKind
  /** The lines that it has, in the order in which they are handled. */
  lines: readonly Line[]
  /** Its fuel is acetylene. */
  acetylene: boolean
  /** By line, s; null where a hose is not told. */
  purge: Readonly<Partial<Record<Line, number | null>>>
}

/** For so long the gauge of a leak test is watched, s, unless the gauge is too coarse. Common practice. */
const TEST_SECONDS = 600

/** The steps of a task for this set, in order, by the habits of the shop. */
export function sequenceOf(task: Task, shape: SetShape, customs: GasCustoms): Step[] {
  switch (task) {
    case 'setUp':
      return setUp(shape)
    case 'leakTest':
      return [...leakTest(shape), plain('openAgain')]
    case 'light':
      return light(customs)
    case 'shutDown':
      return shutDown(shape, customs)
    case 'tearDown':
      return ['gaugesZero', 'partsOff', 'capsOn', 'markEmpty', 'putAway'].map((name) =>
        plain(name as StepName),
      )
    case 'transport':
      return [
        ...(['valvesShut', 'offForTheWay', 'upright'] as const).map((name) => plain(name)),
        ...(shape.acetylene ? [plain('lainDown')] : []),
      ]
  }
}

/** Tasks that this kind of set has. */
export const tasksOf = (kind: SetKind): readonly Task[] =>
  kind === 'oxyFuel'
    ? ['setUp', 'leakTest', 'light', 'shutDown', 'tearDown', 'transport']
    : ['setUp', 'leakTest', 'shutDown', 'tearDown', 'transport']

const plain = (name: StepName): Step => ({
  id: name,
  ...STEP_ROWS[name],
  entry: 'none',
  line: null,
  seconds: null,
})
const ofLine = (name: StepName, line: Line, more: Partial<Step> = {}): Step => ({
  ...plain(name),
  line,
  ...more,
})

function setUp(shape: SetShape): Step[] {
  const { kind, lines, acetylene, purge } = shape
  const burns = lines.includes('fuel')
  const oxygen = lines.includes('oxygen')
  return [
    plain('stand'),
    ...(burns || oxygen ? [plain('around')] : []),
    ...(oxygen ? [plain('hands')] : []),
    plain('threads'),
    ...lines.map((line) => ofLine(CRACK[line], line)),
    plain('regulators'),
    ...(burns || oxygen ? [plain('arrestors')] : []),
    plain('hoses'),
    ...(acetylene ? [plain('copper')] : []),
    ...(kind === 'manifold' ? [] : [plain('torch')]),
    plain('screws'),
    ...lines.map((line) => ofLine(openingOf(line, acetylene), line)),
    ...lines.map((line) => ofLine(WORKING[line], line, { entry: workingEntry(line) })),
    ...leakTest(shape),
    plain('openAgain'),
    ...lines.map((line) => ofLine(PURGE[line], line, { seconds: purge[line] ?? null })),
  ]
}

function openingOf(line: Line, acetylene: boolean): StepName {
  if (line === 'oxygen') return 'openOxygen'
  if (line === 'inert') return 'openInert'
  return acetylene ? 'openAcetylene' : 'openFuel'
}

/** A flow meter is set by its ball, a regulator by its gauge. */
const workingEntry = (line: Line): StepEntry => (line === 'inert' ? 'none' : 'working')

function leakTest({ lines }: SetShape): Step[] {
  return [
    plain(LEAK_TEST_BEGINS),
    plain('shutForTest'),
    ...lines.map((line) => gauge('before', line, null)),
    // The first line has waited the whole time; the others were read right after it.
    ...lines.map((line, i) => gauge('after', line, i === 0 ? TEST_SECONDS : null)),
  ]
}

const gauge = (entry: 'before' | 'after', line: Line, seconds: number | null): Step => ({
  ...plain(entry),
  id: `${entry}.${line}`,
  text: `${capitalised(LINE_NAME[line])}: ${lowered(STEP_ROWS[entry].text)}`,
  entry,
  line,
  seconds,
})
const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

function light({ lightingOrder }: GasCustoms): Step[] {
  const names: StepName[] =
    lightingOrder === 'fuelFirst'
      ? ['dressed', 'pointAway', 'lightFuel', 'addOxygen']
      : ['dressed', 'pointAway', 'crackTorchOxygen', 'lightMixed']
  return names.map(plain)
}

function shutDown({ kind, lines }: SetShape, { shuttingOrder, stripHabit }: GasCustoms): Step[] {
  const torch: StepName[] =
    shuttingOrder === 'fuelFirst'
      ? ['torchFuelOff', 'torchOxygenThen']
      : ['torchOxygenOff', 'torchFuelThen']
  const inert = lines.every((line) => line === 'inert')
  const names: StepName[] = [
    ...(kind === 'oxyFuel' ? torch : []),
    inert ? 'inertOff' : 'cylindersOff',
    inert ? 'bleedInert' : 'bleed',
    'screws',
    ...(kind === 'oxyFuel' ? (['hot'] as const) : []),
    stripHabit === 'weekEnd' ? 'stays' : 'comesApart',
  ]
  return names.map(plain)
}
