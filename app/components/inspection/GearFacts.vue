<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import type { Field } from '#core/inspection/kind'
import type { Gear } from '#shared/inspection/schema'
import { quantityText } from '#shared/units/units'
import { useUnits } from '~/composables/units'
import { useGearKinds } from '~/stores/gear-kinds'

/** What is told of a piece of gear; what is not told says so. */
const props = defineProps<{ gear: Gear }>()
const kinds = useGearKinds()
const units = useUnits()

function textOf(field: Field): string {
  const value = props.gear.fields[field.id] ?? null
  if (value === null) return 'not told'
  switch (field.type) {
    case 'number':
      return quantityText({ amount: Number(value), unit: field.unit }, units.value)
    case 'choice':
      return field.options.find((option) => option.value === value)?.label ?? String(value)
    case 'date':
      return dayText(String(value))
    case 'yesNo':
      return value ? 'yes' : 'no'
    default:
      return String(value)
  }
}
const rows = computed(() => [
  ...kinds.fieldsOf(props.gear).map((field) => ({ name: field.name, text: textOf(field) })),
  ...(props.gear.maker ? [{ name: 'Maker', text: props.gear.maker }] : []),
  ...(props.gear.model ? [{ name: 'Model', text: props.gear.model }] : []),
  ...(props.gear.serial ? [{ name: 'Serial', text: props.gear.serial }] : []),
  ...(props.gear.inServiceOn
    ? [{ name: 'In service since', text: dayText(props.gear.inServiceOn) }]
    : []),
])
</script>

<template>
  <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
    <template v-for="row in rows" :key="row.name">
      <dt class="muted">{{ row.name }}</dt>
      <dd :class="{ muted: row.text === 'not told' }">{{ row.text }}</dd>
    </template>
  </dl>
</template>
