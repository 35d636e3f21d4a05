<script setup lang="ts">
import { PERMIT_STATES, type PermitState } from '#core/permit/lifecycle'
import { routes } from '#shared/api/routes'
import { call } from '~/composables/api'
import { useListState } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

useHead({ title: 'Permits · Zonaris' })
const list = useListState(['newest', 'number'] as const, ['state'])
const state = computed(() => PERMIT_STATES.find((name) => name === list.filters.value.state))
const { data, failure, loading, load } = useLoad(() =>
  call(routes.permits, { query: { ...list.query.value, state: state.value } }),
)
watch([list.query, state], load, { immediate: true, deep: true })
const { when } = useSiteTime()
const EVERY = 'every'
const states = [
  { value: EVERY, label: 'Every state' },
  ...PERMIT_STATES.map((value) => ({
    value,
    label: value.charAt(0).toUpperCase() + value.slice(1),
  })),
]
const chosen = computed({
  get: () => state.value ?? EVERY,
  set: (value: PermitState | typeof EVERY) =>
    list.put({ state: value === EVERY ? undefined : value, page: undefined }),
})
</script>

<template>
  <div class="mb-5">
    <h1>Hot-work permits</h1>
    <p class="muted">A permit starts on the page of its job, at the step Fire.</p>
  </div>
  <div class="flex flex-wrap gap-3 mb-4">
    <UInput
      v-model="list.q.value"
      type="search"
      icon="i-lucide-search"
      placeholder="Place, job, person, number"
      class="grow max-w-xl"
      aria-label="Search permits"
    />
    <USelect v-model="chosen" :items="states" aria-label="State" class="w-44" />
  </div>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="data && data.rows.length === 0" class="panel p-8 text-center">
    <p class="font-semibold">No permit{{ list.q.value || state ? ' matches' : ' yet' }}.</p>
  </div>
  <div v-else class="panel overflow-x-auto" :aria-busy="loading">
    <table class="list">
      <thead>
        <tr>
          <th>No.</th>
          <th>State</th>
          <th>Place</th>
          <th>Job</th>
          <th>Valid</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in data?.rows ?? []" :key="row.id">
          <td class="plate text-xl">{{ row.number }}</td>
          <td><StateMark :state="row.state" /></td>
          <td>
            <NuxtLink class="link" :to="`/permits/${row.id}`">{{ row.place }}</NuxtLink>
            <span v-if="row.rehearsal" class="muted">rehearsal</span>
          </td>
          <td>{{ row.jobNumber }} {{ row.job }}</td>
          <td class="whitespace-nowrap">{{ when(row.validFrom) }} – {{ when(row.validTo) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <Pager
    v-if="data"
    :page="data.page"
    :pages="data.pages"
    :total="data.total"
    noun="permits"
    @go="list.page.value = $event"
  />
</template>
