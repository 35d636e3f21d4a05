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
  const { ready, open, signatories, watchEndsAt } = props.permit
  if (action === 'issue' && !ready) return `${open.length} open above`
  if (action === 'issue' && signatories.some(({ isSigned }) => !isSigned))
    return 'signatures missing'
  if (action === 'close' && watchEndsAt && Date.parse(watchEndsAt) > now.value)
    return 'the watch is running'
  return null
}
const buttons = computed(() =>
  ACTION_ORDER.filter((action) => props.permit.actions.includes(action)).map((action, i) => {
    const { word, danger } = ACTION_WORDS[action]
    const first = i === 0 && !danger
    const waits = waitsFor(action)
    const plain = first ? ('primary' as const) : ('neutral' as const)
    return {
      action,
      word,
      waits,
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
    </div>
  </div>
</template>
