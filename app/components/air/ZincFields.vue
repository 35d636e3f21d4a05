<script setup lang="ts">
import { grindBack, ZINC_COATINGS, type ZincBurn } from '#core/fume/zinc'
import { quantityText } from '#shared/units/units'
import { useUnits } from '~/composables/units'

/** The zinc that burns off a coated plate, and how far to grind back so that none does. */
const zinc = defineModel<ZincBurn | null>({ required: true })
const props = defineProps<{ error: (field: string) => string | undefined }>()
const units = useUnits()
const START: ZincBurn = {
  coating: ZINC_COATINGS[0].coating,
  sides: 1,
  width: 0.02,
  travel: 0.004,
  vaporised: 0.5,
}
const SIDES = [
  { value: '1', label: 'One' },
  { value: '2', label: 'Both' },
] as const
const on = computed({
  get: () => zinc.value !== null,
  set: (wanted) => {
    zinc.value = wanted ? { ...START } : null
  },
})
const change = (part: Partial<ZincBurn>): void => {
  if (zinc.value) zinc.value = { ...zinc.value, ...part }
}
const usual = ZINC_COATINGS.map((row) => `${row.name} ${row.coating}`).join(' · ')
const bare = computed(() => {
  const width = zinc.value?.width ?? 0
  if (!(width > 0)) return '–'
  return quantityText({ amount: grindBack(width) * 1000, unit: 'mm' }, units.value)
})
const wrong = (field: string): string | undefined => props.error(`zinc.${field}`)
</script>

<template>
  <UCheckbox v-model="on" label="Work out the zinc that burns off" class="sm:pt-8 lg:col-span-2" />
  <template v-if="zinc">
    <NeededQuantity
      :model-value="zinc.coating"
      unit="count"
      label="Zinc a side, g/m²"
      :help="usual"
      :error="wrong('coating')"
      class="sm:col-span-2"
      @update:model-value="change({ coating: $event })"
    />
    <NeededQuantity
      :model-value="zinc.width * 1000"
      unit="mm"
      label="Burnt width"
      :error="wrong('width')"
      @update:model-value="change({ width: $event / 1000 })"
    />
    <NeededQuantity
      :model-value="zinc.travel"
      unit="m/s"
      label="Travel"
      :error="wrong('travel')"
      @update:model-value="change({ travel: $event })"
    />
    <ChoiceRow
      :model-value="zinc.sides === 2 ? '2' : '1'"
      legend="Sides that burn"
      :options="SIDES"
      @update:model-value="change({ sides: $event === '2' ? 2 : 1 })"
    />
    <p class="sm:col-span-2 sm:pt-7">
      <span class="font-semibold">Grind back {{ bare }}</span>
      each side of the seam and no zinc burns; then the dust is the hazard and the bare zone must be
      protected again.
    </p>
  </template>
</template>
