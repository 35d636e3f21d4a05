<script setup lang="ts">
import { HOOD_SHAPES, HOOD_SHAPE_NAME, isSlot } from '#core/hood/velocity'
import { isArc, PROCESSES, PROCESS_NAME } from '#core/job/job'
import type { Section } from '#core/hood/section'

/** Sizes that the plume section is drawn from. */
const section = defineModel<Section>({ required: true })
defineProps<{ prefix: string; disabled?: boolean }>()
const set = (change: Partial<Section>): void => {
  section.value = { ...section.value, ...change }
}
const shapes = HOOD_SHAPES.map((value) => ({ value, label: HOOD_SHAPE_NAME[value] }))
const processes = PROCESSES.filter(isArc).map((value) => ({ value, label: PROCESS_NAME[value] }))
/** Sizes that hands measure in inches or millimetres. */
const inMm = (key: 'opening' | 'duct') =>
  computed({
    get: () => section.value[key] * 1000,
    set: (mm: number | null) => {
      if (mm !== null && mm > 0) set({ [key]: mm / 1000 })
    },
  })
const opening = inMm('opening')
const duct = inMm('duct')
const slotWidth = computed({
  get: () => (section.value.slotWidth == null ? null : section.value.slotWidth * 1000),
  set: (mm: number | null) => set({ slotWidth: mm === null || mm <= 0 ? null : mm / 1000 }),
})
const drafts = [
  { value: '-1', label: 'Toward the welder' },
  { value: '0', label: 'Still' },
  { value: '1', label: 'Away' },
] as const
const direction = computed({
  get: () => String(Math.sign(section.value.draft)) as '-1' | '0' | '1',
  set: (value) => set({ draft: Number(value) * (Math.abs(section.value.draft) || 0.3) }),
})
</script>

<template>
  <fieldset
    :disabled="disabled"
    class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-4 items-start"
  >
    <UFormField label="Process">
      <USelect
        :model-value="section.process"
        :items="processes"
        class="w-full"
        @update:model-value="set({ process: $event })"
      />
    </UFormField>
    <QuantityInput
      :model-value="section.amps"
      unit="A"
      label="Current"
      :name="`${prefix}.amps`"
      @update:model-value="$event !== null && set({ amps: $event })"
    />
    <UFormField label="Opening">
      <USelect
        :model-value="section.shape"
        :items="shapes"
        class="w-full"
        @update:model-value="set({ shape: $event })"
      />
    </UFormField>
    <QuantityInput
      v-model="opening"
      unit="mm"
      :label="isSlot(section.shape) ? 'Length of the slot' : 'Width of the opening'"
      :name="`${prefix}.opening`"
    />
    <QuantityInput
      v-if="isSlot(section.shape)"
      v-model="slotWidth"
      unit="mm"
      label="Width of the slot"
      help="At most a fifth of its length"
      :name="`${prefix}.slotWidth`"
    />
    <QuantityInput
      :model-value="section.flow"
      unit="m3/s"
      label="Flow, damper open"
      help="From the last survey"
      :name="`${prefix}.flow`"
      @update:model-value="$event !== null && set({ flow: $event })"
    />
    <QuantityInput v-model="duct" unit="mm" label="Duct" :name="`${prefix}.duct`" />
    <ChoiceRow v-model="direction" legend="Cross draft" :options="drafts" class="sm:col-span-2" />
    <QuantityInput
      v-if="section.draft !== 0"
      :model-value="Math.abs(section.draft)"
      unit="m/s"
      label="Draft speed"
      :name="`${prefix}.draft`"
      @update:model-value="$event !== null && set({ draft: Math.sign(section.draft) * $event })"
    />
  </fieldset>
</template>
