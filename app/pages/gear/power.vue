<script setup lang="ts">
import { judgeDuty, judgeSupply } from '#core/electric/duty'
import { judgeNoLoad } from '#core/electric/no-load'
import type { Facts } from '#core/inspection/kind'
import { inspectionRoutes } from '#shared/inspection/routes'
import type { Gear } from '#shared/inspection/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useAddress } from '~/composables/list'

/** Machine and leads before switching on: how long it may run, what its supply carries, where it may be used, what the leads take. */
useHead({ title: 'Machine and leads · Zonaris' })
const address = useAddress()
const machines = useLoad(async () => {
  const pages = await Promise.all(
    (['machine', 'engineDrive'] as const).map((kind) =>
      call(inspectionRoutes.gearList, { query: { kind, sort: 'label', all: 'true' } }),
    ),
  )
  return pages.flatMap(({ rows }) => rows)
})
onMounted(machines.load)
const NONE = 'none'
const chosen = computed({
  get: () => address.text('machine') || NONE,
  set: (id: string) => address.put({ machine: id === NONE ? undefined : id }),
})
const machine = computed<Gear | null>(
  () => machines.data.value?.find(({ id }) => id === chosen.value) ?? null,
)
const choices = computed(() => [
  { value: NONE, label: 'Typed in by hand' },
  ...(machines.data.value ?? []).map(({ id, label, description }) => ({
    value: id,
    label: description ? `${label}, ${description}` : label,
  })),
])

/** What the plate says; from the register, or typed. */
const plate = ref({
  ratedAmps: null as number | null,
  ratedDuty: null as number | null,
  highestAmps: null as number | null,
  supplyAmps: null as number | null,
  noLoadDc: null as number | null,
  noLoadAc: null as number | null,
  sMark: null as boolean | null,
  reducer: null as boolean | null,
  output: 'none' as 'dc' | 'ac' | 'both' | 'none',
})
const numberOf = (facts: Facts, id: string): number | null => {
  const value = facts[id]
  return typeof value === 'number' ? value : null
}
const answerOf = (facts: Facts, id: string): boolean | null => {
  const value = facts[id]
  return typeof value === 'boolean' ? value : null
}
watch(machine, (gear) => {
  if (!gear) return
  const { fields } = gear
  plate.value = {
    ratedAmps: numberOf(fields, 'ratedAmps'),
    ratedDuty: numberOf(fields, 'ratedDuty'),
    highestAmps: numberOf(fields, 'highestAmps'),
    supplyAmps: numberOf(fields, 'supplyAmps'),
    noLoadDc: numberOf(fields, 'noLoadDc'),
    noLoadAc: numberOf(fields, 'noLoadAc'),
    sMark: answerOf(fields, 'sMark'),
    reducer: answerOf(fields, 'reducer'),
    output: (['dc', 'ac', 'both'] as const).find((one) => one === fields.output) ?? 'none',
  }
})

const planned = ref({ amps: 150 as number | null, share: 0.3 as number | null })
const place = ref({
  wet: null as boolean | null,
  cramped: null as boolean | null,
  onTheWork: null as boolean | null,
})
const duty = computed(() => {
  const { ratedAmps: amps, ratedDuty, highestAmps: highest } = plate.value
  const rated = amps !== null && ratedDuty !== null ? { amps, duty: ratedDuty, highest } : null
  return judgeDuty(rated, {
    amps: planned.value.amps ?? Number.NaN,
    share: planned.value.share ?? Number.NaN,
  })
})
const supply = computed(() => judgeSupply(plate.value.supplyAmps, plate.value.ratedDuty))
const noLoad = computed(() => {
  const { output, noLoadDc: dcPeak, noLoadAc: acRms, sMark, reducer } = plate.value
  return judgeNoLoad(
    { output: output === 'none' ? null : output, dcPeak, acRms, sMark, reducer },
    place.value,
  )
})
const OUTPUTS = [
  { value: 'dc', label: 'DC' },
  { value: 'ac', label: 'AC' },
  { value: 'both', label: 'Both' },
  { value: 'none', label: 'Not told' },
] as const
</script>

<template>
  <div class="space-y-5">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/gear">Gas and gear</NuxtLink></p>
        <h1>Machine and leads</h1>
      </div>
      <UFormField label="Machine">
        <USelect v-model="chosen" :items="choices" class="min-w-72" aria-label="Machine" />
      </UFormField>
    </header>
    <p class="muted max-w-prose">
      Worked out here, nothing is kept. Installation and repair are for a licensed electrician;
      local code and the maker's instructions go first.
    </p>
    <div class="grid grid-cols-1 gap-5 lg:grid-cols-2 items-start">
      <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="duty">
        <h2 id="duty">How long it may run</h2>
        <FindingLine :finding="duty" />
        <div class="grid grid-cols-2 gap-4">
          <QuantityInput v-model="planned.amps" unit="A" label="Planned amps" />
          <QuantityInput
            v-model="planned.share"
            unit="share"
            label="Arc on"
            help="Share of any ten minutes"
          />
          <QuantityInput v-model="plate.ratedAmps" unit="A" label="Rated output" />
          <QuantityInput v-model="plate.ratedDuty" unit="share" label="Rated duty cycle" />
          <QuantityInput v-model="plate.highestAmps" unit="A" label="Highest output" />
          <QuantityInput v-model="plate.supplyAmps" unit="A" label="Rated supply" />
        </div>
        <FindingLine :finding="supply" />
      </section>
      <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="noload">
        <h2 id="noload">Where it may be used</h2>
        <FindingLine :finding="noLoad" />
        <ChoiceRow v-model="plate.output" legend="Output" :options="OUTPUTS" />
        <div class="grid grid-cols-2 gap-4">
          <QuantityInput v-model="plate.noLoadDc" unit="V" label="No-load, DC peak" />
          <QuantityInput v-model="plate.noLoadAc" unit="V" label="No-load, AC rms" />
        </div>
        <YesNoChoice v-model="plate.sMark" legend="S mark" />
        <YesNoChoice v-model="plate.reducer" legend="Voltage reducing device" />
        <YesNoChoice v-model="place.wet" legend="Wet, or sweat through the clothes" />
        <YesNoChoice v-model="place.cramped" legend="Cramped: kneeling, lying, against metal" />
        <YesNoChoice v-model="place.onTheWork" legend="On the work itself" />
      </section>
      <LeadCheck :amps="planned.amps" />
      <ShockCheck :volts="plate.noLoadDc ?? plate.noLoadAc" />
    </div>
  </div>
</template>
