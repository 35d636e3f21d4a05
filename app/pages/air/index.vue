<script setup lang="ts">
import { worstLevel } from '#core/finding/finding'
import { airRoutes } from '#shared/air/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

/** The air of the whole shop: alarms, hoods and monitors by station, newest assessments. */
useHead({ title: 'Air · Zonaris' })
const { when } = useSiteTime()
const air = useLoad(() => call(airRoutes.airOverview, {}))
onMounted(air.load)
const first = (findings: NonNullable<typeof air.data.value>['stations'][number]['findings']) =>
  findings.find((finding) => finding.level === 'stop') ??
  findings.find((finding) => finding.level === 'unknown') ??
  findings.find((finding) => finding.level === 'caution') ??
  findings[0]
const RANK = { stop: 0, unknown: 1, caution: 2, clear: 3 } as const
const rank = (station: NonNullable<typeof air.data.value>['stations'][number]): number =>
  station.findings.length === 0 ? 4 : RANK[worstLevel(station.findings)]
const stations = computed(() =>
  [...(air.data.value?.stations ?? [])].sort((a, b) => rank(a) - rank(b)),
)
</script>

<template>
  <div class="space-y-6">
    <div class="flex flex-wrap items-end gap-3">
      <h1 class="grow">Air</h1>
      <UButton variant="outline" color="neutral" icon="i-lucide-test-tubes" to="/air/samples">
        Samples
      </UButton>
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-flask-conical"
        to="/air/consumables"
      >
        Own consumables
      </UButton>
      <UButton variant="outline" color="neutral" icon="i-lucide-radio" to="/air/monitors">
        Monitors
      </UButton>
    </div>
    <Failure v-if="air.failure.value" :failure="air.failure.value" @retry="air.load" />
    <template v-else-if="air.data.value">
      <section v-if="air.data.value.alarms.length" aria-labelledby="alarms">
        <h2 id="alarms" class="mb-3">Alarms</h2>
        <AlarmList :alarms="air.data.value.alarms" @changed="air.load" />
      </section>
      <section aria-labelledby="stations">
        <h2 id="stations" class="mb-3">Hoods and monitors</h2>
        <p v-if="stations.length === 0" class="panel p-5 muted">
          No stations yet. They are added under Shop.
        </p>
        <ul v-else class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-3 gap-4">
          <li v-for="station in stations" :key="station.id">
            <NuxtLink
              :to="`/air/stations/${station.id}`"
              class="panel edge p-4 block h-full hover:border-(--ui-primary)"
              :class="
                station.findings.length ? `edge-${worstLevel(station.findings)}` : 'edge-unknown'
              "
            >
              <span class="plate text-2xl flex gap-3 items-center">
                <FindingMark
                  :level="station.findings.length ? worstLevel(station.findings) : 'unknown'"
                  :size="24"
                />
                {{ station.name }}
              </span>
              <span class="block mt-2">
                {{
                  first(station.findings)?.sentence ??
                  (station.hood ? 'Nothing to say.' : 'No hood entered.')
                }}
              </span>
            </NuxtLink>
          </li>
        </ul>
      </section>
      <section aria-labelledby="newest">
        <h2 id="newest" class="mb-3">Newest assessments</h2>
        <p v-if="air.data.value.assessments.length === 0" class="panel p-5 muted">
          None yet. Open a job and its air check.
        </p>
        <ul v-else class="panel divide-y divide-(--rule)">
          <li v-for="row in air.data.value.assessments" :key="row.id">
            <NuxtLink
              :to="`/air/assessments/${row.id}`"
              class="flex flex-wrap gap-x-4 px-4 py-3 hover:bg-(--ui-primary)/8 items-center"
            >
              <FindingMark :level="row.worst" :size="22" />
              <span class="font-semibold grow">{{ row.jobTitle }}</span>
              <span class="muted">{{ when(row.at) }}, {{ row.by }}</span>
            </NuxtLink>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>
