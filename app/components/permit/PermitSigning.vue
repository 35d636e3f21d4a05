<script setup lang="ts">
import type { Permit, Signatory } from '#shared/permit/schema'
import { SIGNER_WORDS } from '~/components/permit/action-words'
import { useSignIn } from '~/stores/sign-in'

/** What still holds a draft back, who has signed it, and who is next. */
const props = defineProps<{ permit: Permit; dirty: boolean }>()
const emit = defineEmits<{ sign: [signatory: Signatory] }>()
const signIn = useSignIn()
/** So many are named here; all of them stand at their gate. */
const NAMED = 5
const holding = computed(() =>
  props.permit.live.filter((finding) => props.permit.open.includes(finding.code)),
)
const says = computed(() => {
  const { ready, open } = props.permit
  return ready ? 'All gates open' : `${open.length} hold${open.length === 1 ? 's' : ''} it back`
})
const maySign = computed(() => signIn.may('lead', 'instructor', 'worker'))
/** They sign in their order. */
const next = computed(() => props.permit.signatories.find(({ isSigned }) => !isSigned))
const rows = computed(() =>
  props.permit.signatories.map((signatory) => {
    const { as, side, isSigned, name } = signatory
    const words = SIGNER_WORDS[as]
    return {
      key: `${as} ${signatory.personId}`,
      signatory,
      isSigned,
      done: `Signed by the ${words.name}${side ? `: ${side}` : ''}`,
      ask: as === 'watcher' ? `${words.title}: ${name}` : words.title,
      isOffered: !isSigned && name !== null && maySign.value,
      isNext: signatory === next.value,
    }
  }),
)
/** Signatures that a change made void, and that were not given again. */
const voided = computed(() => {
  const { events, signatories } = props.permit
  const still = (as: string): boolean =>
    signatories.some((signatory) => signatory.as === as && !signatory.isSigned)
  const last = new Map(
    events
      .filter(({ kind, subject }) => kind === 'void' && still(subject))
      .map((event) => [`${event.subject} ${event.note}`, event]),
  )
  return [...last.values()]
})
</script>

<template>
  <div class="space-y-2">
    <p class="font-semibold flex items-center gap-2">
      <FindingMark :level="permit.ready ? 'clear' : 'stop'" />
      {{ says }}
    </p>
    <ul v-if="!permit.ready" class="space-y-1.5 text-sm leading-snug">
      <li v-for="finding in holding.slice(0, NAMED)" :key="finding.code" class="flex gap-2">
        <FindingMark :level="finding.level" :size="16" class="mt-0.5" />
        <span>{{ finding.sentence }}</span>
      </li>
      <li v-if="holding.length > NAMED" class="muted">and {{ holding.length - NAMED }} more</li>
    </ul>
    <template v-for="row in rows" :key="row.key">
      <p v-if="row.isSigned" class="flex items-center gap-2">
        <FindingMark level="clear" />
        {{ row.done }}
      </p>
      <UButton
        v-else-if="row.isOffered"
        variant="outline"
        class="w-full"
        :disabled="dirty || !row.isNext"
        @click="emit('sign', row.signatory)"
      >
        {{ row.ask }}
      </UButton>
    </template>
    <p v-for="event in voided" :key="event.id" class="edge edge-caution px-2 py-1 text-sm">
      {{ event.note }}
    </p>
    <p v-if="dirty" class="muted text-sm">
      Save the fire check before signing; a change after it voids signatures.
    </p>
  </div>
</template>
