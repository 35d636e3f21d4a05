// A simulated air monitor: it measures nothing, it plays what a monitor would send.
// ZONARIS_MONITOR_TOKEN=zd_... node standins/monitor.mjs --url http://127.0.0.1:4173 [--kind fume|gas] [--every 10] [--scenario calm|peak] [--once 12]
import { parseArgs } from 'node:util'

const { values } = parseArgs({
  options: {
    url: { type: 'string' },
    kind: { type: 'string', default: 'fume' },
    every: { type: 'string', default: '10' },
    scenario: { type: 'string', default: 'calm' },
    once: { type: 'string' },
  },
})
// Not on the command line, where everybody on the machine can read it.
const token = process.env.ZONARIS_MONITOR_TOKEN
if (!values.url || !token) {
  console.error('Needs --url, and the token in ZONARIS_MONITOR_TOKEN.')
  process.exit(2)
}

/** Level that each substance wanders round, mg/m3 or ppm, and the level of a peak. */
const PLAYED = {
  fume: [['fume', 0.9, 19]],
  gas: [
    ['carbonMonoxide', 4, 230],
    ['nitrogenDioxide', 0.12, 7],
  ],
}
const played = PLAYED[values.kind]
if (!played) {
  console.error('--kind is fume or gas.')
  process.exit(2)
}

const levels = new Map(played.map(([substance, calm]) => [substance, calm]))
/** Arcs come and go: a slow wander with short rises. */
function next(substance, calm, peak) {
  const target = values.scenario === 'peak' ? peak : calm * (0.4 + 1.6 * Math.random() ** 2)
  const level =
    levels.get(substance) +
    (target - levels.get(substance)) * (values.scenario === 'peak' ? 1 : 0.35)
  levels.set(substance, level)
  return Math.round(level * 1000) / 1000
}
const readings = () =>
  played.map(([substance, calm, peak]) => ({
    substance,
    at: new Date().toISOString(),
    value: next(substance, calm, peak),
  }))

async function send(body) {
  const answer = await fetch(`${values.url}/api/v1/readings`, {
    method: 'POST',
    headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
    body: JSON.stringify({ readings: body }),
  })
  // 409: a moment was sent before with another figure; the rest is kept, so nothing is sent again.
  if (!answer.ok && answer.status !== 409)
    throw new Error(`${answer.status} ${await answer.text()}`)
  return answer.json()
}

/** What could not be sent yet, and the last thing sent: a real network repeats itself and gets the order wrong. */
let waiting = []
let last = []
async function tick() {
  waiting.push(...readings())
  const body = Math.random() < 0.2 ? [...waiting.toReversed(), ...last] : waiting
  try {
    const answer = await send(body.slice(-2000))
    last = waiting
    waiting = []
    if (values.once) console.log(JSON.stringify(answer))
  } catch (error) {
    if (String(error.message).startsWith('401')) {
      console.error('The token is not taken any more.')
      process.exit(1)
    }
    waiting = waiting.slice(-2000)
  }
}
let left = values.once ? Number(values.once) : Infinity
while (left-- > 0) {
  await tick()
  if (left > 0) await new Promise((resolve) => setTimeout(resolve, Number(values.every) * 1000))
}
