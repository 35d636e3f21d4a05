<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { waterVolume } from '#core/gas/cylinder'
import { minutesLeft, usable } from '#core/gas/supply'
import type { Cylinder } from '#shared/gas/schema'

/** How long a cylinder lasts at a flow; the flow is kept on this device. */
const props = defineProps<{ cylinder: Cylinder }>()
const flow = useLocalStorage<number | null>('zonaris-shield-flow', null, {
  serializer: {
    read: (text) => (text === '' ? null : Number(text)),
    write: (value) => String(value ?? ''),
  },
})
const minutes = computed(() => {
  const { left } = props.cylinder
  const gas = left === null ? null : usable(left, waterVolume({ ...props.cylinder, plus: false }))
  return minutesLeft(gas, flow.value === null ? null : flow.value / 1000 / 60)
})
const says = computed(() => {
  if (props.cylinder.left === null) return 'Not known: nobody knows what is left.'
  if (minutes.value === null) return 'Enter the flow.'
  const whole = Math.floor(minutes.value)
  return `${Math.floor(whole / 60)} h ${whole % 60} min, with some pressure left.`
})
</script>

<template>
  <div class="flex flex-wrap gap-4 items-end">
    <QuantityInput v-model="flow" class="w-44" unit="L/min" label="Lasts at a flow of" />
    <p class="font-semibold pb-2" aria-live="polite" data-testid="lasts">{{ says }}</p>
  </div>
</template>
