import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs'

/**
 * Whether the disk under a folder is encrypted, as far as this machine tells.
 * @returns {'encrypted' | 'plain' | 'unknown'} unknown on a network disk, in a container, or on another system than Linux
 */
export function diskUnder(folder) {
  const device = deviceOf(folder)
  return device === null ? 'unknown' : kindOf(device)
}

/** Device-mapper volumes made by cryptsetup say so in their identifier; others may lie on one that does. */
export function kindOf(device, sys = '/sys/dev/block', depth = 0) {
  const home = `${sys}/${device}`
  if (!existsSync(home) || depth > 8) return 'unknown'
  const uuid = `${home}/dm/uuid`
  if (existsSync(uuid) && readFileSync(uuid, 'utf8').startsWith('CRYPT-')) return 'encrypted'
  const below = slavesOf(home)
  if (below.length === 0) return 'plain'
  const kinds = below.map((one) => kindOf(one, sys, depth + 1))
  // A volume over several disks is as good as the worst of them.
  return ['plain', 'unknown'].find((kind) => kinds.includes(kind)) ?? 'encrypted'
}

function slavesOf(home) {
  const folder = `${home}/slaves`
  if (!existsSync(folder)) return []
  return readdirSync(folder).map((name) => readFileSync(`${folder}/${name}/dev`, 'utf8').trim())
}

/** Numbers of the device as the kernel packs them. Major 0 is no disk of this machine: memory, the network, a container's layers. */
function deviceOf(folder) {
  const { dev } = statSync(folder)
  const major = (dev >>> 8) & 0xfff
  const minor = (dev & 0xff) | ((dev >>> 12) & 0xfff00)
  return major === 0 ? null : `${major}:${minor}`
}
