/** Progress for people: one line a step. */
const started = Date.now()
export const say = (text) =>
  console.log(`[${((Date.now() - started) / 1000).toFixed(0).padStart(4)} s] ${text}`)

export class Refusal extends Error {}

/** Run a script's main function; a refusal is one plain line, anything else keeps its trace. */
export function main(run, cleanUp) {
  run().then(
    async (code = 0) => {
      await cleanUp()
      process.exit(code)
    },
    async (error) => {
      console.error(error instanceof Refusal ? `\nStopped: ${error.message}` : error)
      await cleanUp()
      process.exit(1)
    },
  )
}
