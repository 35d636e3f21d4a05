<script setup lang="ts">
import { routes } from '#shared/api/routes'
import type { TrainingRow } from '#shared/training/schema'
import { call } from '~/composables/api'
import { useListState } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useSession } from '~/stores/session'

useHead({ title: 'Sessions · Zonaris' })
const session = useSession()
const list = useListState(['newest', 'title'] as const)
const { data, failure, loading, load } = useLoad(() =>
  call(routes.trainings, { query: list.query.value }),
)
watch(list.query, load, { immediate: true, deep: true })
const { today } = useSiteTime()
const { busy, message, submit } = useSubmit()
const mayWrite = computed(() => session.may('lead', 'instructor'))
const open = ref(false)
const copying = shallowRef<TrainingRow | null>(null)
function make(copyOf: TrainingRow | null): void {
  copying.value = copyOf
  open.value = true
}
/** The session that today most likely repeats: the newest before today, while today has none of that name. */
const again = computed(() => {
  if (list.q.value || list.page.value > 1) return null
  const rows = data.value?.rows ?? []
  const last = rows.find((row) => row.day < today())
  return last && !rows.some((row) => row.day === today() && row.title === last.title) ? last : null
})
const go = (id: string) => navigateTo(`/sessions/${id}`)
async function copyToday(): Promise<void> {
  const made = await submit(() =>
    call(routes.copyTraining, { params: { id: again.value!.id }, body: { day: today() } }),
  )
  if (made) await go(made.id)
}
const dayWord = (day: string): string =>
  day === today() ? 'today' : day === today(-1) ? 'yesterday' : day === today(1) ? 'tomorrow' : day
</script>

<template>
  <div class="flex flex-wrap items-end gap-3 mb-5">
    <h1 class="grow">Sessions</h1>
    <UButton
      v-if="mayWrite"
      :variant="again ? 'outline' : 'solid'"
      icon="i-lucide-plus"
      @click="make(null)"
    >
      New session
    </UButton>
  </div>
  <section
    v-if="mayWrite && again"
    class="panel edge edge-unknown p-5 mb-5 flex flex-wrap items-center gap-5"
    aria-label="Next"
  >
    <div class="grow basis-72">
      <p class="muted">Again today?</p>
      <h2>{{ again.title }}</h2>
      <p>
        As it was {{ dayWord(again.day) }}: {{ again.people }} people, their booths, work and
        helmets.
      </p>
    </div>
    <UButton class="px-6" icon="i-lucide-copy" :loading="busy" @click="copyToday">
      Copy to today
    </UButton>
  </section>
  <p v-if="message" role="alert" class="text-stop font-semibold mb-3">{{ message }}</p>
  <UInput
    v-model="list.q.value"
    type="search"
    icon="i-lucide-search"
    placeholder="Title, course or day"
    class="max-w-xl w-full mb-4"
    aria-label="Search sessions"
  />
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="data?.rows.length === 0" class="panel p-8 text-center">
    <p class="font-semibold">No session{{ list.q.value ? ' matches' : ' yet' }}.</p>
    <p v-if="!list.q.value" class="muted">
      A session puts people on booths with their work, and shows who is ready.
    </p>
  </div>
  <div v-else class="panel overflow-x-auto" :aria-busy="loading">
    <table class="list">
      <thead>
        <tr>
          <th>Day</th>
          <th>Session</th>
          <th>Course</th>
          <th>People</th>
          <th>Here</th>
          <th><span class="sr-only">Copy</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in data?.rows ?? []" :key="row.id">
          <td class="whitespace-nowrap">
            {{ dayWord(row.day) }}
            <span v-if="dayWord(row.day) !== row.day" class="muted text-sm">{{ row.day }}</span>
          </td>
          <td>
            <NuxtLink class="link" :to="`/sessions/${row.id}`">{{ row.title }}</NuxtLink>
            <span v-if="row.rehearsal" class="muted">rehearsal</span>
          </td>
          <td>{{ row.course ?? '–' }}</td>
          <td>{{ row.people }}</td>
          <td>{{ row.here }}</td>
          <td class="text-right">
            <UButton
              v-if="mayWrite"
              variant="ghost"
              icon="i-lucide-copy"
              :aria-label="`Copy ${row.title} of ${row.day}`"
              @click="make(row)"
            >
              Copy
            </UButton>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <Pager
    v-if="data"
    :page="data.page"
    :pages="data.pages"
    :total="data.total"
    noun="sessions"
    @go="list.page.value = $event"
  />
  <NewSession v-model:open="open" :copy-of="copying" @made="go" />
</template>
