import { TASKS, type TaskName } from './tasks'

/** What runs in a thread of the pool: built into files of its own beside the server. */
export default ({ task, input }: { task: TaskName; input: never }): unknown => TASKS[task](input)
