import { worstLevel, type Finding, type Level } from '#core/finding/finding'
import { dangerOf, type Danger } from '#core/gas/danger'
import { CYLINDER_STATE_NAME } from '#core/gas/move'
import type { HoseUse } from '#core/gas/outlet.table'
import type { StepAnswer } from '#core/gas/set/run'
import type { Cylinder } from '#shared/gas/schema'
import type { SetRun } from '#shared/gas/set-schema'
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

export const HOSE_USE_NAME: Record<HoseUse, string> = {
  oxygen: 'Oxygen',
  acetylene: 'Acetylene',
  otherFuel: 'Propane and other fuel',
  inert: 'Shielding gas',
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

/** The worst that is said of one piece by its label; nothing said is not known. */
export const levelAbout = (findings: readonly Finding[], label: string): Level =>
  worstLevel(
    findings.filter(
      ({ sentence }) => sentence.startsWith(`${label}: `) || sentence.includes(` ${label} `),
    ),
  )

/** How a task on a set ended. */
export const RESULT_NAME = {
  done: 'done',
  failed: 'failed, locked out',
  left: 'put aside',
} as const

/** The answers of a task as the core reads them. */
export const answersOf = (run: SetRun): StepAnswer[] =>
  run.answers.map((answer) => ({ ...answer, at: Date.parse(answer.at) }))
