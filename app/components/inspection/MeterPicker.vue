<script setup lang="ts">
import { isCalibrated, type MeterKind } from '#core/inspection/calibration'
import { inspectionRoutes } from '#shared/inspection/routes'
import type { Gear } from '#shared/inspection/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** By which meter of the register it is read, on a day; or by another, whose calibration nobody knows. */
const meter = defineModel<string | null>({ required: true })
const props = withDefaults(
  defineProps<{
    kind: MeterKind
    day: string
    /** Of the field in its form. */
    name?: string
  }>(),
  { name: 'meterId' },
)
const { data, load } = useLoad(() =>
  call(inspectionRoutes.gearList, { query: { kind: props.kind, all: 'true' } }),
)
onMounted(load)
const NAME: Record<MeterKind, string> = {
  gasMeter: 'Gas meter',
  airMeter: 'Air speed meter',
  voltMeter: 'Voltage meter',
}
const OTHER = 'other'
function stateOf(gear: Gear): string {
  if (gear.lockReason !== null) return 'LOCKED OUT'
  return isCalibrated(gear.fields, props.day) ? 'calibrated' : 'not calibrated on that day'
}
const choices = computed(() => [
  ...(data.value?.rows ?? []).map((gear) => ({
    value: gear.id,
    label: `${gear.label}, ${stateOf(gear)}`,
    disabled: gear.lockReason !== null,
  })),
  { value: OTHER, label: 'Another, not in the register' },
])
const chosen = computed({
  get: () => meter.value ?? OTHER,
  set: (value: string) => {
    meter.value = value === OTHER ? null : value
  },
})
</script>

<template>
  <UFormField :label="NAME[kind]" :name="name" help="Only one within its calibration counts.">
    <USelect v-model="chosen" :items="choices" class="w-full" :aria-label="NAME[kind]" />
  </UFormField>
</template>
