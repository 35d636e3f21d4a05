import { createHash } from 'node:crypto'
import { isKnownDevice, tryRight, trySecret } from '#server/db/sign-in'
import { besideTransaction } from '#server/db/pool'
import { AppError } from '#server/errors'

/** Where a request comes from: the device as it knows itself, and the network it is in. */
export interface Source {
  /** Digest of what the device keeps; null for one that has kept nothing yet. */
  device: string | null
  network: string
}

interface Key {
  key: string
  /** Tries that are free before each waits longer than the last. */
  free: number
}

/** What a try of a secret counts under. */
export interface Aim {
  /** Keys of this source alone: forgotten once the secret was right. */
  own: Key[]
  /** Keys shared with others who aim at the same or come from the same place. */
  shared: Key[]
  /** Whom it aims at, when known. */
  person: string | null
}

const OWN_FREE = 8
const TARGET_FREE = 30
const BOOTH_FREE = 60
const NETWORK_FREE = 200

const digest = (text: string): string =>
  createHash('sha256').update(text).digest('base64url').slice(0, 22)

const network = ({ network: from }: Source): Key => ({
  key: `network:${digest(from)}`,
  free: NETWORK_FREE,
})

/**
 * From a device on which this person has signed in before, tries count for that device alone: however hard others try from
 * elsewhere, it stays open.
 */
async function aimedFrom(
  what: string,
  target: string,
  person: string | null,
  source: Source,
  shared: Key[],
): Promise<Aim> {
  const { device } = source
  const known =
    person !== null &&
    device !== null &&
    (await besideTransaction((db) => isKnownDevice(db, person, device)))
  if (known)
    return {
      own: [{ key: `${what}:${target}:device:${device}`, free: OWN_FREE }],
      shared: [],
      person,
    }
  return {
    own: [{ key: `${what}:${target}:from:${digest(source.network)}`, free: OWN_FREE }],
    shared: [{ key: `${what}:${target}`, free: TARGET_FREE }, ...shared, network(source)],
    person,
  }
}

export const aimOfSignIn = (email: string, person: string | null, source: Source): Promise<Aim> =>
  aimedFrom('sign-in', digest(email), person, source, [])

export const aimOfBooth = (code: string, person: string, source: Source): Promise<Aim> =>
  aimedFrom('booth', person, person, source, [{ key: `booth-code:${code}`, free: BOOTH_FREE }])

/** A code of the second factor: six digits, so that whoever has the password already gets few tries. */
export const aimOfCode = (person: string, source: Source): Promise<Aim> =>
  aimedFrom('code', person, person, source, [])

/** A signature by PIN: each who holds a tablet has tries of the own, so that nobody uses up those of the signer. */
export const aimOfSignature = (signer: string, by: string): Aim => ({
  own: [{ key: `pin:${signer}:by:${by}`, free: OWN_FREE }],
  shared: signer === by ? [] : [{ key: `pin:${signer}:by others`, free: TARGET_FREE }],
  person: signer,
})

/** The own password asked for again. */
export const aimOfPassword = (person: string): Aim => ({
  own: [{ key: `password:${person}`, free: OWN_FREE }],
  shared: [],
  person,
})

export const aimOfSetup = (source: Source): Aim => ({
  own: [],
  shared: [{ key: 'setup', free: TARGET_FREE }, network(source)],
  person: null,
})

const waitText = (seconds: number): string =>
  seconds < 90 ? `${Math.ceil(seconds)} seconds` : `${Math.ceil(seconds / 60)} minutes`

/** Count a try. It stands whatever becomes of the request. @throws AppError 429 with how long to wait */
export async function countTry({ own, shared, person }: Aim): Promise<void> {
  const wait = await besideTransaction((db) => trySecret(db, [...own, ...shared], person))
  if (wait === null) return
  const seconds = Math.max(1, Math.ceil(wait))
  throw new AppError(
    429,
    'too_many',
    `Too many wrong tries. Wait ${waitText(seconds)}, or ask a lead or instructor to let you in.`,
    undefined,
    seconds,
  )
}

export const countRight = ({ own, shared }: Aim): Promise<void> =>
  besideTransaction((db) =>
    tryRight(
      db,
      own.map(({ key }) => key),
      shared.map(({ key }) => key),
    ),
  )
