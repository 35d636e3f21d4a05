<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { GEAR_KINDS } from '#core/inspection/kind'
import { trendRoutes, type Fault } from '#shared/inspection/trend'
import { figure, percentText } from '#shared/units/units'
import { KIND_CHOICES } from '~/components/inspection/gear-words'
import { call } from '~/composables/api'
import { useAddress } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

/** What goes wrong, where, how often; whether looks are made in time; how long things last. */
useHead({ title: 'Trends · Zonaris' })
const { when } = useSiteTime()
const address = useAddress()
const EVERY = 'every'
const kind = address.choice('kind', [EVERY, ...GEAR_KINDS])
const months = address.choice('months', ['12', '3', '24'])
const by = address.choice('by', ['line', 'kind', 'maker', 'place'])
const query = computed(() => ({
  months: months.value,
  by: by.value,
  kind: kind.value === EVERY ? undefined : kind.value,
}))
const { data, failure, load } = useLoad(() => call(trendRoutes.gearTrend, { query: query.value }))
onMounted(load)

/** The bar whose records are open, and its records. */
const chosen = computed(() => address.text('bar') || null)
const faults = ref<Fault[]>([])
const more = ref(false)
let page = 0
async function readMore(): Promise<void> {
  if (!chosen.value) return
  page += 1
  const answer = await call(trendRoutes.gearFaults, {
    query: { ...query.value, key: chosen.value, page: String(page) },
  })
  faults.value = [...faults.value, ...answer.rows]
  more.value = answer.more
}
function begin(): void {
  page = 0
  faults.value = []
  void readMore()
}
watch(chosen, begin, { immediate: true })
watch(query, () => {
  address.put({ bar: undefined })
  void load()
})
const choose = (key: string): void => address.put({ bar: key === chosen.value ? undefined : key })
const chosenName = computed(() => data.value?.bars.find(({ key }) => key === chosen.value)?.name)

const SPANS = [
  { value: '3', label: '3 months' },
  { value: '12', label: 'A year' },
  { value: '24', label: 'Two years' },
] as const
const BY = [
  { value: 'line', label: 'Line' },
  { value: 'kind', label: 'Kind' },
  { value: 'maker', label: 'Maker' },
  { value: 'place', label: 'Place' },
] as const
const kindChoices = [{ value: EVERY, label: 'All kinds' }, ...KIND_CHOICES]
const made = computed(() => {
  const all = data.value?.months ?? []
  const sum = (of: 'made' | 'late'): number => all.reduce((total, row) => total + row[of], 0)
  return { made: sum('made'), late: sum('late') }
})
const withinText = ({ low, high }: { low: number | null; high: number | null }): string =>
  high === null ? `over ${days(low)}` : `${days(low)} to ${days(high)}`
const days = (amount: number | null): string => (amount === null ? 'not known' : figure(amount))
</script>

<template>
  <div class="space-y-5">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/gear">Gas and gear</NuxtLink></p>
        <h1>Trends</h1>
      </div>
      <USelect v-model="kind" :items="kindChoices" aria-label="Kind" class="min-w-52" />
      <ChoiceRow v-model="months" legend="How far back" hide-legend :options="SPANS" />
    </header>
    <Failure v-if="failure && !data" :failure="failure" @retry="load" />
    <p v-else-if="!data" class="muted">Adding up…</p>
    <template v-else>
      <section class="panel p-4 sm:p-6 space-y-3" aria-labelledby="fails">
        <div class="flex flex-wrap items-center gap-4">
          <h2 id="fails" class="grow">
            {{ data.total }} failed lines since {{ dayText(data.from) }}
          </h2>
          <ChoiceRow v-model="by" legend="By" hide-legend :options="BY" />
        </div>
        <p v-if="data.bars.length === 0" class="muted">Nothing failed in this time.</p>
        <template v-else>
          <ParetoChart :bars="data.bars" :chosen="chosen" @choose="choose" />
          <details>
            <summary class="cursor-pointer font-semibold py-1">As a table</summary>
            <SideScroll label="Bars">
              <table class="list">
                <thead>
                  <tr>
                    <th>{{ BY.find((one) => one.value === by)!.label }}</th>
                    <th>Failed</th>
                    <th>Up to here</th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="bar in data.bars" :key="bar.key">
                    <td>
                      <UButton
                        variant="link"
                        size="sm"
                        class="p-0"
                        :aria-pressed="bar.key === chosen"
                        @click="choose(bar.key)"
                      >
                        {{ bar.name }}
                      </UButton>
                    </td>
                    <td>{{ bar.count }}</td>
                    <td>{{ percentText(bar.upTo) }}</td>
                  </tr>
                </tbody>
              </table>
            </SideScroll>
          </details>
        </template>
      </section>
      <section v-if="chosen" class="panel p-4 sm:p-6" aria-labelledby="records">
        <h2 id="records" class="mb-2">{{ chosenName ?? 'Records' }}</h2>
        <ul>
          <li
            v-for="fault in faults"
            :key="`${fault.id} ${fault.line}`"
            class="py-1.5 border-b border-(--rule) last:border-0 flex flex-wrap gap-x-3"
          >
            <FindingMark :level="fault.critical ? 'stop' : 'caution'" :size="18" />
            <NuxtLink class="link plate text-lg" :to="`/gear/${fault.kind}/${fault.itemId}`">
              {{ fault.label }}
            </NuxtLink>
            <span>{{ fault.name }}</span>
            <span class="muted">{{ fault.place }}</span>
            <span class="muted ml-auto">{{ dayText(fault.day) }}</span>
          </li>
        </ul>
        <UButton v-if="more" variant="outline" class="mt-3" @click="readMore">More</UButton>
      </section>
      <div class="grid grid-cols-1 gap-5 lg:grid-cols-2 items-start">
        <section class="panel p-4 sm:p-6" aria-labelledby="made">
          <h2 id="made">{{ made.made }} looks made, {{ made.late }} late</h2>
          <MadeChart :months="data.months" />
        </section>
        <section class="panel p-4 sm:p-6" aria-labelledby="between">
          <h2 id="between" class="mb-2">Days in service between faults</h2>
          <SideScroll label="Days between faults">
            <table class="list">
              <thead>
                <tr>
                  <th>Kind</th>
                  <th>Looks with a fault</th>
                  <th>Mean</th>
                  <th>90 % within</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="row in data.between" :key="row.kind">
                  <td>{{ row.kindName }}</td>
                  <td>{{ row.failures }}</td>
                  <td>{{ days(row.mean) }}</td>
                  <td>
                    {{ withinText(row) }}
                  </td>
                </tr>
              </tbody>
            </table>
          </SideScroll>
          <p class="muted text-sm mt-2">
            Days of all pieces together over looks with a fault, faults taken as coming at a
            constant rate; limits of a time-ended watch by chi-square (IEC 60605-4, from memory).
          </p>
        </section>
      </div>
      <p class="muted text-sm">Each look counts as it is written. As of {{ when(data.at) }}.</p>
    </template>
  </div>
</template>
