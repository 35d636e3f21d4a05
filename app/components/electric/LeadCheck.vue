<script setup lang="ts">
import { AWG_AREA, DROP_LIMIT, judgeLeads } from '#core/electric/leads'

/** What both leads take away from the arc, and whether they stand it. */
const props = defineProps<{ amps: number | null }>()
const form = ref({
  area: AWG_AREA['1/0'] as number | null,
  lead: 15 as number | null,
  back: 15 as number | null,
  joints: 2 as number | null,
  temperature: 313.15 as number | null,
  coiled: null as boolean | null,
  limit: DROP_LIMIT as number | null,
})
const finding = computed(() => {
  const { area, lead, back, joints, temperature, coiled, limit } = form.value
  return judgeLeads(
    {
      amps: props.amps ?? Number.NaN,
      area: area ?? Number.NaN,
      lead: lead ?? Number.NaN,
      back: back ?? Number.NaN,
      joints: joints ?? Number.NaN,
      temperature: temperature ?? Number.NaN,
      coiled,
    },
    limit ?? Number.NaN,
  )
})
const gauges = Object.entries(AWG_AREA).map(([gauge, area]) => ({
  value: area,
  label: `${gauge}, ${area} mm²`,
}))
const gauge = computed({
  get: () => gauges.find(({ value }) => value === form.value.area)?.value,
  set: (area) => {
    form.value.area = area ?? null
  },
})
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="leads">
    <h2 id="leads">What the leads take</h2>
    <FindingLine :finding="finding" />
    <div class="grid grid-cols-2 gap-4">
      <UFormField label="Gauge">
        <USelect
          v-model="gauge"
          :items="gauges"
          placeholder="Other"
          class="w-full"
          aria-label="Gauge"
        />
      </UFormField>
      <QuantityInput v-model="form.area" unit="mm2" label="Copper area" />
      <QuantityInput v-model="form.lead" unit="m" label="Electrode lead" />
      <QuantityInput v-model="form.back" unit="m" label="Work lead" />
      <QuantityInput v-model="form.joints" unit="count" label="Joints along both" />
      <QuantityInput v-model="form.temperature" unit="K" label="Of the copper" />
      <QuantityInput v-model="form.limit" unit="V" label="The shop allows" />
    </div>
    <YesNoChoice v-model="form.coiled" legend="Left coiled" />
  </section>
</template>
