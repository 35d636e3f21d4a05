<script setup lang="ts">
import { PERIODIC, occasionName } from '#core/inspection/occasion'
import type { InspectionCustoms } from '#shared/inspection/customs'

/** When the shop is shut, how long a due look may wait, and who looks again after a repair. */
const customs = defineModel<InspectionCustoms>({ required: true })
const WEEKDAYS = [
  'Sunday',
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
] as const

function shut(weekday: number, on: boolean): void {
  const { closed } = customs.value
  closed.weekdays = WEEKDAYS.flatMap((_, day) =>
    (day === weekday ? on : closed.weekdays.includes(day)) ? [day] : [],
  )
}
/** One day a line, as 2026-12-25. */
const days = computed({
  get: () => customs.value.closed.days.join('\n'),
  set: (text: string) => {
    customs.value.closed.days = text
      .split(/[\s,]+/)
      .map((day) => day.trim())
      .filter(Boolean)
  },
})
function setGrace(occasion: (typeof PERIODIC)[number], typed: string | number | undefined): void {
  const { grace } = customs.value
  if (typed === undefined || typed === '') delete grace[occasion]
  else grace[occasion] = Number(typed)
}
</script>

<template>
  <fieldset>
    <legend class="font-semibold mb-1">Inspections</legend>
    <div class="space-y-4">
      <div>
        <p class="mb-1">Shut on. What falls due on such a day is due on the open day before.</p>
        <div class="flex flex-wrap gap-x-6 gap-y-2">
          <UCheckbox
            v-for="(name, weekday) in WEEKDAYS"
            :key="name"
            :model-value="customs.closed.weekdays.includes(weekday)"
            :label="name"
            @update:model-value="shut(weekday, Boolean($event))"
          />
        </div>
      </div>
      <UFormField
        label="Single days shut"
        help="One a line, as 2026-12-25"
        name="inspection.closed.days"
        :error-pattern="/^inspection\.closed\.days/"
        class="max-w-sm"
      >
        <UTextarea v-model="days" :rows="2" class="w-full" />
      </UFormField>
      <div class="grid grid-cols-2 sm:grid-cols-4 gap-4">
        <UFormField
          v-for="occasion in PERIODIC"
          :key="occasion"
          :label="`${occasionName(occasion)}: grace, days`"
          :name="`inspection.grace.${occasion}`"
        >
          <UInput
            :model-value="customs.grace[occasion]"
            type="number"
            min="0"
            class="w-full"
            @update:model-value="setGrace(occasion, $event)"
          />
        </UFormField>
      </div>
      <UCheckbox
        v-model="customs.recheckByAnother"
        label="Another than who repaired it looks again before it is used"
      />
    </div>
  </fieldset>
</template>
