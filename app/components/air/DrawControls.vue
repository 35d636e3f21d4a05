<script setup lang="ts">
import { DRAWS } from '#shared/air/schema'
import type { RunAnswer } from '~/workers/simulate'

/** How many draws, from which seed, started and stopped. */
const seed = defineModel<number>('seed', { required: true })
const draws = defineModel<(typeof DRAWS)[number]>('draws', { required: true })
const props = defineProps<{
  /** Share that is done, null while nothing runs. */
  progress: number | null
  drawn: RunAnswer | null
  usable: boolean
}>()
const emit = defineEmits<{ start: []; stop: [] }>()
const options = DRAWS.map((value) => ({
  value: String(value),
  label: value.toLocaleString('en-US'),
}))
const chosen = computed({
  get: () => String(draws.value),
  set: (value) => {
    draws.value = DRAWS.find((count) => String(count) === value) ?? draws.value
  },
})
const running = computed(() => props.progress !== null)
const percent = computed(() => Math.round((props.progress ?? 0) * 100))
</script>

<template>
  <div class="flex flex-wrap gap-3 items-end no-print">
    <ChoiceRow v-model="chosen" legend="Draws" :options="options" :disabled="running" />
    <UFormField label="Seed">
      <UInput v-model.number="seed" type="number" min="0" class="w-32" :disabled="running" />
    </UFormField>
    <UButton
      v-if="!running"
      icon="i-lucide-dices"
      :disabled="!usable"
      data-testid="run"
      @click="emit('start')"
    >
      {{ drawn ? 'Draw again' : 'Draw the range' }}
    </UButton>
    <UButton
      v-else
      color="neutral"
      variant="outline"
      icon="i-lucide-square"
      data-testid="cancel"
      @click="emit('stop')"
    >
      Stop
    </UButton>
  </div>
  <div v-if="running" class="space-y-1">
    <UProgress :model-value="percent" aria-label="Draws done" />
    <p class="muted text-sm" role="status">{{ percent }} % drawn</p>
  </div>
  <p v-if="drawn" class="muted text-sm" role="status" data-testid="drawn">
    {{ drawn.draws.toLocaleString('en-US') }} draws, seed {{ drawn.seed }}: the same seed, the same
    figures. A change above or below starts the planned estimate anew.
  </p>
</template>
