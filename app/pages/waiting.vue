<script setup lang="ts">
import { lateRoutes } from '#shared/late/routes'
import type { LateEntry } from '#shared/late/schema'
import { nameOf, notedIn } from '~/components/late/late-words'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import type { KeptEntry } from '~/composables/offline/database'
import { dropEntry, flush, useQueue } from '~/composables/offline/queue'
import { useSignal } from '~/composables/offline/signal'
import { useSiteTime } from '~/composables/time'
import { useChanged } from '~/stores/changes'
import { useSignIn } from '~/stores/sign-in'

/** What was entered without a signal: what waits on this device, and what became of the rest. */
useHead({ title: 'Entered offline · Zonaris' })
const signIn = useSignIn()
const { when, clock } = useSiteTime()
const { offlineSince } = useSignal()
const { waiting, refused } = useQueue()
const { data: came, failure, load } = useLoad<LateEntry[]>(() => call(lateRoutes.lateEntries, {}))
onMounted(load)
useChanged(['permits', 'gear'], load)
watch(waiting, load)
/** A refusal for who sent it leaves nothing on the server. */
const isOnRecord = ({ number, enteredAt: at }: KeptEntry): boolean =>
  came.value?.some(
    (one) => one.number === number && Date.parse(one.enteredAt) === at && one.refusal !== null,
  ) ?? false
const dropSays = computed(() =>
  dropping.value && isOnRecord(dropping.value)
    ? 'It leaves this device. The server has it on record with the reason.'
    : 'The server has not kept it: it is gone for good. Write down first what it says.',
)
const isStaff = computed(() => signIn.may('lead', 'instructor'))

const dropping = ref<KeptEntry | null>(null)
const isDropping = computed({
  get: () => dropping.value !== null,
  set: (open) => {
    if (!open) dropping.value = null
  },
})
async function drop(): Promise<void> {
  await dropEntry(dropping.value!)
  dropping.value = null
}
const enteredAt = (entry: KeptEntry): string => when(new Date(entry.shownAt).toISOString())
const cameText = ({ madeAt, receivedAt }: LateEntry): string =>
  madeAt
    ? `Made ${when(madeAt)}, came ${clock(receivedAt)}`
    : `Came ${when(receivedAt)}, made at a time not known`
const missingText = ({ missing }: LateEntry): string =>
  missing === 1 ? '1 entry before it never came' : `${missing} entries before it never came`
</script>

<template>
  <div class="max-w-3xl space-y-6">
    <header>
      <h1>Entered offline</h1>
      <p class="muted">
        Without a signal, entries stay on this device, signed and numbered. They go out in their
        order, each once.
      </p>
    </header>
    <section aria-labelledby="waits">
      <div class="flex items-end gap-3 mb-2">
        <h2 id="waits" class="grow">On this device</h2>
        <UButton
          v-if="waiting.length > 0 && offlineSince === null"
          variant="outline"
          color="neutral"
          @click="flush"
        >
          Send now
        </UButton>
      </div>
      <p v-if="waiting.length + refused.length === 0" class="muted">Nothing waits here.</p>
      <ul v-else class="panel divide-y divide-(--rule)">
        <li v-for="entry in waiting" :key="entry.number" class="p-3" data-testid="waiting">
          <NuxtLink :to="entry.link" class="link font-semibold">{{ entry.says }}</NuxtLink>
          <span class="muted block">{{ enteredAt(entry) }}. Waits for a signal.</span>
        </li>
        <li
          v-for="entry in refused"
          :key="entry.number"
          class="p-3 flex gap-3 items-start"
          data-testid="refused"
        >
          <FindingMark level="stop" :size="22" />
          <span class="grow">
            <NuxtLink :to="entry.link" class="link font-semibold">{{ entry.says }}</NuxtLink>
            <span class="muted block">{{ enteredAt(entry) }}</span>
            <span class="block text-stop font-semibold">Not taken: {{ entry.refused }}</span>
          </span>
          <UButton variant="outline" color="neutral" @click="dropping = entry">Put aside</UButton>
        </li>
      </ul>
    </section>
    <section aria-labelledby="came">
      <h2 id="came" class="mb-2">
        {{ isStaff ? 'Came late to this site' : 'Came late from you' }}
      </h2>
      <Failure v-if="failure && !came" :failure="failure" @retry="load" />
      <p v-else-if="came && came.length === 0" class="muted">Nothing came late so far.</p>
      <ul v-else-if="came" class="panel divide-y divide-(--rule)">
        <li
          v-for="entry in came"
          :key="`${entry.phone} ${entry.number}`"
          class="p-3 flex gap-3 items-start"
          data-testid="came"
        >
          <FindingMark :level="entry.refusal === null ? 'clear' : 'stop'" :size="22" />
          <span class="grow">
            <span class="font-semibold">{{ nameOf(entry) }}</span>
            <span class="muted block">
              {{ entry.person }}, {{ entry.phoneName.toLowerCase() }}. {{ cameText(entry) }}.
            </span>
            <span v-if="entry.refusal" class="block text-stop font-semibold">
              Not written: {{ entry.refusal }}
            </span>
            <span v-for="line in notedIn(entry.content)" :key="line" class="block">{{ line }}</span>
            <span v-if="entry.missing > 0" class="block text-stop font-semibold">
              {{ missingText(entry) }}
            </span>
          </span>
        </li>
      </ul>
      <p v-else class="muted">Reading…</p>
    </section>
    <UModal v-model:open="isDropping" title="Put it aside" :description="dropSays">
      <template #footer>
        <UButton color="error" @click="drop">Put aside</UButton>
        <UButton variant="ghost" color="neutral" @click="isDropping = false">Keep it</UButton>
      </template>
    </UModal>
  </div>
</template>
