import { once } from 'node:events'
import { connect, createServer, type Server, type Socket } from 'node:net'

/** The way from a phone to the server, which can be cut. */
export interface Line {
  url: string
  cut: () => Promise<void>
  mend: () => Promise<void>
}

/** @param server its address */
export async function lineTo(server: string): Promise<Line> {
  const { port: target } = new URL(server)
  const open = new Set<Socket>()
  let door: Server | null = null
  let port = 0
  async function mend(): Promise<void> {
    door = createServer((near) => {
      const far = connect(Number(target), '127.0.0.1')
      for (const socket of [near, far]) {
        open.add(socket)
        socket.on('error', () => socket.destroy())
        socket.on('close', () => {
          open.delete(socket)
          near.destroy()
          far.destroy()
        })
      }
      near.pipe(far).pipe(near)
    })
    door.listen(port, '127.0.0.1')
    await once(door, 'listening')
    port = (door.address() as { port: number }).port
  }
  async function cut(): Promise<void> {
    const closing = door
    door = null
    if (!closing) return
    const closed = once(closing, 'close')
    closing.close()
    for (const socket of open) socket.destroy()
    await closed
  }
  await mend()
  return { url: `http://127.0.0.1:${port}`, cut, mend }
}
