<script setup lang="ts">
import type { LaserSpec } from '#core/job/job'

/** The laser as its plate says, and how its cell is kept. Blank figures give no laser, so no answer. */
const laser = defineModel<LaserSpec | null>({ required: true })
const props = defineProps<{ errors: Record<string, string>; prefix: string; disabled?: boolean }>()
type Draft = { [K in keyof LaserSpec]: LaserSpec[K] | null }
const draft = ref<Draft>(
  laser.value
    ? { ...laser.value }
    : {
        power: null,
        wavelength: 1070,
        divergence: null,
        exposure: 10,
        eyewear: null,
        barrier: null,
        everyone: null,
      },
)
watch(
  draft,
  ({ power, wavelength, divergence, exposure, eyewear, barrier, everyone }) => {
    laser.value =
      power !== null && wavelength !== null && divergence !== null && exposure !== null
        ? { power, wavelength, divergence, exposure, eyewear, barrier, everyone }
        : null
  },
  { deep: true },
)
const at = (name: string): string | undefined => props.errors[`${props.prefix}.${name}`]
const yesNo = [
  { value: true, label: 'Yes' },
  { value: false, label: 'No' },
  { value: null, label: 'Not known' },
] as const
</script>

<template>
  <fieldset class="space-y-4" :disabled="disabled">
    <legend class="font-semibold mb-2">Laser, continuous wave</legend>
    <div class="grid grid-cols-2 lg:grid-cols-5 gap-4">
      <QuantityInput v-model="draft.power" unit="W" label="Power" :error="at('power')" />
      <QuantityInput
        v-model="draft.wavelength"
        unit="nm"
        label="Wavelength"
        :error="at('wavelength')"
      />
      <QuantityInput
        v-model="draft.divergence"
        unit="rad"
        label="Divergence"
        help="Full angle, from the maker"
        :error="at('divergence')"
      />
      <QuantityInput
        v-model="draft.exposure"
        unit="s"
        label="Exposure"
        help="10 s and more"
        :error="at('exposure')"
      />
      <QuantityInput
        v-model="draft.eyewear"
        unit="OD"
        label="Eyewear OD"
        help="As printed"
        :error="at('eyewear')"
      />
    </div>
    <div class="flex flex-wrap gap-x-8 gap-y-3">
      <ChoiceRow
        v-model="draft.barrier"
        legend="Interlocked barrier closes the cell"
        :options="yesNo"
      />
      <ChoiceRow
        v-model="draft.everyone"
        legend="Everyone in the cell is covered"
        :options="yesNo"
      />
    </div>
  </fieldset>
</template>
