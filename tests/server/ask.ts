/**
 * Fetch over a connection of its own. One that is kept open may be shut by the server in the moment in which it is used again,
 * and a test that was busy for longer than the server keeps it learns of that too late.
 */
export async function ask(address: string, init: RequestInit = {}): Promise<Response> {
  const headers = new Headers(init.headers)
  headers.set('connection', 'close')
  return fetch(address, { ...init, headers })
}
