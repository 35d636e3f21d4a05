<script setup lang="ts">
import { SIGNERS, type Permit, type Signer } from '#shared/permit/schema'
import { SIGNER_WORDS } from '~/components/permit/action-words'
import { useSignIn } from '~/stores/sign-in'

/** What still holds a draft back, and who has signed it. */
const props = defineProps<{ permit: Permit; dirty: boolean }>()
const emit = defineEmits<{ sign: [as: Signer] }>()
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
function maySign(as: Signer): boolean {
  const { operatorId, fireWatchId } = props.permit
  const signer = as === 'operator' ? operatorId : fireWatchId
  return signer !== null && signIn.may('lead', 'instructor', 'worker')
}
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
    <template v-for="as in SIGNERS" :key="as">
      <p v-if="permit.signed[as]" class="flex items-center gap-2">
        <FindingMark level="clear" />
        Signed by the {{ SIGNER_WORDS[as].name }}
      </p>
      <UButton
        v-else-if="maySign(as)"
        variant="outline"
        class="w-full"
        :disabled="dirty"
        @click="emit('sign', as)"
      >
        {{ SIGNER_WORDS[as].title }}
      </UButton>
    </template>
    <p v-if="dirty" class="muted text-sm">
      Save the fire check before signing; a change after it voids signatures.
    </p>
  </div>
</template>
