<script setup lang="ts">
import { HOOD_KINDS, HOOD_NAME, type AirSpace } from '#core/job/job'
import type { MeasuredRoom } from '~/composables/plan/rooms'

/** The air space: what the prescriptive check and the estimate ask for. Blank is not known, never zero. */
const air = defineModel<AirSpace>({ required: true })
defineProps<{
  errors?: Record<string, string>
  prefix: string
  proof?: boolean
  disabled?: boolean
  /** As the plan measures it; null or absent: it is not drawn. */
  room?: MeasuredRoom | null
}>()
/** What is typed over is measured no longer; taken from a plan, the mark comes with the figures. */
watch(
  () => ({ ...air.value }),
  (now, before) => {
    const isTyped = now.volume !== before.volume || now.ceiling !== before.ceiling
    if (now.measuredOn && isTyped && now.measuredOn === before.measuredOn)
      air.value = { ...air.value, measuredOn: null }
  },
)
const SPACES = [
  { value: 'indoors', label: 'Indoors' },
  { value: 'outdoors', label: 'Outdoors' },
  { value: 'confined', label: 'Confined space' },
] as const
const yesNo = [
  { value: false, label: 'No' },
  { value: true, label: 'Yes' },
  { value: null, label: 'Not known' },
] as const
const hoods = HOOD_KINDS.map((value) => ({ value, label: HOOD_NAME[value] }))
// Hands measure this one in inches or millimetres.
const distance = computed({
  get: () => (air.value.hoodDistance === null ? null : air.value.hoodDistance * 1000),
  set: (mm) => {
    air.value.hoodDistance = mm === null ? null : mm / 1000
  },
})
</script>

<template>
  <div class="space-y-4">
    <ChoiceRow v-model="air.space" legend="Space" :disabled="disabled" :options="SPACES" />
    <QuantityInput
      v-if="air.space === 'outdoors'"
      v-model="air.wind"
      class="max-w-xs"
      unit="m/s"
      label="Wind at the work"
      help="Felt or measured; gives a rough range from 0.2 to 2 m/s (40 to 400 fpm)"
      :name="`${prefix}.wind`"
      :error="errors?.[`${prefix}.wind`]"
      :disabled="disabled"
    />
    <RoomFromPlan
      v-if="room && air.space !== 'outdoors'"
      v-model="air"
      :room="room"
      :disabled="disabled"
    />
    <div
      v-if="air.space !== 'outdoors'"
      class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-4"
    >
      <QuantityInput
        v-model="air.volume"
        unit="m3"
        label="Room volume"
        :name="`${prefix}.volume`"
        :error="errors?.[`${prefix}.volume`]"
        :disabled="disabled"
      />
      <QuantityInput
        v-model="air.ceiling"
        unit="m"
        label="Ceiling"
        :name="`${prefix}.ceiling`"
        :error="errors?.[`${prefix}.ceiling`]"
        :disabled="disabled"
      />
      <QuantityInput
        v-model="air.generalFlow"
        unit="m3/s"
        label="General ventilation"
        help="Measured; blank if not known"
        :name="`${prefix}.generalFlow`"
        :error="errors?.[`${prefix}.generalFlow`]"
        :disabled="disabled"
      />
      <UFormField
        label="Mixing factor"
        help="1 perfect, 10 poor"
        :name="`${prefix}.mixing`"
        :error="errors?.[`${prefix}.mixing`]"
      >
        <UInput
          v-model.number="air.mixing"
          type="number"
          min="1"
          max="10"
          step="0.5"
          class="w-full"
          :disabled="disabled"
        />
      </UFormField>
      <ChoiceRow
        v-model="air.obstructed"
        class="sm:col-span-2"
        legend="Cross flow obstructed"
        :options="yesNo"
        :disabled="disabled"
      />
    </div>
    <div class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-4">
      <UFormField label="Local exhaust" class="sm:col-span-2">
        <USelect v-model="air.hood" :items="hoods" class="w-full" :disabled="disabled" />
      </UFormField>
      <template v-if="air.hood !== 'none'">
        <QuantityInput
          v-if="air.hood === 'movable_hood'"
          v-model="distance"
          unit="mm"
          label="Hood to arc"
          :name="`${prefix}.hoodDistance`"
          :error="errors?.[`${prefix}.hoodDistance`]"
          :disabled="disabled"
        />
        <QuantityInput
          v-model="air.hoodFlow"
          unit="m3/s"
          label="Hood flow"
          help="From the last survey"
          :name="`${prefix}.hoodFlow`"
          :error="errors?.[`${prefix}.hoodFlow`]"
          :disabled="disabled"
        />
      </template>
    </div>
    <UCheckbox
      v-if="proof && air.hood !== 'none'"
      v-model="air.hoodProved"
      label="Proved before the arc: on, damper open, felt with a hand"
      :disabled="disabled"
    />
  </div>
</template>
