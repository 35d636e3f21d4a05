<script setup lang="ts">
import { PERMIT_STATES } from '#core/permit/lifecycle'
import { permitRoutes } from '#shared/permit/routes'
import { addressOf, call } from '~/composables/api'
import { useAddress, useList } from '~/composables/list'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

useHead({ title: 'Permits · Zonaris' })
const { when } = useSiteTime()
const signIn = useSignIn()
const mayWork = computed(() => signIn.may('lead', 'instructor', 'worker'))
const isStaff = computed(() => signIn.may('lead', 'instructor'))
const EVERY = 'every'
const state = useAddress().choice('state', [EVERY, ...PERMIT_STATES])
const permits = useList({
  sorts: ['newest', 'number'],
  filters: [{ ref: state, none: EVERY }],
  read: (query) =>
    call(permitRoutes.permits, {
      query: { ...query, state: state.value === EVERY ? undefined : state.value },
    }),
})
const STATES = [
  { value: EVERY, label: 'Every state' },
  ...PERMIT_STATES.map((value) => ({
    value,
    label: value.charAt(0).toUpperCase() + value.slice(1),
  })),
]
const csv = addressOf(permitRoutes.permitsCsv)
const json = addressOf(permitRoutes.permitsJson)
const COLUMNS = [
  { id: 'number', header: 'No.', plate: true },
  { id: 'state', header: 'State' },
  { id: 'place', header: 'Place', title: true },
  { id: 'job', header: 'Job' },
  { id: 'valid', header: 'Valid' },
]
</script>

<template>
  <ListPage
    title="Hot-work permits"
    one="permit"
    noun="permits"
    search="Place, job, person, number"
    :list="permits"
    :columns="COLUMNS"
    none="No permit yet."
    no-match="No permit matches."
  >
    <template #subtitle>
      <p class="muted">
        A permit starts on the page of its job, at the step Fire.
        <NuxtLink class="link" to="/permits/board">Board for a wall</NuxtLink>
        <NuxtLink v-if="isStaff" class="link ml-3" to="/permits/statistics">In figures</NuxtLink>
        <a class="link ml-3" :href="csv" download>CSV</a>
        <a class="link ml-3" :href="json" download>JSON</a>
      </p>
    </template>
    <template v-if="mayWork" #top><TemplateRow /></template>
    <template #filters>
      <USelect v-model="state" :items="STATES" aria-label="State" class="w-44" />
    </template>
    <template #number="{ row }">{{ row.number }}</template>
    <template #state="{ row }"><StateMark :state="row.state" /></template>
    <template #place="{ row }">
      <NuxtLink class="link" :to="`/permits/${row.id}`">{{ row.place }}</NuxtLink>
      <span v-if="row.rehearsal" class="muted">rehearsal</span>
    </template>
    <template #job="{ row }">{{ row.jobNumber }} {{ row.job }}</template>
    <template #valid="{ row }">{{ when(row.validFrom) }} – {{ when(row.validTo) }}</template>
  </ListPage>
</template>
