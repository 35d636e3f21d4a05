<script setup lang="ts">
import { SUBSTANCE_NAME } from '#core/exposure/terms'
import type { Pairs } from '#shared/sampling/schema'
import { figure } from '#shared/units/units'

/** What was estimated against what was measured on the same job, and the site's factor. */
defineProps<{ pairs: Pairs }>()
function saysOf(entry: Pairs['calibrations'][number]): string {
  if (entry.factor === null) return `no factor, because ${entry.because}.`
  const verdict = entry.off ? 'The model is off here.' : 'Not shown to be off.'
  return `over ${entry.pairs} pairs, measured is ${figure(entry.factor)} times the estimate (90 % between ${figure(entry.low!)} and ${figure(entry.high!)}). ${verdict}`
}
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="pairs">
    <h2 id="pairs">Estimate against measurement</h2>
    <PairChart :pairs="pairs" />
    <ul class="space-y-1" data-testid="calibrations">
      <li v-for="entry in pairs.calibrations" :key="entry.substance">
        <span class="font-semibold">{{ SUBSTANCE_NAME[entry.substance] }}:</span>
        {{ saysOf(entry) }}
      </li>
    </ul>
    <p class="muted text-sm">
      The factor is shown beside estimates; it never lowers a judgement by itself.
    </p>
  </section>
</template>
