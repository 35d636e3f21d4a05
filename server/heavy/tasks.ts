/** Loaded when it is first asked for: a thread that judges plans never reads how a page is printed. */
const from =
  <Module, Input, Output>(
    load: () => Promise<Module>,
    taskOf: (loaded: Module) => (input: Input) => Output,
  ) =>
  async (input: Input): Promise<Awaited<Output>> => {
    const task = taskOf(await load())
    return await task(input)
  }

const judge = () => import('../services/plan/judge')

/** Work that would keep the server's only thread from answering. Each takes and gives plain data, and touches no database. */
export const TASKS = {
  workOutAir: from(
    () => import('../services/air/work-out'),
    ({ workOutAir }) => workOutAir,
  ),
  planConsumables: from(
    () => import('../services/air/consumable-file'),
    ({ planConsumables }) => planConsumables,
  ),
  readDeliveryFile: from(
    () => import('../services/gas/delivery-file'),
    ({ readDeliveryFile }) => readDeliveryFile,
  ),
  readGearFile: from(
    () => import('../services/inspection/gear-file'),
    ({ readGearFile }) => readGearFile,
  ),
  renderCalendar: from(
    () => import('../services/inspection/calendar-file'),
    ({ renderCalendar }) => renderCalendar,
  ),
  readRosterFile: from(
    () => import('../services/people/roster-file'),
    ({ readRosterFile }) => readRosterFile,
  ),
  render: from(
    () => import('../services/print/render'),
    ({ render }) => render,
  ),
  shrinkPhoto: from(
    () => import('../services/photo/shrink'),
    ({ shrinkPhoto }) => shrinkPhoto,
  ),
  planSamples: from(
    () => import('../services/sampling/sample-file'),
    ({ planSamples }) => planSamples,
  ),
  reckonSparks: from(
    () => import('../services/permit/sparks'),
    ({ reckonSparks }) => reckonSparks,
  ),
  judgePlacesOf: from(judge, ({ judgePlacesOf }) => judgePlacesOf),
  judgeWaysOf: from(judge, ({ judgeWaysOf }) => judgeWaysOf),
  furtherOfPlaces: from(judge, ({ furtherOfPlaces }) => furtherOfPlaces),
  furtherOfWays: from(judge, ({ furtherOfWays }) => furtherOfWays),
  errorsOfPlan: from(judge, ({ errorsOfPlan }) => errorsOfPlan),
  findUnreached: from(judge, ({ findUnreached }) => findUnreached),
  orderWalk: from(judge, ({ orderWalk }) => orderWalk),
  walksOfPlan: from(judge, ({ walksOfPlan }) => walksOfPlan),
}

export type TaskName = keyof typeof TASKS
export type TaskInput<T extends TaskName> = Parameters<(typeof TASKS)[T]>[0]
export type TaskOutput<T extends TaskName> = Awaited<ReturnType<(typeof TASKS)[T]>>
