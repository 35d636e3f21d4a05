<script setup lang="ts">
import { routes } from '#shared/api/routes'
import { ROLE_NAME } from '#shared/session/schema'
import { addressOf, call } from '~/composables/api'
import { useListState } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSession } from '~/stores/session'

useHead({ title: 'People · Zonaris' })
const session = useSession()
const list = useListState(['name', 'number', 'role'] as const, ['course', 'show'])
const SHOWS = [
  { value: 'active', label: 'Work here' },
  { value: 'expiring', label: 'Something runs out' },
  { value: 'left', label: 'Left' },
  { value: 'all', label: 'Everyone' },
] as const
type Show = (typeof SHOWS)[number]['value']
const show = computed({
  get: (): Show =>
    SHOWS.find((entry) => entry.value === list.filters.value.show)?.value ?? 'active',
  set: (value) => list.put({ show: value === 'active' ? undefined : value, page: undefined }),
})
const EVERY = 'every'
const course = computed({
  get: () => list.filters.value.course || EVERY,
  set: (value) => list.put({ course: value === EVERY ? undefined : value, page: undefined }),
})
const people = useLoad(() =>
  call(routes.people, {
    query: {
      ...list.query.value,
      show: show.value,
      course: course.value === EVERY ? undefined : course.value,
    },
  }),
)
watch([list.query, show, course], people.load, { immediate: true, deep: true })
const courses = useLoad(() => call(routes.courses, {}))
onMounted(courses.load)
const adding = ref(false)
const sorts = [
  { value: 'name', label: 'By name' },
  { value: 'number', label: 'By number' },
  { value: 'role', label: 'By role' },
] as const
</script>

<template>
  <div class="flex flex-wrap items-end gap-3 mb-5">
    <h1 class="grow">People</h1>
    <UButton variant="outline" color="neutral" to="/people/courses" icon="i-lucide-graduation-cap">
      Courses and kit lists
    </UButton>
    <UButton
      v-if="session.may('lead', 'instructor')"
      variant="outline"
      color="neutral"
      icon="i-lucide-download"
      :to="addressOf(routes.exportRoster)"
      target="_blank"
      external
    >
      Roster as CSV
    </UButton>
    <UButton
      v-if="session.may('lead')"
      variant="outline"
      color="neutral"
      icon="i-lucide-upload"
      to="/people/import"
    >
      Import
    </UButton>
    <UButton v-if="session.may('lead')" icon="i-lucide-plus" @click="adding = true">
      Add a person
    </UButton>
  </div>
  <div class="flex flex-wrap gap-3 mb-4">
    <UInput
      v-model="list.q.value"
      type="search"
      icon="i-lucide-search"
      placeholder="Name, number or email"
      class="grow max-w-xl"
      aria-label="Search people"
    />
    <USelect
      v-model="course"
      :items="[
        { value: EVERY, label: 'Every course' },
        ...(courses.data.value ?? []).map((entry) => ({ value: entry.id, label: entry.name })),
      ]"
      aria-label="Course"
      class="w-60"
    />
    <USelect v-model="show" :items="[...SHOWS]" aria-label="Show" class="w-52" />
    <USelect v-model="list.sort.value" :items="[...sorts]" aria-label="Order" class="w-40" />
  </div>
  <Failure v-if="people.failure.value" :failure="people.failure.value" @retry="people.load" />
  <div v-else-if="people.data.value?.rows.length === 0" class="panel p-8 text-center">
    <p class="font-semibold">
      {{
        list.q.value || course !== EVERY || show !== 'active'
          ? 'Nobody matches.'
          : 'Nobody here yet.'
      }}
    </p>
  </div>
  <div v-else class="panel overflow-x-auto" :aria-busy="people.loading.value">
    <table class="list">
      <thead>
        <tr>
          <th>Name</th>
          <th>Number</th>
          <th>Course or role</th>
          <th>Cleared for</th>
          <th>Respirator until</th>
          <th>Fit test</th>
          <th>Fire watch</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="entry in people.data.value?.rows ?? []" :key="entry.id">
          <td>
            <NuxtLink class="link" :to="`/people/${entry.id}`">{{ entry.name }}</NuxtLink>
            <span class="muted block text-sm">{{ entry.email }}</span>
          </td>
          <td>{{ entry.rosterNumber ?? '–' }}</td>
          <td>
            {{ entry.course ?? ROLE_NAME[entry.role] }}
            <template v-if="!entry.active">, left</template>
          </td>
          <td>{{ entry.cleared.join(' ') || 'nothing yet' }}</td>
          <td>{{ entry.respiratorUntil ?? '–' }}</td>
          <td>{{ entry.fitTestOn ?? '–' }}</td>
          <td>{{ entry.fireWatchTrainedOn ? 'trained' : '–' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <Pager
    v-if="people.data.value"
    :page="people.data.value.page"
    :pages="people.data.value.pages"
    :total="people.data.value.total"
    noun="people"
    @go="list.page.value = $event"
  />
  <PersonForm
    v-model:open="adding"
    :person="null"
    :courses="courses.data.value ?? []"
    @saved="people.load"
  />
</template>
