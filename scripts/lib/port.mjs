import { createServer } from 'node:net'

const isFree = (port) =>
  new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', () => resolve(false))
    probe.listen({ port, host: process.env.HOST ?? '127.0.0.1', exclusive: true }, () =>
      probe.close(() => resolve(true)),
    )
  })

/** The wanted port, or the next one that is free. */
export async function freePort(wanted) {
  for (let port = wanted; port < wanted + 200; port++) if (await isFree(port)) return port
  throw new Error(`No free port from ${wanted} on.`)
}
