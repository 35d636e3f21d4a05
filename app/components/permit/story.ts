import type { Story } from '#shared/permit/story'
import { watchText } from '#shared/permit/watch-text'

type When = (iso: string | null) => string

/** What happened to a permit in a few sentences, in its order. */
export function storyOf({ permit, draftedBy, draftedAt, rounds }: Story, when: When): string[] {
  const { from, events } = permit
  const origin = from ? ` ${from.goesOn ? 'to go on from' : 'like'} permit ${from.number}` : ''
  return [
    `${draftedBy} drafted it${origin}, ${when(draftedAt)}, for job ${permit.jobNumber}: ${permit.job}.`,
    permit.issuedAt
      ? `${permit.issuedBy} issued it, ${when(permit.issuedAt)}, valid to ${when(permit.validTo)}.`
      : 'It was never issued.',
    ...asideOf(permit),
    ...workOf(permit, when),
    ...watchOf(permit, rounds),
    ...events
      .filter(({ kind, subject }) => kind === 'action' && ['suspend', 'revoke'].includes(subject))
      .map(({ subject, person, at, note }) => {
        const done = subject === 'suspend' ? 'suspended' : 'revoked'
        return `${person} ${done} it, ${when(at)}${note ? `: ${note}` : '.'}`
      }),
    ...events
      .filter(({ kind }) => kind === 'refused')
      .map(({ person, at }) => `${person} tried to close it too early, ${when(at)}.`),
    permit.closedAt
      ? `It was closed, ${when(permit.closedAt)}.`
      : `It is not closed: it is ${permit.state}.`,
  ]
}

const asideOf = ({ overridden, issuedAt }: Story['permit']): string[] =>
  issuedAt && overridden.length > 0
    ? [
        `A lead set ${overridden.length} stops aside: ${overridden.map(({ reason }) => reason).join('; ')}.`,
      ]
    : []

function workOf({ workStartedAt, watchStartedAt }: Story['permit'], when: When): string[] {
  if (!workStartedAt) return ['No arc was struck under it.']
  const end = watchStartedAt ? `the last arc went out ${when(watchStartedAt)}` : 'it goes on'
  return [`The first arc was struck ${when(workStartedAt)}; ${end}.`]
}

function watchOf(permit: Story['permit'], rounds: Story['rounds']): string[] {
  if (!permit.watchStartedAt) return []
  const late = rounds.filter(({ isLate }) => isLate).length
  const made = late === 0 ? 'none of them late' : `${late} of them late`
  return [
    `${permit.fireWatch} was named to watch: ${watchText(permit)}. ${rounds.length} rounds were made, ${made}.`,
  ]
}
