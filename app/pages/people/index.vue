<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { peopleRoutes } from '#shared/people/routes'
import type { Person } from '#shared/people/schema'
import { ROLE_NAME } from '#shared/sign-in/schema'
import { addressOf, call } from '~/composables/api'
import { useAddress, useList } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSignIn } from '~/stores/sign-in'

useHead({ title: 'People · Zonaris' })
const signIn = useSignIn()
const address = useAddress()
const show = address.choice('show', ['active', 'expiring', 'left', 'all'])
const EVERY = 'every'
const course = computed({
  get: () => address.text('course') || EVERY,
  set: (value) => address.put({ course: value === EVERY ? undefined : value, page: undefined }),
})
const people = useList({
  sorts: ['name', 'number', 'role'],
  filters: [
    { ref: show, none: 'active' },
    { ref: course, none: EVERY },
  ],
  read: (query) =>
    call(peopleRoutes.people, {
      query: {
        ...query,
        show: show.value,
        course: course.value === EVERY ? undefined : course.value,
      },
    }),
})
const courses = useLoad(() => call(peopleRoutes.courses, {}))
onMounted(courses.load)
const courseChoices = computed(() => [
  { value: EVERY, label: 'Every course' },
  ...(courses.data.value ?? []).map((entry) => ({ value: entry.id, label: entry.name })),
])
const adding = ref(false)

const ALL_SHOWS = [
  { value: 'active', label: 'Work here' },
  { value: 'expiring', label: 'Something runs out' },
  { value: 'left', label: 'Left' },
  { value: 'all', label: 'Everyone' },
]
const SORTS = [
  { value: 'name', label: 'By name' },
  { value: 'number', label: 'By number' },
  { value: 'role', label: 'By role' },
] as const
const EVERY_COLUMN = [
  { id: 'name', header: 'Name', title: true },
  { id: 'number', header: 'Number' },
  { id: 'course', header: 'Course or role' },
  { id: 'cleared', header: 'Cleared for' },
  { id: 'respirator', header: 'Respirator until' },
  { id: 'fitTest', header: 'Fit test' },
  { id: 'fireWatch', header: 'Fire watch' },
]
/** Until when somebody is cleared is for that person and the staff. */
const isStaff = computed(() => signIn.may('lead', 'instructor'))
const columns = computed(() =>
  EVERY_COLUMN.filter(({ id }) => isStaff.value || !['respirator', 'fitTest'].includes(id)),
)
const shows = computed(() => ALL_SHOWS.filter(({ value }) => isStaff.value || value !== 'expiring'))
const dayOrDash = (day: string | null): string => (day ? dayText(day) : '–')
const courseOf = (person: Person): string =>
  `${person.course ?? ROLE_NAME[person.role]}${person.active ? '' : ', left'}`
</script>

<template>
  <ListPage
    title="People"
    one="person"
    noun="people"
    search="Name, number or email"
    :list="people"
    :columns="columns"
    :sorts="SORTS"
    none="Nobody here yet."
    no-match="Nobody matches."
  >
    <template #actions>
      <UButton
        variant="outline"
        color="neutral"
        to="/people/courses"
        icon="i-lucide-graduation-cap"
      >
        Courses and kit lists
      </UButton>
      <UButton
        v-if="signIn.may('lead', 'instructor')"
        variant="outline"
        color="neutral"
        icon="i-lucide-download"
        :to="addressOf(peopleRoutes.exportRoster)"
        target="_blank"
        external
      >
        Roster as CSV
      </UButton>
      <UButton
        v-if="signIn.may('lead')"
        variant="outline"
        color="neutral"
        icon="i-lucide-upload"
        to="/people/import"
      >
        Import
      </UButton>
      <UButton v-if="signIn.may('lead')" icon="i-lucide-plus" @click="adding = true">
        Add a person
      </UButton>
    </template>
    <template #filters>
      <USelect v-model="course" :items="courseChoices" aria-label="Course" class="w-60" />
      <USelect v-model="show" :items="shows" aria-label="Show" class="w-52" />
    </template>
    <template #name="{ row }">
      <NuxtLink class="link" :to="`/people/${row.id}`">{{ row.name }}</NuxtLink>
      <span class="muted block text-sm font-normal">{{ row.email }}</span>
    </template>
    <template #number="{ row }">{{ row.rosterNumber ?? '–' }}</template>
    <template #course="{ row }">{{ courseOf(row) }}</template>
    <template #cleared="{ row }">{{ row.cleared.join(' ') || 'nothing yet' }}</template>
    <template #respirator="{ row }">{{ dayOrDash(row.respiratorUntil) }}</template>
    <template #fitTest="{ row }">{{ dayOrDash(row.fitTestOn) }}</template>
    <template #fireWatch="{ row }">{{ row.fireWatchTrainedOn ? 'trained' : '–' }}</template>
  </ListPage>
  <PersonForm
    v-model:open="adding"
    :person="null"
    :courses="courses.data.value ?? []"
    @saved="people.load"
  />
</template>
