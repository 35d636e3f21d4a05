import { TOPICS, type Topic } from '#shared/changes/topics'

/** Something changed. The id is that of its transaction, the same on every server. */
export interface Change {
  id: string
  organisation: string
  /** null: the whole organisation. */
  site: string | null
  topic: Topic
}

/** Somebody who looks at a site. */
export interface Watcher {
  organisation: string
  site: string
  tell: (topics: readonly Topic[], id: string | null) => void
}

/** So many changes back one may go on where one was cut off. */
const KEPT = 10_000

/** Changes as they come in, told to those whom they concern. */
export class ChangeHub {
  private readonly watchers = new Set<Watcher>()
  private readonly hearers = new Set<(change: Change) => void>()
  private kept: Change[] = []
  private readonly states = new Map<string, number>()
  private isHearing = false
  /** How often changes may have been missed. */
  private gaps = 0

  get size(): number {
    return this.watchers.size
  }

  /** @returns a function that ends it */
  watch(watcher: Watcher): () => void {
    this.watchers.add(watcher)
    return () => this.watchers.delete(watcher)
  }

  /** Every change of every organisation, for the server itself. @returns a function that ends it */
  hear(hearer: (change: Change) => void): () => void {
    this.hearers.add(hearer)
    return () => this.hearers.delete(hearer)
  }

  /** Another text after every change of an organisation; null while changes are not heard of. */
  stateOf(organisation: string): string | null {
    return this.isHearing ? `${this.gaps} ${this.states.get(organisation) ?? 0}` : null
  }

  publish(change: Change): void {
    this.states.set(change.organisation, (this.states.get(change.organisation) ?? 0) + 1)
    this.kept.push(change)
    // Cut now and then rather than each time.
    if (this.kept.length > 2 * KEPT) this.kept = this.kept.slice(-KEPT)
    for (const hear of this.hearers) hear(change)
    for (const watcher of this.watchers)
      if (concerns(change, watcher)) watcher.tell([change.topic], change.id)
  }

  /** Changes are not heard of from here on. */
  lose(): void {
    this.isHearing = false
  }

  /** Changes are heard of from here on, and some may have been missed: everybody reads everything again. */
  reset(): void {
    this.isHearing = true
    this.gaps++
    this.kept = []
    for (const watcher of this.watchers) watcher.tell(TOPICS, null)
  }

  /**
   * What somebody missed since an event. Of its own transaction all is told again: they may have got only a part.
   * @returns all topics where that event is not known any more
   */
  missedSince(id: string, watcher: Pick<Watcher, 'organisation' | 'site'>): readonly Topic[] {
    const from = this.kept.findIndex((change) => change.id === id)
    if (from === -1) return TOPICS
    const missed = this.kept.slice(from).filter((change) => concerns(change, watcher))
    return [...new Set(missed.map(({ topic }) => topic))]
  }
}

const concerns = (change: Change, to: Pick<Watcher, 'organisation' | 'site'>): boolean =>
  change.organisation === to.organisation && (change.site === null || change.site === to.site)
