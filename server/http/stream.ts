import { getRequestHeader, type H3Event } from 'h3'
import { HEARTBEAT_MS } from '#shared/changes/routes'
import { TOPICS, type Topic } from '#shared/changes/topics'
import { changes, listenForChanges } from '../services/changes/listen'
import type { Actor } from '../services/actor'
import { AppError } from '../errors'
import { findActor } from './actor'

/** Changes that come close together are told together, ms. */
const TOGETHER_MS = 200
/** A reader who lets so much pile up is cut off, and goes on later; bytes. */
const MOST_WAITING = 64 * 1024
/** One person with so many screens, and so many streams on one process. */
const MOST_EACH = 12
const MOST = 2_000

/** The streams of each person. */
const open = new Map<string, Set<Stream>>()

interface Stream {
  end: () => void
}

/**
 * Keep the answer open and tell which topics change. It ends with the sign-in, with a change of role or site, and with the server.
 * @throws AppError 429 with too many screens of one person, 503 with too many streams
 */
export async function streamChanges(
  event: H3Event,
  actor: Actor,
  after: string | undefined,
): Promise<void> {
  const mine = open.get(actor.person) ?? new Set<Stream>()
  if (mine.size >= MOST_EACH)
    throw new AppError(429, 'too_many', 'You have too many screens open.', undefined, 30)
  if (changes.size >= MOST)
    throw new AppError(503, 'busy', 'Too many screens are open. They go on asking.', undefined, 30)
  listenForChanges()
  const { res } = event.node
  // Gone while it was found out who asks: nobody would ever hear that it closed.
  if (res.closed || res.destroyed) return
  res.writeHead(200, {
    'content-type': 'text/event-stream',
    'cache-control': 'no-store',
    'x-accel-buffering': 'no',
  })
  res.flushHeaders()
  const write = (text: string): void => {
    if (res.writableLength > MOST_WAITING) res.destroy()
    else res.write(text)
  }
  const waiting = new Set<Topic>()
  let latest: string | null = null
  let timer: ReturnType<typeof setTimeout> | null = null
  const flush = (): void => {
    timer = null
    const id = latest === null ? '' : `id: ${latest}\n`
    write(`${id}event: changed\ndata: ${JSON.stringify([...waiting])}\n\n`)
    waiting.clear()
  }
  const tell = (topics: readonly Topic[], id: string | null): void => {
    for (const topic of topics) waiting.add(topic)
    latest = id
    timer ??= setTimeout(flush, TOGETHER_MS)
  }
  const { organisation, site } = actor
  const unwatch = changes.watch({ organisation, site, tell })
  const beat = setInterval(() => {
    write('event: here\ndata:\n\n')
    void stillServed(event, actor).then((is) => is || stream.end())
  }, HEARTBEAT_MS)
  beat.unref()
  const stream: Stream = { end: () => res.end() }
  mine.add(stream)
  open.set(actor.person, mine)
  const last = getRequestHeader(event, 'last-event-id') ?? after
  write('retry: 2000\n\n')
  if (last !== undefined) {
    const missed = last === '' ? TOPICS : changes.missedSince(last, { organisation, site })
    if (missed.length > 0) tell(missed, last === '' ? null : last)
  }
  await new Promise<void>((resolve) => res.once('close', resolve))
  clearInterval(beat)
  if (timer) clearTimeout(timer)
  unwatch()
  mine.delete(stream)
  if (mine.size === 0) open.delete(actor.person)
}

/** Whether the sign-in still holds, for the same site and role. A database that is away is no reason to cut anybody off. */
async function stillServed(event: H3Event, before: Actor): Promise<boolean> {
  const now = await findActor(event).catch((error: unknown) => {
    if (error instanceof AppError && error.status === 401) return null
    return undefined
  })
  if (now === undefined) return true
  const { person, site, role, lacksFactor } = before
  return (
    now?.person === person &&
    now.site === site &&
    now.role === role &&
    now.lacksFactor === lacksFactor
  )
}

/** End every stream: the server stops, and does not wait for them. */
export function endStreams(): void {
  for (const streams of open.values()) for (const stream of streams) stream.end()
}
