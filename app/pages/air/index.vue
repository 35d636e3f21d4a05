<script setup lang="ts">
import { byWorst, worstLevel } from '#core/finding/finding'
import { airRoutes } from '#shared/air/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

/** The air of the whole shop: alarms, hoods and monitors by station, newest assessments. */
useHead({ title: 'Air · Zonaris' })
const { when } = useSiteTime()
const air = useLoad(() => call(airRoutes.airOverview, {}))
onMounted(air.load)
/** Stations in trouble first; where nothing is known of the air, the mark says so. */
const stations = computed(() => {
  const told = (air.data.value?.stations ?? []).map((station) => ({
    ...station,
    level: worstLevel(station.findings),
    says:
      byWorst(station.findings)[0]?.sentence ??
      (station.hood ? 'Nothing to say.' : 'No hood entered.'),
  }))
  const silent = told.filter((station) => station.findings.length === 0)
  return [...byWorst(told.filter((station) => station.findings.length > 0)), ...silent]
})
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
              :class="`edge-${station.level}`"
            >
              <span class="plate text-2xl flex gap-3 items-center">
                <FindingMark :level="station.level" :size="24" />
                {{ station.name }}
              </span>
              <span class="block mt-2">
                {{ station.says }}
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
