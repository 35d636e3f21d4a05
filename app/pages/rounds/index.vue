<script setup lang="ts">
import { ROUNDS, ROUND_NAME } from '#core/inspection/round'
import { roundRoutes } from '#shared/inspection/round'
import { call } from '~/composables/api'
import { useAddress, useList } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

/** The shop opened, closed, and its booths handed from one to the next. */
useHead({ title: 'Rounds · Zonaris' })
const signIn = useSignIn()
const { when } = useSiteTime()
const { data, failure, load } = useLoad(() => call(roundRoutes.rounds, {}))
onMounted(load)
const mayMake = computed(() => signIn.may('lead', 'instructor', 'worker'))
const shop = computed(() =>
  data.value
    ? (['opening', 'closing'] as const).map((round) => ({ round, ...data.value![round] }))
    : [],
)
const EVERY = 'every'
const kind = useAddress().choice('round', [EVERY, ...ROUNDS] as const)
const records = useList({
  sorts: ['newest'],
  filters: [{ ref: kind, none: EVERY }],
  read: (query) =>
    call(roundRoutes.roundRecords, {
      query: { ...query, round: kind.value === EVERY ? undefined : kind.value },
    }),
})
const KINDS = [
  { value: EVERY, label: 'Every round' },
  ...ROUNDS.map((value) => ({ value, label: ROUND_NAME[value] })),
]
const COLUMNS = [
  { id: 'round', header: 'Round', title: true },
  { id: 'station', header: 'Booth' },
  { id: 'person', header: 'By' },
  { id: 'at', header: 'When' },
  { id: 'open', header: 'Not right' },
]
</script>

<template>
  <div class="space-y-6">
    <header>
      <p class="muted"><NuxtLink class="link" to="/gear">Gas and gear</NuxtLink></p>
      <h1>Rounds</h1>
    </header>
    <Failure v-if="failure && !data" :failure="failure" @retry="load" />
    <p v-else-if="!data" class="muted">Reading the rounds…</p>
    <template v-else>
      <div class="grid grid-cols-1 md:grid-cols-2 gap-4">
        <section
          v-for="{ round, finding } in shop"
          :key="round"
          class="panel p-4 space-y-3"
          :aria-labelledby="round"
        >
          <h2 :id="round">{{ ROUND_NAME[round] }}</h2>
          <FindingLine :finding="finding" />
          <UButton v-if="mayMake" variant="outline" color="neutral" :to="`/rounds/${round}`">
            {{ round === 'opening' ? 'Make the opening round' : 'Make the closing round' }}
          </UButton>
        </section>
      </div>
      <section v-if="data.open.length > 0" class="panel p-4" aria-labelledby="open">
        <h2 id="open" class="mb-2">Open in the shop</h2>
        <OpenPoints :points="data.open" @changed="load" />
      </section>
      <section aria-labelledby="booths">
        <h2 id="booths" class="mb-3">Booths</h2>
        <p v-if="data.booths.length === 0" class="panel p-5 muted">
          No booth is described yet. They are added at Shop.
        </p>
        <ul class="grid grid-cols-1 md:grid-cols-2 xl:grid-cols-3 gap-4 items-start">
          <li
            v-for="booth in data.booths"
            :key="booth.stationId"
            class="panel edge p-4 flex flex-col gap-3"
            :class="`edge-${booth.finding.level}`"
          >
            <div class="flex gap-3">
              <FindingMark :level="booth.finding.level" :size="24" />
              <div>
                <h3 class="plate text-xl">{{ booth.station }}</h3>
                <p class="leading-snug">{{ booth.finding.sentence }}</p>
              </div>
            </div>
            <OpenPoints v-if="booth.open.length > 0" :points="booth.open" @changed="load" />
            <div v-if="mayMake" class="flex flex-wrap gap-2 mt-auto">
              <UButton
                variant="outline"
                color="neutral"
                :aria-label="`Hand over ${booth.station}`"
                :to="`/rounds/handover?station=${booth.stationId}`"
              >
                Hand over
              </UButton>
              <UButton
                variant="ghost"
                color="neutral"
                :aria-label="`Take over ${booth.station}`"
                :to="`/rounds/arrival?station=${booth.stationId}`"
              >
                Take over
              </UButton>
            </div>
          </li>
        </ul>
      </section>
      <section>
        <ListPage
          title="On record"
          :level="2"
          one="round"
          noun="rounds"
          search="Person or booth"
          :list="records"
          :columns="COLUMNS"
          none="No round was made yet."
          none-help="Begin with the opening round."
          no-match="No round matches."
        >
          <template #filters>
            <USelect v-model="kind" :items="KINDS" aria-label="Round" class="w-52" />
          </template>
          <template #round="{ row }">
            <NuxtLink class="link" :to="`/rounds/record/${row.id}`">
              {{ ROUND_NAME[row.round] }}
            </NuxtLink>
          </template>
          <template #station="{ row }">{{ row.station ?? 'Shop' }}</template>
          <template #person="{ row }">{{ row.person }}</template>
          <template #at="{ row }">{{ when(row.at) }}</template>
          <template #open="{ row }">{{ row.open === 0 ? 'all right' : row.open }}</template>
        </ListPage>
      </section>
    </template>
  </div>
</template>
