import type { ApiError, Contract } from '#shared/api/contract'
import { LATE_HEADER, signedText, type LateMark } from '#shared/late/schema'
import {
  DATABASE_AWAY,
  ApiFailure,
  addressOf,
  call,
  callFor,
  type CallOutput,
  type Input,
} from '../api'
import { serverNow } from '../clock'
import { openKept, type KeptEntry } from './database'
import { keptOwner } from './owner'
import { base64url, canSign, markRegistered, phoneOf, register, signed } from './phone'
import { heardServer, isOffline, knownSkew, lostSignal, whenBack } from './signal'

/** What an entry is about, for a person and for the page that it came from. */
export interface About {
  subject: string
  says: string
  link: string
}
export type Sent<T> = { answer: T } | { kept: KeptEntry }

/** Where nothing waits yet, the server is given so long before an entry is kept, ms. */
const PATIENCE_MS = 6_000
const SEND_MS = 20_000
/** A photo takes its time on a poor signal. */
interface AnyBody {
  body?: unknown
}
const patienceFor = ({ body }: AnyBody): number => (body instanceof Blob ? SEND_MS : PATIENCE_MS)
const AGAIN_MS = 10_000

const entries = shallowRef<KeptEntry[]>([])
/** The server wants to know again who sends them. */
const isSignInNeeded = ref(false)
/** Those of the person who is signed in. */
export const useQueue = () => ({
  isSignInNeeded: readonly(isSignInNeeded),
  waiting: computed(() => entries.value.filter(({ refused }) => refused === null)),
  refused: computed(() => entries.value.filter(({ refused }) => refused !== null)),
})

/**
 * Send something, or keep it on this device until it can be sent. What is kept is signed and numbered, and goes in its order.
 * @throws ApiFailure where the server refuses it, or where it cannot be kept
 */
export async function sendOrKeep<C extends Contract>(
  route: C,
  input: Input<C>,
  about: About,
): Promise<Sent<CallOutput<C>>> {
  const isNext = !isOffline() && entries.value.every(({ refused }) => refused !== null)
  if (isNext) {
    try {
      return { answer: await callFor(route, input, patienceFor(input as AnyBody)) }
    } catch (error) {
      const mayKeep = error instanceof ApiFailure && error.status === 0 && canSign()
      if (!mayKeep) throw error
    }
  }
  if (!canSign()) return { answer: await call(route, input) }
  const kept = await keep(route, input, about)
  void flush()
  return { kept }
}

async function keep<C extends Contract>(
  route: C,
  input: Input<C>,
  about: About,
): Promise<KeptEntry> {
  const owner = keptOwner()
  if (!owner) throw new ApiFailure(401, 'signed_out', 'Sign in first.')
  const { params, query, body } = input as { params?: object; query?: object; body: unknown }
  const address = addressOf(route, params, query)
  const sent = body instanceof Blob ? body : JSON.stringify(body)
  const phone = await phoneOf(owner)
  const enteredAt = Date.now()
  const skewThen = knownSkew()
  const digest = await digestOf(sent)
  const iso = new Date(enteredAt).toISOString()
  const entry: Unnumbered = {
    owner,
    route: route.id,
    method: route.method,
    address,
    body: sent,
    enteredAt,
    shownAt: serverNow(),
    skewThen,
    ...about,
    refused: null,
  }
  const kept = await putNumbered(entry, (number) =>
    signed(
      phone,
      signedText(
        { phone: phone.id, number, enteredAt: iso, skewThen },
        { method: route.method, address, digest },
      ),
    ),
  )
  await readQueue()
  return kept
}

type Unnumbered = Omit<KeptEntry, 'number' | 'signature'>

/** Number and entry are kept together or not at all; where another tab took the number first, the next one is tried. */
async function putNumbered(
  entry: Unnumbered,
  sign: (number: number) => Promise<string>,
): Promise<KeptEntry> {
  const db = await openKept()
  for (;;) {
    const number = (await db.get('phone', entry.owner))!.last + 1
    const numbered = { ...entry, number, signature: await sign(number) }
    const turn = db.transaction(['phone', 'entry'], 'readwrite')
    const phone = (await turn.objectStore('phone').get(entry.owner))!
    const isFree = phone.last === number - 1
    if (isFree) {
      await turn.objectStore('phone').put({ ...phone, last: number })
      await turn.objectStore('entry').put(numbered)
    }
    await turn.done
    if (isFree) return numbered
  }
}

