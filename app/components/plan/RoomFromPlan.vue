<script setup lang="ts">
import type { AirSpace } from '#core/job/job'
import { quantityText } from '#shared/units/units'
import { useUnits } from '~/composables/units'
import { isAsMeasured, type MeasuredRoom } from '~/composables/plan/rooms'

/** Volume and ceiling as the plan measures them, to be taken over; typed ones say that they are. */
const air = defineModel<AirSpace>({ required: true })
const props = defineProps<{ room: MeasuredRoom; disabled?: boolean }>()
const units = useUnits()
const isTaken = computed(() => isAsMeasured(air.value, props.room))
const isKnown = computed(() => props.room.volume !== null)
const says = computed(() => {
  const { room, volume, ceiling } = props.room
  const [space, height] = [
    quantityText({ amount: volume!, unit: 'm3' }, units.value),
    quantityText({ amount: ceiling!, unit: 'm' }, units.value),
  ]
  const { measuredOn } = air.value
  const below = measuredOn ? `measured on version ${measuredOn.plan}` : 'typed'
  return `${room} on the plan: ${space}, ceiling ${height}. What stands below was ${below}.`
})
function take(): void {
  const { volume, ceiling, plan, room } = props.room
  air.value = { ...air.value, volume, ceiling, measuredOn: { plan, room } }
}
</script>

<template>
  <div class="edge edge-clear py-2 px-3 flex flex-wrap items-center gap-3">
    <UIcon name="i-lucide-ruler" class="size-5" aria-hidden="true" />
    <p class="grow">
      <template v-if="isTaken">
        Measured on the plan, version {{ air.measuredOn!.plan }}: {{ room.room }}.
      </template>
      <template v-else-if="isKnown">{{ says }}</template>
      <template v-else>{{ room.room }} on the plan: its height is not told there.</template>
      <span class="muted block text-sm">
        {{ room.welders }} stations and {{ room.openings }} openings are drawn in it.
      </span>
    </p>
    <UButton
      v-if="isKnown && !isTaken"
      color="neutral"
      variant="outline"
      :disabled="disabled"
      @click="take"
    >
      Use these
    </UButton>
  </div>
</template>
