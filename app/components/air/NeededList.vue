<script setup lang="ts">
import type { Inverse, Needed } from '#core/air/inverse'
import type { Unit } from '#core/finding/finding'
import { limitText } from '#core/exposure/limits.table'
import { SUBSTANCE_NAME } from '#core/exposure/terms'
import { CAPTURE } from '#core/ventilation/ventilation.table'
import { quantityText } from '#shared/units/units'
import { useUnits } from '~/composables/units'

/** What would have to change, one thing at a time, for each limit. */
const props = defineProps<{
  needed: readonly Needed[]
  /** How far the hood of the station still captures, m. */ reach: number | null
}>()
const units = useUnits()
const text = (inverse: Inverse, unit: Unit): string =>
  'because' in inverse
    ? `no answer: ${inverse.because}`
    : quantityText({ amount: inverse.value, unit }, units.value)
/** What a hood in place takes at least, and at most. */
const { low, high } = CAPTURE.inPlace
function hood(inverse: Inverse): string {
  if ('because' in inverse) return `no answer: ${inverse.because}`
  if (inverse.value === 0) return 'needs none'
  const share = quantityText({ amount: inverse.value, unit: 'share' }, units.value)
  if (inverse.value > high) return `${share}: more than a hood takes`
  if (inverse.value > low)
    return `${share}: a hood in place takes ${low * 100} to ${high * 100} %, so it may not be enough`
  return `${share}: a hood in place takes it${props.reach === null ? '' : `, within ${quantityText({ amount: props.reach * 1000, unit: 'mm' }, units.value)} of the arc here`}`
}
</script>

<template>
  <SideScroll label="What each limit needs">
    <table class="list">
      <caption class="sr-only">What each limit needs</caption>
      <thead>
        <tr>
          <th scope="col">For</th>
          <th scope="col">Air flow at least</th>
          <th scope="col">Own arc at most</th>
          <th scope="col">Head at least</th>
          <th scope="col">Hood takes at least</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="entry in needed" :key="entry.substance">
          <th scope="row" class="!text-current !text-base">
            {{ SUBSTANCE_NAME[entry.substance] }}
            <span class="muted block text-sm font-normal">
              {{ limitText(entry.governs.limit) }}
            </span>
          </th>
          <td>{{ text(entry.flow, 'm3/s') }}</td>
          <td>{{ text(entry.arcMinutes, 'min') }}</td>
          <td>{{ text(entry.head, 'm') }}</td>
          <td>{{ hood(entry.capture) }}</td>
        </tr>
      </tbody>
    </table>
  </SideScroll>
</template>