async function digestOf(body: string | Blob): Promise<string> {
  const bytes = body instanceof Blob ? await body.arrayBuffer() : new TextEncoder().encode(body)
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
  return Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('')
}

/** Read what this device keeps of the person who is signed in. */
export async function readQueue(): Promise<void> {
  const owner = keptOwner()
  entries.value =
    owner && canSign() ? await (await openKept()).getAllFromIndex('entry', 'owner', owner) : []
  others?.postMessage(null)
}
/** Other tabs of this browser show the same. */
const others =
  typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('zonaris-queue')

let isFlushing = false
/** Send what waits, in its order, until one gets no answer. One tab at a time. */
export async function flush(): Promise<void> {
  if (isFlushing || !canSign() || entries.value.every(({ refused }) => refused !== null)) return
  isFlushing = true
  try {
    await navigator.locks.request('zonaris-queue', { ifAvailable: true }, async (lock) => {
      if (lock) await sendAll()
    })
  } finally {
    isFlushing = false
  }
}

async function sendAll(): Promise<void> {
  const owner = keptOwner()
  if (!owner) return
  const phone = await phoneOf(owner)
  for (;;) {
    const waiting = (await (await openKept()).getAllFromIndex('entry', 'owner', owner)).filter(
      ({ refused }) => refused === null,
    )
    const [entry] = waiting
    if (!entry) return
    if (!(await phoneOf(owner)).isRegistered)
      try {
        await register(phone)
      } catch {
        return
      }
    const more = waiting.filter((one) => one !== entry && one.subject === entry.subject).length
    const became = await send(entry, phone.id, more)
    if (became === 'later') return
    await readQueue()
  }
}

/** Statuses after which the same is worth another try. */
const TRY_AGAIN = [401, 408, 425, 429]

async function send(entry: KeptEntry, phone: string, more: number): Promise<'done' | 'later'> {
  const mark: LateMark = {
    phone,
    number: entry.number,
    enteredAt: new Date(entry.enteredAt).toISOString(),
    sentAt: new Date().toISOString(),
    skewThen: entry.skewThen,
    more,
    signature: entry.signature,
  }
  const header = base64url(new TextEncoder().encode(JSON.stringify(mark)).buffer)
  const type = entry.body instanceof Blob ? entry.body.type : 'application/json'
  let answer: Response
  try {
    answer = await fetch(entry.address, {
      method: entry.method,
      signal: AbortSignal.timeout(SEND_MS),
      headers: { 'content-type': type, [LATE_HEADER]: header },
      body: entry.body,
    })
  } catch {
    lostSignal()
    return 'later'
  }
  const said = answer.ok ? null : await refusalOf(answer)
  if (said?.code === DATABASE_AWAY) {
    lostSignal()
    return 'later'
  }
  heardServer(answer)
  isSignInNeeded.value = answer.status === 401
  const db = await openKept()
  if (answer.ok) {
    await db.delete('entry', [entry.owner, entry.number])
    return 'done'
  }
  if (said?.code === 'unknown_phone') {
    // A server that was set back knows it no more: it is told again.
    await markRegistered(entry.owner, false)
    return 'later'
  }
  if (answer.status >= 500 || TRY_AGAIN.includes(answer.status)) return 'later'
  await db.put('entry', { ...entry, refused: said?.message ?? `Refused: ${answer.status}.` })
  return 'done'
}

const refusalOf = async (answer: Response): Promise<ApiError['error'] | undefined> =>
  ((await answer.json().catch(() => null)) as ApiError | null)?.error

/** Take an entry that was refused off this device. */
export async function dropEntry({ owner, number }: KeptEntry): Promise<void> {
  await (await openKept()).delete('entry', [owner, number])
  await readQueue()
}

/** Of everybody on this device. */
export const countWaiting = async (): Promise<number> =>
  canSign() ? (await openKept()).count('entry') : 0

/** Begin to send what waits, now and whenever the server is heard again. */
export function beginQueue(): void {
  others?.addEventListener('message', () => void readOwn())
  whenBack(() => void flush())
  window.addEventListener('online', () => void flush())
  setInterval(() => void flush(), AGAIN_MS)
  void readQueue().then(flush)
}

/** As `readQueue`, without telling the others. */
async function readOwn(): Promise<void> {
  const owner = keptOwner()
  if (owner) entries.value = await (await openKept()).getAllFromIndex('entry', 'owner', owner)
}
