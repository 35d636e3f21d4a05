<script setup lang="ts">
import { jobRoutes } from '#shared/job/routes'
import { call } from '~/composables/api'
import { useList } from '~/composables/list'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

useHead({ title: 'Jobs · Zonaris' })
const signIn = useSignIn()
const { when } = useSiteTime()
const jobs = useList({
  sorts: ['newest', 'number', 'title'],
  read: (query) => call(jobRoutes.jobs, { query }),
})
const SORTS = [
  { value: 'newest', label: 'Newest first' },
  { value: 'number', label: 'By number' },
  { value: 'title', label: 'By name' },
] as const
const COLUMNS = [
  { id: 'number', header: 'No.', plate: true },
  { id: 'title', header: 'Job', title: true },
  { id: 'process', header: 'Process' },
  { id: 'place', header: 'Place' },
  { id: 'welder', header: 'Welder' },
  { id: 'changed', header: 'Changed' },
]
</script>

<template>
  <ListPage
    title="Jobs"
    one="job"
    noun="jobs"
    search="Name, number, process, place, welder"
    :list="jobs"
    :columns="COLUMNS"
    :sorts="SORTS"
    none="No jobs yet."
    none-help="Describe the first one: process, current, metal, place."
    no-match="No job matches."
  >
    <template #actions>
      <UButton
        v-if="signIn.may('lead', 'instructor', 'worker')"
        to="/jobs/new"
        icon="i-lucide-plus"
      >
        Describe a job
      </UButton>
    </template>
    <template #number="{ row }">{{ row.number }}</template>
    <template #title="{ row }">
      <NuxtLink class="link" :to="`/jobs/${row.id}`">{{ row.title }}</NuxtLink>
    </template>
    <template #process="{ row }">{{ row.process }}</template>
    <template #place="{ row }">{{ row.placeName }}</template>
    <template #welder="{ row }">{{ row.welder ?? '–' }}</template>
    <template #changed="{ row }">
      <span class="whitespace-nowrap">{{ when(row.updatedAt) }}</span>
    </template>
  </ListPage>
</template>
