<script setup lang="ts">
import { OUTLET_DATA } from '#core/gas/outlet.table'
import type { Unit } from '#core/finding/finding'
import type { Cylinder } from '#shared/gas/schema'
import { quantityText } from '#shared/units/units'
import { useUnits } from '~/composables/units'

/** What is told of a cylinder, and what is not. */
const props = defineProps<{ cylinder: Cylinder }>()
const units = useUnits()
const NOT_TOLD = 'not told'
const quantity = (amount: number | null, unit: Unit): string =>
  amount === null ? NOT_TOLD : quantityText({ amount, unit }, units.value)
const tenure = computed(() => {
  const { tenure, supplier, dailyRate } = props.cylinder
  if (tenure === null) return NOT_TOLD
  if (tenure === 'owned') return 'Owned'
  return ['Rented', supplier && `from ${supplier}`, dailyRate !== null && `${dailyRate} a day`]
    .filter(Boolean)
    .join(' ')
})
const facts = computed(() => {
  const { cylinder } = props
  return [
    { name: 'Holds when full', says: quantity(cylinder.nominal, 'm3') },
    { name: 'Water volume', says: quantity(cylinder.volume, 'm3') },
    { name: 'Service pressure', says: quantity(cylinder.service, 'Pa') },
    { name: 'Empty weight', says: quantity(cylinder.tare, 'kg') },
    { name: 'Shoulder marks', says: cylinder.marks || NOT_TOLD },
    { name: 'Serial', says: cylinder.serial || NOT_TOLD },
    { name: 'Whose', says: tenure.value },
    {
      name: 'Outlet',
      says: cylinder.outlet
        ? `CGA ${cylinder.outlet}, ${OUTLET_DATA[cylinder.outlet].says}`
        : NOT_TOLD,
    },
  ]
})
</script>

<template>
  <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
    <template v-for="fact in facts" :key="fact.name">
      <dt class="muted">{{ fact.name }}</dt>
      <dd class="break-words">{{ fact.says }}</dd>
    </template>
    <dt class="muted">Cap on</dt>
    <dd><YesNo :value="cylinder.capped" /></dd>
    <dt class="muted">Chained</dt>
    <dd><YesNo :value="cylinder.chained" /></dd>
  </dl>
</template>
