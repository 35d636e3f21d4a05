<script setup lang="ts">
import {
  DRAW_SCHOOL_NAME,
  DRAW_SCHOOLS,
  judgeAcetylenePressure,
  judgeDraw,
  minutesToStand,
  type DrawSchool,
} from '#core/gas/acetylene'
import { useSignIn } from '~/stores/sign-in'

/** How much acetylene may be drawn, and at what pressure. */
const flow = ref<number | null>(null)
const contents = ref<number | null>(null)
const cylinders = ref<number | null>(1)
const continuous = ref(false)
const signIn = useSignIn()
const school = ref<DrawSchool>(signIn.me?.site.gas.drawSchool ?? 'present')
const pressure = ref<number | null>(null)
const MOST_CYLINDERS = 100
const draw = computed(() => {
  const count = cylinders.value
  const whole =
    count !== null && Number.isInteger(count) && count >= 1 && count <= MOST_CYLINDERS ? count : 0
  return judgeDraw({
    flow: flow.value === null ? null : flow.value / 1000,
    contents: Array.from({ length: whole }, () => contents.value),
    continuous: continuous.value,
    school: school.value,
  })
})
const working = computed(() => judgeAcetylenePressure(pressure.value))
const lay = ref<number | null>(null)
const lain = computed(() => lay.value !== null && lay.value >= 0)
/** Both habits of the trade: the common figure, and as long as it lay. */
const stands = computed(() => ({
  common: minutesToStand(lay.value, 'twentyMinutes'),
  longer: lain.value ? minutesToStand(lay.value, 'asLongAsItLay') : null,
}))
const schools = DRAW_SCHOOLS.map((value) => ({ value, label: DRAW_SCHOOL_NAME[value] }))
const USES = [
  { value: false, label: 'Now and then' },
  { value: true, label: 'On and on' },
] as const
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="draw">
    <h2 id="draw">Acetylene</h2>
    <div class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-4 items-start">
      <QuantityInput
        v-model="flow"
        unit="L/h"
        label="The tip burns"
        help="From the chart of the tip"
      />
      <QuantityInput v-model="contents" unit="m3" label="Left in each cylinder" />
      <QuantityInput v-model="cylinders" unit="count" label="Cylinders on the manifold" />
      <QuantityInput v-model="pressure" unit="Pa" label="Working pressure" />
      <ChoiceRow v-model="continuous" legend="Drawn" :options="USES" />
      <UFormField label="Not more than" class="sm:col-span-2">
        <USelect v-model="school" :items="schools" class="w-full" />
      </UFormField>
    </div>
    <FindingList :findings="[draw, working]" />
    <div class="flex flex-wrap gap-4 items-end">
      <QuantityInput v-model="lay" class="w-44" unit="min" label="It has lain for" />
      <p v-if="lain" class="pb-2" data-testid="stand">
        <span class="font-semibold">Stand it for {{ stands.common }} minutes</span>
        before it is used, by the common figure;
        <span class="font-semibold">{{ stands.longer }}</span>
        where the shop asks for as long as it lay. Acetone settles back. Common practice.
      </p>
    </div>
  </section>
</template>
