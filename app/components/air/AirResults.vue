<script setup lang="ts">
import type { AirAnswer } from '#core/air/judge'
import { SUBSTANCE_NAME } from '#core/exposure/terms'
import type { Finding } from '#core/finding/finding'
import { together } from '#core/finding/together'
import { resultsOf } from '#shared/air/results'
import type { JobAir } from '#shared/air/schema'

/** Every substance against every limit, how far the site's own pairs bear the model out, and the findings behind. */
const props = defineProps<{
  answer: AirAnswer
  prescriptive: readonly Finding[]
  calibration: JobAir['calibration']
}>()
const findings = computed(() => together(props.answer.findings))
const results = computed(() => resultsOf(props.answer))
const bearing = (entry: JobAir['calibration'][number]): string =>
  entry.off
    ? 'The model is off here; it is shown, not corrected.'
    : 'The model is not shown to be off.'
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="results">
    <h2 id="results">Against every limit</h2>
    <ResultTable :results="results" />
    <p
      v-for="entry in calibration"
      :key="entry.substance"
      class="edge py-2 px-3"
      :class="entry.off ? 'edge-caution' : 'edge-clear'"
    >
      {{ SUBSTANCE_NAME[entry.substance] }}: over {{ entry.pairs }} pairs the site measured
      {{ entry.factor.toFixed(2) }} times what was estimated (90 % between
      {{ entry.low.toFixed(2) }} and {{ entry.high.toFixed(2) }}). {{ bearing(entry) }}
    </p>
    <details>
      <summary class="cursor-pointer font-semibold py-1">
        What the model and the rule find, with reasons
      </summary>
      <div class="grid grid-cols-1 lg:grid-cols-2 gap-6 pt-2">
        <div>
          <h3 class="mb-2">The model</h3>
          <FindingList :findings="findings" />
        </div>
        <div>
          <h3 class="mb-2">29 CFR 1910.252(c)</h3>
          <FindingList :findings="prescriptive" />
        </div>
      </div>
    </details>
  </section>
</template>
