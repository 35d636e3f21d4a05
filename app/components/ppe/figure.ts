import type { Zone } from '#core/ppe/terms'

export type Side = 'front' | 'back'

/** Where the number of each piece stands, and where its line meets the figure. The neck is shown from behind, where the spatter runs. */
export const SPOT: Record<Zone, { side: Side; x: number; y: number; tx: number; ty: number }> = {
  head: { side: 'back', x: 44, y: 40, tx: 146, ty: 44 },
  eyes: { side: 'front', x: 282, y: 66, tx: 168, ty: 74 },
  face: { side: 'front', x: 44, y: 84, tx: 136, ty: 84 },
  ears: { side: 'back', x: 282, y: 70, tx: 190, ty: 80 },
  breath: { side: 'front', x: 282, y: 108, tx: 164, ty: 98 },
  neck: { side: 'back', x: 44, y: 128, tx: 150, ty: 120 },
  torso: { side: 'front', x: 282, y: 160, tx: 178, ty: 172 },
  arms: { side: 'front', x: 44, y: 204, tx: 101, ty: 196 },
  hands: { side: 'front', x: 282, y: 262, tx: 224, ty: 258 },
  legs: { side: 'back', x: 282, y: 330, tx: 184, ty: 330 },
  feet: { side: 'back', x: 44, y: 424, tx: 142, ty: 424 },
}
export const STACK = 34
