<script setup lang="ts">
import type { z } from 'zod'
import { inSentence } from '#core/finding/wording'
import { calibratedSays } from '#core/inspection/calibration'
import { GASES, SUBSTANCE_NAME, type Gas } from '#core/exposure/terms'
import { airRoutes } from '#shared/air/routes'
import { gasTestEntry } from '#shared/air/gas-test'
import { type JobAir } from '#shared/air/schema'
import { call } from '~/composables/api'
import { parseNumber } from '~/components/frame/number-text'
import { useEventIds } from '~/composables/event-id'
import { useSiteTime } from '~/composables/time'
import { joined } from '~/components/frame/joined'

/** The gas test before entry: those logged, and the next one. */
const props = defineProps<{ air: JobAir; mayWrite: boolean }>()
const emit = defineEmits<{ saved: [] }>()
const { when, today } = useSiteTime()
const blank = () => ({
  oxygen: null as number | null,
  explosive: null as number | null,
  others: {} as Partial<Record<Gas, number>>,
  meterId: null as string | null,
  instrument: '',
  bumpTested: false,
  minutes: 60,
})
const form = ref(blank())
const text = (value: number | null | undefined): string =>
  value === null || value === undefined ? '' : String(value)
const number = (typed: string | number): number | null => parseNumber(String(typed))
function setOther(gas: Gas, typed: string | number): void {
  const value = number(typed)
  const rest = Object.fromEntries(
    Object.entries(form.value.others).filter(([name]) => name !== gas),
  )
  form.value.others = value === null ? rest : { ...rest, [gas]: value }
}
const { once } = useEventIds()
const send = (body: z.output<typeof gasTestEntry>): Promise<unknown> =>
  once('gas_test', body, (id) =>
    call(airRoutes.gasTest, { params: { id: props.air.job.id }, body: { id, ...body } }),
  )
function saved(): void {
  form.value = blank()
  emit('saved')
}
const readingsOf = (test: JobAir['gasTests'][number]): string =>
  joined(
    `oxygen ${test.oxygen === null ? 'not read' : `${test.oxygen} %`}`,
    `explosive ${test.explosive === null ? 'not read' : `${test.explosive} %`}`,
    ...Object.entries(test.others).map(
      ([gas, value]) => `${inSentence(SUBSTANCE_NAME[gas as Gas])} ${value} ppm`,
    ),
  )
</script>

<template>
  <div class="space-y-5">
    <FormFrame
      v-if="mayWrite"
      class="grid grid-cols-2 sm:grid-cols-4 gap-4 items-start"
      v-slot="{ busy }"
      :state="form"
      :schema="gasTestEntry"
      :body="() => form"
      :send="send"
      @done="saved"
    >
      <UFormField label="Oxygen, %" name="oxygen">
        <UInput
          :model-value="text(form.oxygen)"
          inputmode="decimal"
          class="w-full"
          @update:model-value="form.oxygen = number($event)"
        />
      </UFormField>
      <UFormField label="Explosive, % of LEL" name="explosive">
        <UInput
          :model-value="text(form.explosive)"
          inputmode="decimal"
          class="w-full"
          @update:model-value="form.explosive = number($event)"
        />
      </UFormField>
      <UFormField
        v-for="gas in GASES"
        :key="gas"
        :label="`${SUBSTANCE_NAME[gas]}, ppm`"
        :name="`others.${gas}`"
      >
        <UInput
          :model-value="text(form.others[gas])"
          inputmode="decimal"
          class="w-full"
          @update:model-value="setOther(gas, $event)"
        />
      </UFormField>
      <MeterPicker v-model="form.meterId" kind="gasMeter" :day="today()" />
      <UFormField v-if="form.meterId === null" label="Instrument" name="instrument">
        <UInput v-model="form.instrument" class="w-full" />
      </UFormField>
      <UFormField label="Counts for, minutes" name="minutes">
        <UInput v-model.number="form.minutes" type="number" min="5" max="480" class="w-full" />
      </UFormField>
      <div class="space-y-2 col-span-2">
        <UCheckbox v-model="form.bumpTested" label="Bump tested today" />
        <UButton type="submit" :loading="busy">Log the gas test</UButton>
      </div>
    </FormFrame>
    <ul v-if="air.gasTests.length" class="divide-y divide-(--rule)">
      <li v-for="test in air.gasTests.slice(0, 6)" :key="test.id" class="py-1.5">
        {{ when(test.at) }}: {{ readingsOf(test) }}.
        <span class="muted">
          {{ test.by }}, {{ test.instrument }} ({{ calibratedSays(test.calibrated) }}), counts until
          {{ when(test.until) }}
        </span>
      </li>
    </ul>
  </div>
</template>
