import { openDB, type DBSchema, type IDBPDatabase } from 'idb'

/** A photo from the moment it is taken until what it belongs to is on the server. */
interface KeptPhoto {
  id: string
  /** Whose it is; another person on this device does not see it. */
  owner: string
  blob: Blob
  since: number
}

/** What the server answered last, to be shown while there is no signal. */
interface KeptAnswer {
  owner: string
  address: string
  /** By this device's clock, ms. */
  at: number
  data: unknown
}

/** By what this device signs what it keeps, of one person. */
export interface KeptPhone {
  owner: string
  id: string
  keys: CryptoKeyPair
  isRegistered: boolean
  /** The number of the last entry. */
  last: number
}

/** What was entered without a signal. */
export interface KeptEntry {
  owner: string
  /** Counted from 1 on, of one owner on this device. */
  number: number
  route: string
  method: string
  address: string
  /** As it is sent: JSON, or a photo. */
  body: string | Blob
  /** By this device's clock, ms. */
  enteredAt: number
  /** By the clock of the shop as this device knew it, ms. */
  shownAt: number
  /** Server less device when it last heard from the server before, ms. */
  skewThen: number | null
  signature: string
  /** What it is about, as a permit. */
  subject: string
  /** What it is, for a person. */
  says: string
  /** The page that it came from. */
  link: string
  /** Why the server did not write it; null: it waits to be sent. */
  refused: string | null
}

interface Kept extends DBSchema {
  photo: { key: string; value: KeptPhoto }
  answer: { key: [string, string]; value: KeptAnswer; indexes: { owner: string } }
  phone: { key: string; value: KeptPhone }
  entry: { key: [string, number]; value: KeptEntry; indexes: { owner: string } }
}

let opened: Promise<IDBPDatabase<Kept>> | null = null

/** What this device keeps by itself. */
export const openKept = (): Promise<IDBPDatabase<Kept>> =>
  (opened ??= openDB<Kept>('zonaris', 2, {
    upgrade(db, before) {
      if (before < 1) db.createObjectStore('photo', { keyPath: 'id' })
      db.createObjectStore('answer', { keyPath: ['owner', 'address'] }).createIndex(
        'owner',
        'owner',
      )
      db.createObjectStore('phone', { keyPath: 'owner' })
      db.createObjectStore('entry', { keyPath: ['owner', 'number'] }).createIndex('owner', 'owner')
    },
  }))
