<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { permitRoutes } from '#shared/permit/routes'
import { month as monthSchema, STATISTIC_MONTHS, type Statistics } from '#shared/permit/statistics'
import { findingName } from '#shared/permit/finding-name'
import { addressOf, call } from '~/composables/api'
import { useAddress } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

/** What many permits have in common: how long, what was set aside, what stopped them, whether rounds were made in time. */
useHead({ title: 'Permits in figures · Zonaris' })
const address = useAddress()
const months = address.choice('months', ['12', '3', '24'])
const EVERYWHERE = 'every place'
const place = computed({
  get: () => address.text('place') || EVERYWHERE,
  set: (value) => address.put({ place: value === EVERYWHERE ? undefined : value }),
})
const { data, failure, load } = useLoad<Statistics>(() =>
  call(permitRoutes.permitStatistics, {
    query: {
      months: months.value,
      place: place.value === EVERYWHERE ? undefined : place.value,
    },
  }),
)
onMounted(load)
watch([months, place], load)
const places = computed(() => [
  { value: EVERYWHERE, label: 'Every place' },
  ...(data.value?.places ?? []).map((value) => ({ value, label: value })),
])
const month = ref(useSiteTime().today().slice(0, 7))
const monthError = ref('')
function openReport(): void {
  const given = monthSchema.safeParse(month.value)
  monthError.value = given.error?.issues[0]?.message ?? ''
  if (given.success)
    window.open(`${addressOf(permitRoutes.permitReport)}?month=${given.data}`, '_blank')
}
const SPAN_WORDS: Readonly<Record<(typeof STATISTIC_MONTHS)[number], string>> = {
  3: '3 months',
  12: 'A year',
  24: 'Two years',
}
const SPANS = STATISTIC_MONTHS.map((value) => ({ value, label: SPAN_WORDS[value] }))
/** Of one name, as all permits in reach, there is one bar. */
function named(bars: Statistics['late']): Statistics['late'] {
  const byName = new Map<string, Statistics['late'][number]>()
  for (const bar of bars) {
    const name = findingName(bar.key)
    const known = byName.get(name)
    const others = bar.permits.filter(({ id }) => !known?.permits.some((one) => one.id === id))
    byName.set(name, {
      key: name,
      name,
      count: (known?.count ?? 0) + bar.count,
      permits: [...(known?.permits ?? []), ...others],
    })
  }
  return [...byName.values()]
}
</script>

<template>
  <div class="space-y-5">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/permits">Permits</NuxtLink></p>
        <h1>Permits in figures</h1>
      </div>
      <form class="flex flex-wrap items-end gap-2" @submit.prevent="openReport">
        <UFormField label="One month as PDF" :error="monthError || undefined">
          <UInput v-model="month" type="month" class="w-44" />
        </UFormField>
        <UButton type="submit" variant="outline" color="neutral" icon="i-lucide-file-text">
          Report
        </UButton>
      </form>
      <UFormField label="Place">
        <USelect v-model="place" :items="places" class="w-56" />
      </UFormField>
      <ChoiceRow v-model="months" legend="How far back" hide-legend :options="SPANS" />
    </header>
    <Failure v-if="failure && !data" :failure="failure" @retry="load" />
    <p v-else-if="!data" class="muted">Adding up…</p>
    <template v-else>
      <p>
        {{ data.permits }} permits issued since {{ dayText(data.from) }}.
        <span v-if="data.isCut" class="font-semibold">There are more: only the newest count.</span>
      </p>
      <div class="grid grid-cols-1 gap-5 lg:grid-cols-2 items-start">
        <StatisticSection
          title="How long work lasted"
          none="No work was begun and ended in this time."
          :bars="data.durations"
        />
        <StatisticSection
          title="What suspended them"
          none="None was suspended."
          :bars="data.suspensions"
        />
        <StatisticSection
          title="Cautions at issue"
          none="None was issued with a caution."
          :bars="named(data.cautions)"
        />
        <StatisticSection
          title="Set aside by a lead"
          none="Nothing was set aside."
          :bars="named(data.overrides)"
        />
        <StatisticSection
          title="Late rounds, by place"
          none="Every round was made in time."
          :bars="data.late"
        />
        <StatisticSection
          title="Attempts to close early, by place"
          none="Nobody tried to close before the watch was over."
          :bars="data.early"
        />
      </div>
    </template>
  </div>
</template>
