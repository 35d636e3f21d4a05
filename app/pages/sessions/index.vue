<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { sessionRoutes } from '#shared/session/routes'
import type { SessionRow } from '#shared/session/schema'
import { call } from '~/composables/api'
import { useList } from '~/composables/list'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

useHead({ title: 'Sessions · Zonaris' })
const signIn = useSignIn()
const { today, dayName } = useSiteTime()
const { busy, message, submit } = useSubmit()
const mayWrite = computed(() => signIn.may('lead', 'instructor'))
const sessions = useList({
  sorts: ['newest', 'title'],
  read: (query) => call(sessionRoutes.sessions, { query }),
})

const open = ref(false)
const copying = shallowRef<SessionRow | null>(null)
function make(copyOf: SessionRow | null): void {
  copying.value = copyOf
  open.value = true
}
/** The session that today most likely repeats: the newest before today, while today has none of that name. */
const again = computed(() => {
  if (sessions.narrowed.value || sessions.page.value > 1) return null
  const rows = sessions.data.value?.rows ?? []
  const last = rows.find((row) => row.day < today())
  return last && !rows.some((row) => row.day === today() && row.title === last.title) ? last : null
})
const go = (id: string) => navigateTo(`/sessions/${id}`)
async function copyToday(): Promise<void> {
  const made = await submit(() =>
    call(sessionRoutes.copySession, { params: { id: again.value!.id }, body: { day: today() } }),
  )
  if (made) await go(made.id)
}

const COLUMNS = [
  { id: 'day', header: 'Day' },
  { id: 'title', header: 'Session', title: true },
  { id: 'course', header: 'Course' },
  { id: 'people', header: 'People' },
  { id: 'here', header: 'Here' },
  { id: 'copy', header: 'Again' },
]
</script>

<template>
  <ListPage
    title="Sessions"
    one="session"
    noun="sessions"
    search="Title, course or day"
    :list="sessions"
    :columns="COLUMNS"
    none="No session yet."
    none-help="A session puts people on booths with their work, and shows who is ready."
    no-match="No session matches."
  >
    <template #actions>
      <UButton
        v-if="mayWrite"
        :variant="again ? 'outline' : 'solid'"
        icon="i-lucide-plus"
        @click="make(null)"
      >
        New session
      </UButton>
    </template>
    <template #top>
      <section
        v-if="mayWrite && again"
        class="panel edge edge-unknown p-5 mb-5 flex flex-wrap items-center gap-5"
        aria-label="Next"
      >
        <div class="grow basis-72">
          <p class="muted">Again today?</p>
          <h2>{{ again.title }}</h2>
          <p>
            As it was {{ dayName(again.day) }}: {{ again.people }} people, their booths, work and
            helmets.
          </p>
        </div>
        <UButton class="px-6" icon="i-lucide-copy" :loading="busy" @click="copyToday">
          Copy to today
        </UButton>
      </section>
      <p v-if="message" role="alert" class="text-stop font-semibold mb-3">{{ message }}</p>
    </template>
    <template #day="{ row }">
      <span class="whitespace-nowrap">{{ dayName(row.day) }}</span>
      <span v-if="dayName(row.day) !== dayText(row.day)" class="muted block text-sm">
        {{ dayText(row.day) }}
      </span>
    </template>
    <template #title="{ row }">
      <NuxtLink class="link" :to="`/sessions/${row.id}`">{{ row.title }}</NuxtLink>
      <span v-if="row.rehearsal" class="muted">rehearsal</span>
    </template>
    <template #course="{ row }">{{ row.course ?? '–' }}</template>
    <template #people="{ row }">{{ row.people }}</template>
    <template #here="{ row }">{{ row.here }}</template>
    <template #copy="{ row }">
      <UButton
        v-if="mayWrite"
        variant="ghost"
        icon="i-lucide-copy"
        :aria-label="`Copy ${row.title} of ${dayText(row.day)}`"
        @click="make(row)"
      >
        Copy
      </UButton>
    </template>
  </ListPage>
  <NewSession v-model:open="open" :copy-of="copying" @made="go" />
</template>
