import type { Stored } from '../../gas/storage'
import type { FireClass } from '../../inspection/fire-class'

/** What is known of the things on a plan. Nothing else counts: what is not on record, locked out or due is not known to be ready. */
export interface Equipment {
  /** By thing, those that are ready: what they put out. */
  extinguishers: ReadonlyMap<string, readonly FireClass[]>
  /** Things, those that are ready. */
  eyewash: ReadonlySet<string>
  /** Things, those that are ready. */
  curtains: ReadonlySet<string>
  /** By thing: what can burn at a station; null: nobody told. */
  burns: ReadonlyMap<string, readonly FireClass[] | null>
  /** By thing: the cylinders of a store that is on record. */
  stored: ReadonlyMap<string, readonly Stored[]>
}
