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

/** Outline of the cape over the shoulders. */
export const CAPE: Record<Side, string> = {
  front: 'M132 112c-14 6-26 22-28 40h118c-2-18-14-34-28-40z',
  back: 'M130 100c-18 12-30 36-32 74h130c-2-38-14-62-32-74z',
}

/** Outline of the cap under the helmet. */
export const CAP: Record<Side, string> = {
  front: 'M132 72c0-34 14-44 31-44s31 10 31 44c-8-10-54-10-62 0z',
  back: 'M132 86c-4-44 12-58 31-58s35 14 31 58c-10 8-52 8-62 0z',
}
