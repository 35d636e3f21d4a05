<script setup lang="ts">
import { CONSUMED_SOURCE, consumedPerHour, WIRE_METALS, type Consumed } from '#core/fume/consumed'
import { quantityText } from '#shared/units/units'
import { useUnits } from '~/composables/units'

/** How much filler melts in an hour of arc: by current, known, from the wire feed, or by counting rods. */
const consumed = defineModel<Consumed>({ required: true })
const props = defineProps<{ error: (field: string) => string | undefined }>()
const units = useUnits()
const WAYS = [
  { value: 'default', label: 'By current' },
  { value: 'rate', label: 'Known' },
  { value: 'wire', label: 'Wire feed' },
  { value: 'rods', label: 'Rods' },
] as const
const START: Record<Consumed['by'], Consumed> = {
  default: { by: 'default' },
  rate: { by: 'rate', rate: 1.5 },
  wire: { by: 'wire', diameter: 0.001, speed: 0.12, metal: 'steel', tubular: false },
  rods: { by: 'rods', perHour: 12, mass: 0.036, stub: 0.005 },
}
const way = computed({
  get: () => consumed.value.by,
  set: (by) => {
    consumed.value = { ...START[by] }
  },
})
const change = (part: Record<string, number | string | boolean>): void => {
  consumed.value = { ...consumed.value, ...part } as Consumed
}
const isMeasured = computed(() => ['wire', 'rods'].includes(consumed.value.by))
const melted = computed(() => {
  try {
    const rate = consumedPerHour(consumed.value)
    return rate === null
      ? 'by the amperage default, an estimate'
      : quantityText({ amount: rate, unit: 'kg/h' }, units.value)
  } catch {
    return '–'
  }
})
const wrong = (field: string): string | undefined => props.error(`consumed.${field}`)
</script>

<template>
  <ChoiceRow v-model="way" legend="Filler melted" class="sm:col-span-2" :options="WAYS" />
  <p class="sm:pt-8 lg:col-span-2">
    <span class="muted">Per arc hour:{{ ' ' }}</span>
    <span class="font-semibold">{{ melted }}</span>
    <span v-if="isMeasured" class="muted block text-sm">{{ CONSUMED_SOURCE.document }}</span>
  </p>
  <NeededQuantity
    v-if="consumed.by === 'rate'"
    :model-value="consumed.rate"
    unit="kg/h"
    label="Filler per arc hour"
    :error="wrong('rate')"
    @update:model-value="change({ rate: $event })"
  />
  <template v-if="consumed.by === 'wire'">
    <NeededQuantity
      :model-value="consumed.diameter * 1000"
      unit="mm"
      label="Wire size"
      :error="wrong('diameter')"
      @update:model-value="change({ diameter: $event / 1000 })"
    />
    <NeededQuantity
      :model-value="consumed.speed"
      unit="m/s"
      label="Wire feed"
      :error="wrong('speed')"
      @update:model-value="change({ speed: $event })"
    />
    <UFormField label="Wire of">
      <USelect
        :model-value="consumed.metal"
        :items="[...WIRE_METALS]"
        class="w-full"
        @update:model-value="change({ metal: $event })"
      />
    </UFormField>
    <UCheckbox
      :model-value="consumed.tubular"
      label="Tubular (cored)"
      class="sm:pt-8"
      @update:model-value="change({ tubular: Boolean($event) })"
    />
  </template>
  <template v-if="consumed.by === 'rods'">
    <NeededQuantity
      :model-value="consumed.perHour"
      unit="count"
      label="Rods per arc hour"
      :error="wrong('perHour')"
      @update:model-value="change({ perHour: $event })"
    />
    <NeededQuantity
      :model-value="consumed.mass * 1000"
      unit="count"
      label="Rod, g"
      :error="wrong('mass')"
      @update:model-value="change({ mass: $event / 1000 })"
    />
    <NeededQuantity
      :model-value="consumed.stub * 1000"
      unit="count"
      label="Stub, g"
      :error="wrong('stub')"
      @update:model-value="change({ stub: $event / 1000 })"
    />
  </template>
</template>
