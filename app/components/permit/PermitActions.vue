<script setup lang="ts">
import type { PermitAction } from '#core/permit/lifecycle'
import type { Permit } from '#shared/permit/schema'
import { ACTION_ORDER, ACTION_WORDS } from '~/components/permit/action-words'
import { useServerClock } from '~/composables/clock'

/** What may be done next; what may not be done yet says why. */
const props = defineProps<{ permit: Permit; dirty: boolean }>()
const emit = defineEmits<{ act: [action: PermitAction] }>()
const { now } = useServerClock()

/** Why an action waits, or null. */
function waitsFor(action: PermitAction): string | null {
  const { ready, open, signatories } = props.permit
  if (action === 'issue' && !ready) return `${open.length} open above`
  if (action === 'issue' && signatories.some(({ isSigned }) => !isSigned))
    return 'signatures missing'
  return null
}
/** It may be tried, and stands on record then. */
const isEarly = (action: PermitAction): boolean => {
  const { watchEndsAt } = props.permit
  return action === 'close' && watchEndsAt !== null && Date.parse(watchEndsAt) > now.value
}
const buttons = computed(() =>
  ACTION_ORDER.filter((action) => props.permit.actions.includes(action)).map((action, i) => {
    const { word, danger } = ACTION_WORDS[action]
    const early = isEarly(action)
    const first = i === 0 && !danger && !early
    const waits = waitsFor(action)
    const plain = first ? ('primary' as const) : ('neutral' as const)
    return {
      action,
      word,
      waits,
      early,
      color: danger ? ('error' as const) : plain,
      variant: first ? ('solid' as const) : ('outline' as const),
      disabled: waits !== null || (action === 'issue' && props.dirty),
    }
  }),
)
</script>

<template>
  <div class="space-y-2">
    <div v-for="button in buttons" :key="button.action">
      <UButton
        class="w-full"
        :variant="button.variant"
        :color="button.color"
        :disabled="button.disabled"
        @click="emit('act', button.action)"
      >
        {{ button.word }}
      </UButton>
      <p v-if="button.waits" class="muted text-sm mt-0.5">Not yet: {{ button.waits }}.</p>
      <p v-else-if="button.early" class="muted text-sm mt-0.5">
        The watch is running. Closing before its end is refused, and stands on record.
      </p>
    </div>
  </div>
</template>
