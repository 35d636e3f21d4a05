<script setup lang="ts">
import { routes } from '#shared/api/routes'
import { call } from '~/composables/api'
import { useListState } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useSession } from '~/stores/session'

useHead({ title: 'Jobs · Zonaris' })
const session = useSession()
const list = useListState(['newest', 'number', 'title'] as const)
const { data, failure, loading, load } = useLoad(() =>
  call(routes.jobs, { query: list.query.value }),
)
watch(list.query, load, { immediate: true, deep: true })
const { when } = useSiteTime()
const SORTS = [
  { value: 'newest', label: 'Newest first' },
  { value: 'number', label: 'By number' },
  { value: 'title', label: 'By name' },
]
</script>

<template>
  <div class="flex flex-wrap items-end gap-4 mb-5">
    <h1 class="grow">Jobs</h1>
    <UButton v-if="session.may('lead', 'instructor', 'worker')" to="/jobs/new" icon="i-lucide-plus">
      Describe a job
    </UButton>
  </div>
  <div class="flex flex-wrap gap-3 mb-4">
    <UInput
      v-model="list.q.value"
      type="search"
      icon="i-lucide-search"
      placeholder="Name, number, process, place, welder"
      class="grow max-w-xl"
      aria-label="Search jobs"
    />
    <USelect v-model="list.sort.value" :items="SORTS" aria-label="Order" class="w-44" />
  </div>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="data && data.rows.length === 0" class="panel p-8 text-center">
    <p class="font-semibold">{{ list.q.value ? 'No job matches.' : 'No jobs yet.' }}</p>
    <p class="muted">
      {{
        list.q.value
          ? 'Search for less, or look for the number.'
          : 'Describe the first one: process, current, metal, place.'
      }}
    </p>
  </div>
  <div v-else class="panel overflow-x-auto" :aria-busy="loading">
    <table class="list">
      <thead>
        <tr>
          <th>No.</th>
          <th>Job</th>
          <th>Process</th>
          <th>Place</th>
          <th>Welder</th>
          <th>Changed</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in data?.rows ?? []" :key="row.id">
          <td class="plate text-xl">{{ row.number }}</td>
          <td>
            <NuxtLink class="link" :to="`/jobs/${row.id}`">{{ row.title }}</NuxtLink>
          </td>
          <td>{{ row.process }}</td>
          <td>{{ row.where }}</td>
          <td>{{ row.welder ?? '–' }}</td>
          <td class="whitespace-nowrap">{{ when(row.updatedAt) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <Pager
    v-if="data"
    :page="data.page"
    :pages="data.pages"
    :total="data.total"
    noun="jobs"
    @go="list.page.value = $event"
  />
</template>
