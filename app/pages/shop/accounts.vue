<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import type { Person } from '#shared/people/schema'
import { ROLE_NAME } from '#shared/sign-in/schema'
import { useAddress, useList } from '~/composables/list'
import { call } from '~/composables/api'
import { useSignIn } from '~/stores/sign-in'

/** Who may sign in, as what, and by what. Each leads to the person, where it is changed. */
useHead({ title: 'Accounts · Zonaris' })
const signIn = useSignIn()
const show = useAddress().choice('show', ['active', 'left', 'all'])
const people = useList({
  sorts: ['role', 'name'],
  filters: [{ ref: show, none: 'active' }],
  read: (query) => call(peopleRoutes.people, { query: { ...query, show: show.value } }),
})
const SHOWS = [
  { value: 'active', label: 'Work here' },
  { value: 'left', label: 'Left' },
  { value: 'all', label: 'Everyone' },
]
const SORTS = [
  { value: 'role', label: 'By role' },
  { value: 'name', label: 'By name' },
] as const
const COLUMNS = [
  { id: 'name', header: 'Name', title: true },
  { id: 'role', header: 'Role' },
  { id: 'email', header: 'Signs in as' },
  { id: 'pin', header: 'PIN' },
]
const roleOf = ({ role, active }: Person): string =>
  active ? ROLE_NAME[role] : `${ROLE_NAME[role]}, left`
</script>

<template>
  <section>
    <ListPage
      title="Accounts"
      :level="2"
      one="account"
      noun="accounts"
      search="Name, number or email"
      :list="people"
      :columns="COLUMNS"
      :sorts="SORTS"
      none="Nobody here yet."
      no-match="Nobody matches."
    >
      <template #actions>
        <UButton to="/account" variant="outline" color="neutral" icon="i-lucide-user-round">
          My own
        </UButton>
        <UButton v-if="signIn.may('lead')" to="/people" icon="i-lucide-users-round">People</UButton>
      </template>
      <template #filters>
        <USelect v-model="show" :items="SHOWS" aria-label="Show" />
      </template>
      <template #name="{ row }">
        <NuxtLink class="link font-semibold" :to="`/people/${row.id}`">{{ row.name }}</NuxtLink>
      </template>
      <template #role="{ row }">{{ roleOf(row) }}</template>
      <template #email="{ row }">{{ row.email ?? 'by PIN only' }}</template>
      <template #pin="{ row }">{{ row.hasPin ? 'set' : 'none' }}</template>
    </ListPage>
  </section>
</template>
