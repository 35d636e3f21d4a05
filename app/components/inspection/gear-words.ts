import { GEAR_KINDS, type GearKind } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'

const OTHERWISE: Partial<Record<GearKind, string>> = { helmet: 'Helmet or goggles' }

/** Kinds of gear as they are chosen from. */
export const kindWord = (kind: GearKind): string => OTHERWISE[kind] ?? KINDS[kind].name
export const KIND_CHOICES = GEAR_KINDS.filter((kind) => kind !== 'own').map((value) => ({
  value,
  label: kindWord(value),
}))
