import type { Ref } from 'vue'
import type { Finding } from '#core/finding/finding'
import type { PermitAction } from '#core/permit/lifecycle'
import type { Permit } from '#shared/permit/schema'
import { ACTION_WORDS } from '~/components/permit/action-words'
import { useSignIn } from '~/stores/sign-in'
import type { usePermitActions } from './actions'

interface Ask {
  title: string
  says: string
  confirm: string
  pinOf?: string | null
  noteLabel?: string
  danger?: boolean
  send: (entry: { pin?: string; note?: string }) => Promise<unknown>
}

/** Closing work for which detectors were isolated says that they are back. */
function backOf({ sweep, workStartedAt, putsBack }: Permit) {
  if (sweep.detectors !== 'yes' || !workStartedAt) return null
  const says = `The detectors are back in service, put back by ${putsBack}.`
  return { says, entry: { detectorsBack: true } as const }
}

/** The one question that stands before a step that matters. */
export function usePermitAsk(
  permit: Ref<Permit | null>,
  { act, override }: ReturnType<typeof usePermitActions>,
) {
  const signIn = useSignIn()
  const ask = shallowRef<Ask | null>(null)
  const open = computed({
    get: () => ask.value !== null,
    set: (on) => {
      if (!on) ask.value = null
    },
  })
  /** Whose PIN an action takes: the issuer's own, or the fire watch's at the close of work that was done. */
  function pinOf(action: PermitAction): string | null {
    if (action === 'issue') return signIn.me!.name
    const { workStartedAt, fireWatch } = permit.value!
    return action === 'close' && workStartedAt ? fireWatch : null
  }
  return {
    ask,
    open,
    askAction(action: PermitAction): void {
      const { title, says, confirm, noteLabel, danger } = ACTION_WORDS[action]
      const back = action === 'close' ? backOf(permit.value!) : null
      ask.value = {
        title,
        says: back ? `${says} ${back.says}` : says,
        confirm,
        noteLabel,
        danger,
        pinOf: pinOf(action),
        send: (entry) => act(action, { ...entry, ...back?.entry }),
      }
    },
    askCloseAbsent(): void {
      const { fireWatch } = permit.value!
      const back = backOf(permit.value!)
      ask.value = {
        title: 'Close without the fire watch',
        says: `${back ? `${back.says} ` : ''}For a fire watch who has left and cannot sign. You sign in place of ${fireWatch}: the watch has run its time and the area was seen at the end.`,
        confirm: 'Close the permit',
        noteLabel: 'Why the fire watch cannot sign',
        danger: true,
        pinOf: signIn.me!.name,
        send: (entry) => act('close', { ...entry, ...back?.entry, watchAbsent: true }),
      }
    },
    askOverride(finding: Finding): void {
      ask.value = {
        title: 'Override',
        says: finding.sentence,
        confirm: 'Override with this reason',
        noteLabel: 'Reason, shown on the permit and in the audit',
        danger: true,
        send: (entry) => override(finding.code, entry.note ?? ''),
      }
    },
  }
}
