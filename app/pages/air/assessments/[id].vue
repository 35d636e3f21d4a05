<script setup lang="ts">
import { LIMIT_SET_NAME, SUBSTANCE_NAME, type LimitSet } from '#core/exposure/terms'
import { airRoutes } from '#shared/air/routes'
import { figure } from '#shared/units/units'
import { addressOf, call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

/** An assessment as it was, and what would come out otherwise today. */
definePageMeta({ key: (route) => route.path })
const id = String(useRoute().params.id)
const { when } = useSiteTime()
const kept = useLoad(() => call(airRoutes.assessment, { params: { id } }))
const again = useLoad(() => call(airRoutes.rerun, { params: { id } }))
onMounted(kept.load)
useHead({ title: () => `Air assessment ${kept.data.value?.jobNumber ?? ''} · Zonaris` })
const sets = (names: readonly string[]): string =>
  names.map((name) => LIMIT_SET_NAME[name as LimitSet]).join(', ')
const ofJob = computed(() =>
  kept.data.value?.current ? 'Of the job as it is.' : 'Of an earlier version of the job.',
)
const changed = computed(() =>
  (again.data.value?.results ?? []).filter(
    (row) => Math.abs(row.then - row.now) > 1e-9 * Math.max(row.then, row.now),
  ),
)
</script>

<template>
  <Failure v-if="kept.failure.value" :failure="kept.failure.value" @retry="kept.load" />
  <div v-else-if="kept.data.value" class="space-y-6">
    <div class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted">
          <NuxtLink class="link" :to="`/jobs/${kept.data.value.jobId}/air`">
            Job {{ kept.data.value.jobNumber }}, {{ kept.data.value.jobTitle }}
          </NuxtLink>
        </p>
        <h1>Air assessment of {{ when(kept.data.value.at) }}</h1>
        <p class="muted">
          {{ kept.data.value.by }}. {{ kept.data.value.model }},
          {{ kept.data.value.draws.toLocaleString('en-US') }} draws, seed
          {{ kept.data.value.seed }}. Limits: {{ sets(kept.data.value.adopted) }}.
          {{ ofJob }}
        </p>
      </div>
      <div class="flex gap-2 no-print">
        <UButton
          variant="outline"
          color="neutral"
          icon="i-lucide-file-text"
          :to="addressOf(airRoutes.assessmentPdf, { id })"
          target="_blank"
          external
        >
          PDF, two pages
        </UButton>
        <UButton icon="i-lucide-refresh-cw" :loading="again.loading.value" @click="again.load">
          Run again
        </UButton>
      </div>
    </div>
    <p v-if="kept.data.value.rehearsal" class="edge edge-caution panel p-3 font-semibold">
      Made in a rehearsal.
    </p>
    <p v-if="kept.data.value.note" class="panel p-4">{{ kept.data.value.note }}</p>
    <Failure v-if="again.failure.value" :failure="again.failure.value" @retry="again.load" />
    <section
      v-if="again.data.value"
      class="panel p-4 sm:p-6 space-y-4"
      aria-labelledby="changed"
      data-testid="rerun"
    >
      <h2 id="changed">What changed since</h2>
      <p v-if="again.data.value.inputs.length === 0 && changed.length === 0" class="font-semibold">
        Nothing: the same inputs, seed and model give the same figures.
      </p>
      <ul v-if="again.data.value.inputs.length" class="divide-y divide-(--rule)">
        <li v-for="input in again.data.value.inputs" :key="input.path" class="py-1.5">
          <span class="font-semibold">{{ input.path }}:</span>
          {{ input.then }} then, {{ input.now }} now
        </li>
      </ul>
      <p v-if="sets(again.data.value.adopted.then) !== sets(again.data.value.adopted.now)">
        Limits then: {{ sets(again.data.value.adopted.then) }}. Now:
        {{ sets(again.data.value.adopted.now) }}.
      </p>
      <p v-if="again.data.value.model.then !== again.data.value.model.now">
        Model {{ again.data.value.model.then }} then, {{ again.data.value.model.now }} now.
      </p>
      <table v-if="changed.length" class="list">
        <caption class="sr-only">95th percentile then and now</caption>
        <thead>
          <tr>
            <th scope="col">Substance, 95 %</th>
            <th scope="col">Then, mg/m³</th>
            <th scope="col">Now</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in changed" :key="row.substance">
            <th scope="row" class="!text-current">{{ SUBSTANCE_NAME[row.substance] }}</th>
            <td>{{ figure(row.then) }}</td>
            <td>{{ figure(row.now) }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="results">
      <h2 id="results">Results as they were</h2>
      <ResultTable :results="kept.data.value.results.substances" />
    </section>
    <section
      v-if="kept.data.value.results.decisive"
      class="panel p-4 sm:p-6 space-y-4"
      aria-labelledby="ladder"
    >
      <h2 id="ladder">Ladder of controls</h2>
      <ControlLadder
        :controls="kept.data.value.results.controls"
        :substance="kept.data.value.results.decisive"
      />
    </section>
    <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="findings">
      <h2 id="findings">Findings as they were</h2>
      <FindingList :findings="kept.data.value.findings" />
    </section>
  </div>
</template>
