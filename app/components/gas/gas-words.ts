import { worstLevel, type Level } from '#core/finding/finding'
import { dangerOf, type Danger } from '#core/gas/danger'
import { CYLINDER_STATE_NAME } from '#core/gas/move'
import type { Cylinder } from '#shared/gas/schema'
import { joined } from '~/components/frame/joined'

export const DANGER_NAME: Record<Danger, string> = {
  oxidizer: 'feeds fire',
  fuel: 'burns',
  inert: 'takes the air away',
}
export const DANGER_ICON: Record<Danger, string> = {
  oxidizer: 'i-lucide-flame-kindling',
  fuel: 'i-lucide-flame',
  inert: 'i-lucide-wind',
}

export const dangerOfCylinder = ({ parts }: Cylinder): Danger | null => parts && dangerOf(parts)

/** The worst of what is known of it; locked out is the worst of all. */
export const levelOf = (cylinder: Cylinder): Level =>
  cylinder.lockReason ? 'stop' : worstLevel(cylinder.findings)

export const shareText = ({ share }: Cylinder): string =>
  share === null ? 'not known' : `${Math.round(share * 100)} %`

export const stateText = ({ state }: Cylinder): string =>
  state === null ? 'State not told' : CYLINDER_STATE_NAME[state]

/** A cylinder in a sentence, for those who do not see it. */
export const spoken = (cylinder: Cylinder): string =>
  joined(
    cylinder.label,
    cylinder.gas,
    stateText(cylinder),
    `left: ${shareText(cylinder)}`,
    cylinder.lockReason && 'locked out',
  )
