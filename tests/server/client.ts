import type { Contract } from '#shared/api/contract'
import { allRoutes } from '#shared/api/all'
import type { App } from '../app'
import { ask } from './ask'

const braces = (route: Contract): number => route.path.split('{').length
/** Contracts with the addresses they answer, words before parameters. */
const ADDRESSES = (Object.values(allRoutes) as Contract[])
  .sort((a, b) => braces(a) - braces(b))
  .map((route) => ({
    route,
    pattern: new RegExp(`^${route.path.replace(/[.]/g, '\\.').replace(/\{\w+\}/g, '[^/]+')}$`),
  }))

/** Whatever a route serves, in any test, is what its contract says. */
function expectByContract(method: string, path: string, body: unknown): void {
  const address = path.split('?')[0]!
  const found = ADDRESSES.find(
    ({ route, pattern }) => route.method === method && pattern.test(address),
  )
  if (!found || found.route.produces) return
  const read = found.route.response.safeParse(body)
  if (!read.success)
    throw new Error(`${method} ${path} does not answer by its contract: ${read.error.message}`)
}

export interface Answer<T = Record<string, unknown>> {
  status: number
  body: T
  headers: Headers
}

const asSent = (body: unknown): string | Uint8Array<ArrayBuffer> =>
  typeof body === 'string' || body instanceof Uint8Array
    ? (body as string | Uint8Array<ArrayBuffer>)
    : JSON.stringify(body)

/** A person at the API, with a cookie as a browser keeps it. */
export class Person {
  cookie = ''
  /** What the device keeps from one sign-in to the next. */
  device = ''
  constructor(readonly app: Pick<App, 'url'>) {}

  async send<T = Record<string, unknown>>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const answer = await ask(`${this.app.url}/api/v1${path}`, {
      method,
      headers: {
        ...((this.cookie || this.device) && {
          cookie: [this.cookie, this.device].filter(Boolean).join('; '),
        }),
        ...(body !== undefined && {
          'content-type': body instanceof Uint8Array ? 'image/jpeg' : 'application/json',
        }),
        origin: this.app.url,
        'sec-fetch-site': 'same-origin',
        ...headers,
      },
      ...(body !== undefined && { body: asSent(body) }),
    })
    const cookies = answer.headers.getSetCookie().map((entry) => entry.split(';')[0]!)
    this.cookie = cookies.find((entry) => entry.startsWith('zonaris=')) ?? this.cookie
    this.device = cookies.find((entry) => entry.startsWith('zonaris-device=')) ?? this.device
    const text = await answer.text()
    const read: unknown = answer.headers.get('content-type')?.includes('json')
      ? JSON.parse(text)
      : text
    if (answer.ok) expectByContract(method, path, read)
    return { status: answer.status, headers: answer.headers, body: read as T }
  }

  /** Send whatever it is, and take whatever comes. @returns status 0 when nothing comes in time */
  async attempt(
    sent: { method: string; path: string; body?: unknown; headers: Record<string, string> },
    patience: number,
  ): Promise<{ status: number; body: unknown }> {
    const hasBody = sent.body !== undefined && sent.method !== 'GET'
    try {
      const answer = await ask(`${this.app.url}/api/v1${sent.path}`, {
        method: sent.method,
        signal: AbortSignal.timeout(patience),
        headers: {
          ...(this.cookie && { cookie: this.cookie }),
          ...(hasBody && { 'content-type': 'application/json' }),
          origin: this.app.url,
          'sec-fetch-site': 'same-origin',
          ...sent.headers,
        },
        ...(hasBody && {
          body: typeof sent.body === 'string' ? sent.body : JSON.stringify(sent.body),
        }),
      })
      const text = await answer.text()
      return { status: answer.status, body: text.startsWith('{') ? JSON.parse(text) : null }
    } catch {
      return { status: 0, body: null }
    }
  }

  async signIn(email: string, password: string): Promise<this> {
    const answer = await this.send('POST', '/sign-in', { email, password })
    if (answer.status !== 200)
      throw new Error(`Sign-in of ${email} failed: ${JSON.stringify(answer.body)}`)
    return this
  }
}
