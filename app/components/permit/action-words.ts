import type { PermitAction } from '#core/permit/lifecycle'
import type { Permit, Signer } from '#shared/permit/schema'

interface Words {
  /** On the button and in what happened. */
  word: string
  title: string
  says: string
  confirm: string
  noteLabel?: string
  danger?: boolean
}

/** What is asked before each action, in the order in which the buttons stand. */
export const ACTION_WORDS: Record<PermitAction, Words> = {
  issue: {
    word: 'Issue',
    title: 'Issue the permit',
    says: 'You answer for it: the area was walked, the watch is ready. The Findings are kept as they are now.',
    confirm: 'Issue',
  },
  start: {
    word: 'Start work',
    title: 'Start work',
    says: 'The operator strikes the first arc now, with the fire watch standing by.',
    confirm: 'Start work',
  },
  stop: {
    word: 'Work stopped',
    title: 'Work stopped',
    says: "The last arc is out. The watch counts from now by the server's clock.",
    confirm: 'Start the watch',
  },
  resume: {
    word: 'Work goes on',
    title: 'Work goes on',
    says: 'The watch starts over from the next last arc.',
    confirm: 'Resume work',
  },
  close: {
    word: 'Close',
    title: 'Close the permit',
    says: 'The watch has run its time and the area was seen at the end.',
    confirm: 'Close the permit',
  },
  reinstate: {
    word: 'Reinstate',
    title: 'Reinstate',
    says: 'The reason for the suspension is gone. Work may be started again.',
    confirm: 'Reinstate',
  },
  suspend: {
    word: 'Suspend',
    title: 'Suspend',
    says: 'Work stops at once; if any was done the watch starts now.',
    confirm: 'Suspend',
    noteLabel: 'Why',
    danger: true,
  },
  revoke: {
    word: 'Revoke',
    title: 'Revoke',
    says: 'The permit ends for good. A watch that is owed still has to be kept.',
    confirm: 'Revoke',
    noteLabel: 'Why',
    danger: true,
  },
}
export const ACTION_ORDER = Object.keys(ACTION_WORDS) as PermitAction[]

export const SIGNER_WORDS: Record<Signer, { name: string; title: string }> = {
  operator: { name: 'operator', title: 'Operator signs' },
  fire_watch: { name: 'fire watch', title: 'Fire watch signs' },
  watcher: { name: 'further watcher', title: 'Watcher signs' },
  attendant: { name: 'attendant', title: 'Attendant signs' },
}

/** One line of what happened. */
export function eventWords({ kind, subject }: Permit['events'][number]): string {
  if (kind === 'round') return 'Round'
  if (kind === 'sign') return `Signed as ${SIGNER_WORDS[subject as Signer].name}`
  if (kind === 'void') return `Signature void: ${SIGNER_WORDS[subject as Signer].name}`
  if (kind === 'extend') return 'Extended'
  if (kind === 'hand_over') return subject === 'operator' ? 'Work taken over' : 'Watch taken over'
  if (kind === 'hot_part') return `Left hot: ${subject}`
  if (kind === 'refused') return `Refused: ${ACTION_WORDS[subject as PermitAction].word} too early`
  if (kind === 'override') return `Override of ${subject}`
  return ACTION_WORDS[subject as PermitAction].word
}
