import type { Level } from '#core/finding/finding'
import { inPool } from '../../heavy/pool'
import type { Actor } from '../actor'
import type { PlainDocument } from './render'

/** Levels in words that stand out without colour. */
export const LEVEL_WORD: Record<Level, string> = {
  clear: 'Clear',
  caution: 'Caution',
  stop: 'STOP',
  unknown: 'UNKNOWN',
}

export type Paper = 'A4' | 'LETTER'
export interface Printed {
  name: string
  bytes: Buffer
}
/** A document to be printed once the transaction that it was read in has ended. */
export interface ToPrint {
  name: string
  document: PlainDocument
}

export async function printed(actor: Actor, { name, document }: ToPrint): Promise<Printed> {
  return { name, bytes: Buffer.from(await inPool('render', actor.person, document)) }
}
