<script setup lang="ts">
import { airRoutes } from '#shared/air/routes'
import type { JobAir } from '#shared/air/schema'
import { addressOf } from '~/composables/api'
import { useSiteTime } from '~/composables/time'

/** Assessments kept with a job, newest first. */
defineProps<{ assessments: JobAir['assessments'] }>()
const { when } = useSiteTime()
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-3" aria-labelledby="kept">
    <h2 id="kept">Kept with this job</h2>
    <ul class="divide-y divide-(--rule)">
      <li
        v-for="row in assessments"
        :key="row.id"
        class="flex flex-wrap gap-x-4 gap-y-1 py-2 items-center"
      >
        <NuxtLink class="link" :to="`/air/assessments/${row.id}`">{{ when(row.at) }}</NuxtLink>
        <span class="grow">
          {{ row.by }}, {{ row.draws.toLocaleString('en-US') }} draws, seed {{ row.seed }}
          <span v-if="row.note" class="muted block">{{ row.note }}</span>
        </span>
        <span class="muted">
          {{ row.current ? 'of the job as it is' : 'of an earlier version' }}
        </span>
        <UButton
          variant="outline"
          color="neutral"
          icon="i-lucide-file-text"
          :to="addressOf(airRoutes.assessmentPdf, { id: row.id })"
          target="_blank"
          external
        >
          PDF
        </UButton>
      </li>
    </ul>
  </section>
</template>
