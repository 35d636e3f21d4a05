import { readFileSync } from 'node:fs'
import { once } from 'node:events'
import { get, type IncomingMessage } from 'node:http'
import { setTimeout as sleep } from 'node:timers/promises'
import signIns from '../demo/sign-ins.json' with { type: 'json' }
import { UNKNOWN_AIR } from '../app/components/job/job-draft'
import { coldStart, stopServed } from './weight'

const STREAMS = 500
/** No more screens of one person are served. */
const EACH = 12
const PASSWORD = 'only for measuring streams'

/** MB that a process holds. */
export const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024

export async function cookieOf(base: string, email: string, password: string): Promise<string> {
  const answer = await fetch(`${base}/api/v1/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: base, 'sec-fetch-site': 'same-origin' },
    body: JSON.stringify({ email, password }),
  })
  if (!answer.ok) throw new Error(`Sign-in of ${email} answered ${answer.status}.`)
  return answer.headers
    .getSetCookie()
    .map((entry) => entry.split(';')[0]!)
    .join('; ')
}

type Send = (cookie: string, path: string, body: unknown) => Promise<Response>
export const senderTo =
  (base: string): Send =>
  (cookie, path, body) =>
    fetch(`${base}/api/v1${path}`, {
      method: 'POST',
      headers: {
        cookie,
        'content-type': 'application/json',
        origin: base,
        'sec-fetch-site': 'same-origin',
      },
      body: JSON.stringify(body),
    })

/** Screens that listen, of as many people as it takes. */
export async function openScreens(base: string, lead: string): Promise<IncomingMessage[]> {
  const send = senderTo(base)
  const cookies: string[] = []
  for (let i = 0; i * EACH < STREAMS; i++) {
    const email = `screen-${i}@measure.example`
    await send(lead, '/people', {
      name: `Screen ${i}`,
      email,
      role: 'viewer',
      fireWatchTrainedOn: null,
      active: true,
      password: PASSWORD,
      pin: String(100_000 + i * 7919).slice(0, 6),
    })
    cookies.push(await cookieOf(base, email, PASSWORD))
  }
  const open: IncomingMessage[] = []
  for (let i = 0; i < STREAMS; i++) {
    const request = get(`${base}/api/v1/changes`, {
      headers: { cookie: cookies[Math.floor(i / EACH)]! },
      agent: false,
    })
    const [answer] = (await once(request, 'response')) as [IncomingMessage]
    if (answer.statusCode !== 200) throw new Error(`Stream ${i} answered ${answer.statusCode}.`)
    open.push(answer)
  }
  return open
}

/** Streams on one process: what each holds of its memory, MB, and how long until all have heard of one change, ms. */
export async function manyStreams(
  entry: string,
  port: number,
): Promise<{ before: number; after: number; heard: number; streams: number }> {
  const served = await coldStart(entry, port)
  const base = `http://127.0.0.1:${port}`
  const lead = await cookieOf(base, signIns[0]!.email, signIns[0]!.password)
  const before = memoryOf(served.child.pid!)
  const open = await openScreens(base, lead)
  await sleep(2_000)
  const after = memoryOf(served.child.pid!)
  const heardAll = Promise.all(
    open.map(
      (answer) =>
        new Promise<void>((resolve) => {
          answer.on('data', (part: Buffer) => part.includes('"stations"') && resolve())
        }),
    ),
  )
  const from = performance.now()
  await senderTo(base)(lead, '/stations', {
    name: `Measured ${Date.now()}`,
    designated: true,
    air: UNKNOWN_AIR,
    burns: null,
  })
  await heardAll
  const heard = performance.now() - from
  for (const answer of open) answer.destroy()
  await stopServed(served)
  return { before, after, heard, streams: STREAMS }
}
