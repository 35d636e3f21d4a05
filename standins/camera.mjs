// A simulated thermal camera: it sees nothing, it plays what a camera would send of its spot.
// ZONARIS_MONITOR_TOKEN=zd_... node standins/camera.mjs --url http://127.0.0.1:4173 [--every 5] [--scenario cooling|rising] [--once 3]
import { parseArgs } from 'node:util'

const { values } = parseArgs({
  options: {
    url: { type: 'string' },
    every: { type: 'string', default: '5' },
    scenario: { type: 'string', default: 'cooling' },
    once: { type: 'string' },
  },
})
// Not on the command line, where everybody on the machine can read it.
const token = process.env.ZONARIS_MONITOR_TOKEN
if (!values.url || !token) {
  console.error('Needs --url, and the token in ZONARIS_MONITOR_TOKEN.')
  process.exit(2)
}

/** K: it begins at one, and goes towards the other by this share each time. */
const PLAYED = { cooling: [318, 294, 0.05], rising: [294, 420, 0.1] }
const scenario = PLAYED[values.scenario]
if (!scenario) {
  console.error('--scenario is cooling or rising.')
  process.exit(2)
}
const [start, end, share] = scenario
let kelvin = start

async function tick() {
  const spot = { at: new Date().toISOString(), kelvin: Math.round(kelvin * 10) / 10 }
  kelvin += (end - kelvin) * share + (Math.random() - 0.5)
  const answer = await fetch(`${values.url}/api/v1/readings`, {
    method: 'POST',
    headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
    body: JSON.stringify({ spots: [spot] }),
  }).catch(() => null)
  if (answer?.status === 401) {
    console.error('The token is not taken any more.')
    process.exit(1)
  }
  if (values.once && answer) console.log(JSON.stringify(await answer.json()))
}
let left = values.once ? Number(values.once) : Infinity
while (left-- > 0) {
  await tick()
  if (left > 0) await new Promise((resolve) => setTimeout(resolve, Number(values.every) * 1000))
}
