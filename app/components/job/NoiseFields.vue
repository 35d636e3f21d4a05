<script setup lang="ts">
import type { JobSpec } from '#core/job/job'

/** Loud work beside the arc and the plug worn against it; all blank means that nobody has said. */
const noise = defineModel<JobSpec['noise']>({ required: true })
defineProps<{ errors: Record<string, string>; disabled?: boolean }>()

const blank = { grinding: 0, gouging: 0, plug: null }
type Field = keyof typeof blank
const field = (key: Field) =>
  computed({
    get: () => noise.value?.[key] ?? null,
    set: (value: number | null) => {
      const told = { ...(noise.value ?? blank), [key]: key === 'plug' ? value : (value ?? 0) }
      const isBlank = told.grinding === 0 && told.gouging === 0 && told.plug === null
      // A zero that was typed is an answer: no grinding today.
      noise.value = isBlank && value === null ? null : told
    },
  })
const grinding = field('grinding')
const gouging = field('gouging')
const plug = field('plug')
</script>

<template>
  <QuantityInput
    v-model="grinding"
    unit="min"
    label="At the grinder"
    help="In the shift; blank if not known"
    :error="errors['spec.noise.grinding']"
    :disabled="disabled"
  />
  <QuantityInput
    v-model="gouging"
    unit="min"
    label="Gouging"
    help="In the shift"
    :error="errors['spec.noise.gouging']"
    :disabled="disabled"
  />
  <QuantityInput
    v-model="plug"
    unit="count"
    label="Ear plugs, NRR"
    help="Rating on the box, dB"
    :error="errors['spec.noise.plug']"
    :disabled="disabled"
  />
</template>
