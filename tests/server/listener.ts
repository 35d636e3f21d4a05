import { once } from 'node:events'
import { get, type IncomingMessage } from 'node:http'
import type { Person } from './client'

interface Event {
  id: string
  data: string[]
}

/** Somebody who listens to the stream of changes, as a browser does. */
export class Listener {
  readonly events: Event[] = []
  ended = false
  private text = ''
  private id = ''
  private constructor(private readonly answer: IncomingMessage) {
    answer.setEncoding('utf8')
    answer.on('data', (part: string) => this.take(part))
    answer.on('close', () => {
      this.ended = true
    })
    answer.on('error', () => null)
  }

  get status(): number {
    return this.answer.statusCode!
  }

  /** @param last event id to go on after */
  static async open(person: Person, last?: string): Promise<Listener> {
    const headers = { cookie: person.cookie, ...(last !== undefined && { 'last-event-id': last }) }
    const request = get(`${person.app.url}/api/v1/changes`, { headers, agent: false })
    const [answer] = (await once(request, 'response')) as [IncomingMessage]
    return new Listener(answer)
  }

  private take(part: string): void {
    this.text += part
    const blocks = this.text.split('\n\n')
    this.text = blocks.pop()!
    for (const block of blocks) {
      const lines = new Map(
        block.split('\n').map((line) => line.split(/: (.*)/).slice(0, 2) as [string, string]),
      )
      this.id = lines.get('id') ?? this.id
      const data = lines.get('data')
      if (data) this.events.push({ id: this.id, data: JSON.parse(data) as string[] })
    }
  }

  get topics(): string[] {
    return [...new Set(this.events.flatMap(({ data }) => data))].sort()
  }

  /** Wait until a topic was told. @returns ms that it took; infinite where it did not come */
  async hears(topic: string, patience = 2_000): Promise<number> {
    return this.until(() => this.topics.includes(topic), patience)
  }

  async until(isSo: () => boolean, patience = 2_000): Promise<number> {
    const begun = performance.now()
    while (!isSo()) {
      if (performance.now() - begun > patience) return Infinity
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
    return performance.now() - begun
  }

  close(): void {
    this.answer.destroy()
  }
}
