import { clearAfterAnswer } from './clear'
import { TASKS, type TaskName } from './tasks'

/** What runs in a thread of the pool: built into files of its own beside the server. */
export default async ({ task, input }: { task: TaskName; input: never }): Promise<unknown> => {
  try {
    return await TASKS[task](input)
  } finally {
    clearAfterAnswer()
  }
}
