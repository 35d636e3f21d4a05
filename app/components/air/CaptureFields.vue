<script setup lang="ts">
import type { FumeSource } from '#core/air/case'
import { CAPTURE } from '#core/ventilation/ventilation.table'

/** What the hood takes at the arc, from at least to at most. */
type Capture = FumeSource['capture']
const capture = defineModel<Capture>({ required: true })
const props = defineProps<{ error: (field: string) => string | undefined }>()
const STATES: { label: string; takes: Capture }[] = [
  { label: 'none', takes: CAPTURE.off },
  { label: 'arm, in place', takes: CAPTURE.inPlace },
  { label: 'out of place', takes: CAPTURE.outOfPlace },
]
const change = (part: Partial<Capture>): void => {
  capture.value = { ...capture.value, ...part }
}
const lowWrong = computed(() => props.error('capture.low') ?? props.error('capture'))
</script>

<template>
  <NeededQuantity
    :model-value="capture.low"
    unit="share"
    label="Hood takes at least"
    :error="lowWrong"
    @update:model-value="change({ low: $event })"
  />
  <NeededQuantity
    :model-value="capture.high"
    unit="share"
    label="At most"
    :error="error('capture.high')"
    @update:model-value="change({ high: $event })"
  />
  <div class="flex flex-wrap gap-1 sm:pt-7 lg:col-span-2">
    <UButton
      v-for="state in STATES"
      :key="state.label"
      variant="soft"
      color="neutral"
      @click="capture = { ...state.takes }"
    >
      {{ state.label }}
    </UButton>
  </div>
</template>
