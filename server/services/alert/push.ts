import { lookup } from 'node:dns/promises'
import { request as plain } from 'node:http'
import { request as secure } from 'node:https'
import { BlockList, isIP } from 'node:net'
import webPush from 'web-push'
import { getConfig } from '#server/config'
import type { MessageRow } from '#server/db/message'
import { inOrganisation } from '#server/db/pool'
import { dropPushDevice, findPushDevice } from '#server/db/push'
import { TRY_MS } from './patience'
import { pushKeys } from './push-keys'

/** What a push service says of a device that is there no more. */
const GONE = [404, 410]
/** A push that cannot be shown within a quarter of an hour is old, s. */
const KEPT_SECONDS = 900
const CONTACT = 'https://zonaris.invalid'

/** Show something on a device, sealed for it. A device that is gone is taken off the list. @throws with what went wrong */
export async function sendPush(organisation: string, message: MessageRow): Promise<void> {
  const device = await inOrganisation(organisation, (db) => findPushDevice(db, message.address))
  if (!device) throw new Error('This device takes no push any more.')
  const { publicKey, privateKey } = await pushKeys()
  const { origin } = getConfig()
  const sealed = webPush.generateRequestDetails(
    { endpoint: device.endpoint, keys: { p256dh: device.p256dh, auth: device.auth } },
    JSON.stringify({
      id: message.id,
      title: message.subject,
      body: message.body,
      link: message.link,
    }),
    {
      vapidDetails: {
        subject: origin?.protocol === 'https:' ? origin.toString() : CONTACT,
        publicKey,
        privateKey,
      },
      TTL: KEPT_SECONDS,
      urgency: 'high',
      // One that comes twice takes the place of the one before.
      topic: message.id.replaceAll('-', ''),
    },
  )
  const status = await post(new URL(sealed.endpoint), sealed.headers, sealed.body!)
  if (GONE.includes(status)) {
    await inOrganisation(organisation, (db) => dropPushDevice(db, device.id, null))
    throw new Error('This device takes no push any more.')
  }
  if (status < 200 || status > 299) throw new Error(`The push service answered ${status}.`)
}

/** Networks of one's own, and addresses that are nobody's: nobody may have the server send there. */
const INSIDE_4 = new BlockList()
for (const [address, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['224.0.0.0', 3],
] as const)
  INSIDE_4.addSubnet(address, bits, 'ipv4')
const INSIDE_6 = new BlockList()
for (const [address, bits] of [
  ['::', 127],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
  // IPv4 in another dress.
  ['::ffff:0:0', 96],
  ['64:ff9b::', 96],
] as const)
  INSIDE_6.addSubnet(address, bits, 'ipv6')

/** Whether an address lies in a network of one's own. */
export const isInside = (address: string): boolean =>
  isIP(address) === 6 ? INSIDE_6.check(address, 'ipv6') : INSIDE_4.check(address, 'ipv4')

const isStandin = (url: URL): boolean => url.origin === getConfig().pushStandin?.origin

/** Why a push may not go to an address that a browser gave, or null. */
export function endpointFault(text: string): string | null {
  const url = URL.canParse(text) ? new URL(text) : null
  if (!url) return 'Not an address.'
  if (isStandin(url)) return null
  const isNamed = isIP(url.hostname.replace(/^\[|\]$/g, '')) === 0 && url.hostname.includes('.')
  if (url.protocol !== 'https:' || url.username || url.port || !isNamed)
    return 'Not the address of a push service.'
  return null
}

/** @returns the status that was answered */
async function post(url: URL, headers: Record<string, string>, body: Buffer): Promise<number> {
  const fault = endpointFault(url.toString())
  if (fault) throw new Error(fault)
  // Looked up once and used as found: a name cannot point elsewhere a moment later.
  const host = isStandin(url) ? url.hostname : await publicAddress(url.hostname)
  const send = url.protocol === 'http:' ? plain : secure
  return new Promise((resolve, reject) => {
    const sending = send(
      url,
      {
        method: 'POST',
        headers,
        host,
        servername: url.hostname,
        timeout: TRY_MS,
        signal: AbortSignal.timeout(TRY_MS),
      },
      (answer) => {
        answer.resume()
        resolve(answer.statusCode!)
      },
    )
    sending.on('timeout', () => sending.destroy(new Error('The push service did not answer.')))
    sending.on('error', reject)
    sending.end(body)
  })
}

async function publicAddress(name: string): Promise<string> {
  const { address } = await lookup(name)
  if (isInside(address)) throw new Error('Not the address of a push service.')
  return address
}
