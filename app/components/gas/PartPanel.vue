<script setup lang="ts">
import type { Unit } from '#core/finding/finding'
import { HOSE_STANDARD_NAME, OUTLET_DATA } from '#core/gas/outlet.table'
import { LINE_NAME } from '#core/gas/set/kind'
import type { Gear } from '#shared/inspection/schema'
import { quantityText } from '#shared/units/units'
import { HOSE_USE_NAME } from '~/components/gas/gas-words'
import { useUnits } from '~/composables/units'

/** What is told of a part of a gas set, and where it is. */
const props = defineProps<{ gear: Gear }>()
const units = useUnits()
const NOT_TOLD = 'not told'
const quantity = (amount: number | null, unit: Unit): string =>
  amount === null ? NOT_TOLD : quantityText({ amount, unit }, units.value)
const rows = computed(() => {
  const { kind, facts } = props.gear
  if (!facts) return []
  const { use, inlet, highest, step, colour, standard, thread, bore, length } = facts
  const made = { name: 'Made for', says: use ? HOSE_USE_NAME[use] : NOT_TOLD }
  if (kind === 'regulator')
    return [
      made,
      {
        name: 'Connection',
        says: inlet ? `CGA ${inlet}, ${OUTLET_DATA[inlet].says}` : NOT_TOLD,
      },
      { name: 'Takes up to', says: quantity(highest, 'Pa') },
      { name: 'Finest step', says: quantity(step, 'Pa') },
    ]
  if (kind === 'hose')
    return [
      {
        name: 'Colour',
        says: colour
          ? `${colour}, ${standard ? HOSE_STANDARD_NAME[standard] : 'standard not told'}`
          : NOT_TOLD,
      },
      { name: 'Thread', says: thread ? `${thread}-handed` : NOT_TOLD },
      { name: 'Bore', says: quantity(bore === null ? null : bore * 1000, 'mm') },
      { name: 'Length', says: quantity(length, 'm') },
    ]
  return [made]
})
</script>

<template>
  <section class="panel p-4 sm:p-6" aria-labelledby="part">
    <h2 id="part" class="mb-2">
      <template v-if="gear.setId">
        On
        <NuxtLink class="link" :to="`/gear/gasSet/${gear.setId}`">{{ gear.set }}</NuxtLink>
        <span v-if="gear.line">, {{ LINE_NAME[gear.line] }} line</span>
      </template>
      <template v-else>On no set</template>
    </h2>
    <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
      <template v-for="row in rows" :key="row.name">
        <dt class="muted">{{ row.name }}</dt>
        <dd>{{ row.says }}</dd>
      </template>
    </dl>
  </section>
</template>
