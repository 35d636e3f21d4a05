import { execFile } from 'node:child_process'
import { chmod, mkdtemp, open, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'

const run = promisify(execFile)

/** A disk in memory, small enough to be filled. */
export interface SmallDisk {
  folder: string
  /** Leave no room on it. */
  fill: () => Promise<void>
  free: () => Promise<void>
  close: () => Promise<void>
}

const SIZE_MB = 400
/** What is left at the end is filled by pieces of this, bytes. */
const PIECES = [1_048_576, 4_096] as const

/** @returns null where this machine gives nobody a disk in memory, as to whoever is not root */
export async function smallDisk(): Promise<SmallDisk | null> {
  const place = await mkdtemp(join(tmpdir(), 'zonaris-disk-'))
  try {
    await run('mount', ['-t', 'tmpfs', '-o', `size=${SIZE_MB}m`, 'tmpfs', place])
  } catch {
    await rm(place, { recursive: true })
    return null
  }
  // The database runs as somebody else, and has its folder within.
  await chmod(place, 0o755)
  const filler = join(place, 'filler')
  return {
    folder: join(place, 'database'),
    fill: async () => {
      const file = await open(filler, 'w')
      for (const size of PIECES) {
        const piece = Buffer.alloc(size)
        for (let isRoom = true; isRoom;)
          isRoom = await file.write(piece).then(
            () => true,
            () => false,
          )
      }
      await file.close().catch(() => null)
    },
    free: () => rm(filler, { force: true }),
    close: async () => {
      await run('umount', ['-l', place])
      await rm(place, { recursive: true, force: true })
    },
  }
}
