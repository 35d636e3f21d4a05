/** What a mark is printed on. */
export const MARKED_PARTS = ['lens', 'frame', 'helmet'] as const
export type MarkedPart = (typeof MARKED_PARTS)[number]
