import { GEAR_KIND_NAME, GEAR_KINDS, type GearKind } from '#core/inspection/checklist.table'

/** Kinds of gear as they are chosen from. */
export const KIND_WORDS: Record<GearKind, string> = {
  ...GEAR_KIND_NAME,
  helmet: 'Helmet or goggles',
}
export const KIND_CHOICES = GEAR_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))
