<script setup lang="ts">
import type { Unit } from '#core/finding/finding'

/** A quantity that must be there: nothing typed is no number, so that the rules of the form say so. */
const model = defineModel<number>({ required: true })
defineProps<{ unit: Unit; label: string; help?: string; error?: string; disabled?: boolean }>()
const typed = computed<number | null>({
  get: () => model.value,
  set: (value) => {
    model.value = value ?? Number.NaN
  },
})
</script>

<template>
  <QuantityInput
    v-model="typed"
    :unit="unit"
    :label="label"
    :help="help"
    :error="error"
    :disabled="disabled"
  />
</template>
