<script setup lang="ts">
import { permitRoutes } from '#shared/permit/routes'
import { verifyQuery, type Verified } from '#shared/permit/schema'
import type { Story } from '#shared/permit/story'
import { eventWords } from '~/components/permit/action-words'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

/** Whether a printed permit is the one on record: the bare answer for whoever holds the paper, what was done since for who may read it. */
definePageMeta({ layout: 'door', open: true })
useHead({ title: 'Printed permit · Zonaris' })
const route = useRoute()
const signIn = useSignIn()
const { when } = useSiteTime()
const query = computed(() => verifyQuery.safeParse(route.query).data ?? null)
const verified = useLoad<Verified>(() => call(permitRoutes.verifyPermit, { query: query.value! }))
const story = useLoad<Story>(() =>
  call(permitRoutes.permitStory, { params: { id: query.value!.permit } }),
)
onMounted(async () => {
  if (!query.value) return
  await verified.load()
  if (signIn.me === undefined) await signIn.load().catch(() => null)
  // Of another shop nothing more is told than to anybody else.
  if (signIn.me && verified.data.value?.isKnown) await story.load()
})
const answer = computed(() => verified.data.value)
const since = computed(() =>
  (story.data.value?.permit.events ?? []).filter(
    ({ auditSeq }) => (auditSeq ?? 0) > query.value!.seq,
  ),
)
/** What is not any more as the paper has it. */
const changed = computed(() => {
  const signed = story.data.value?.signed ?? []
  const printed = signed.findLastIndex(({ hash }) => hash === query.value!.hash)
  return printed < 0 ? [] : signed.slice(printed + 1).flatMap(({ changes }) => changes)
})
const validTo = computed(() => {
  const { validTo: iso, timeZone } = answer.value ?? {}
  if (!iso) return ''
  return new Intl.DateTimeFormat('en-GB', {
    dateStyle: 'medium',
    timeStyle: 'short',
    timeZone: timeZone ?? 'UTC',
  }).format(new Date(iso))
})
const says = computed(() => {
  const now = answer.value!
  if (!now.isKnown) return 'No such permit is on record. Do not work by this paper.'
  if (!now.isCurrent)
    return 'It was on record, and was changed and signed anew since. Print it again.'
  return 'What is on this paper is what was signed.'
})
const isRight = computed(() => answer.value?.isKnown === true && answer.value.isCurrent)
</script>

<template>
  <h1>Printed permit</h1>
  <p v-if="!query" class="edge edge-unknown px-3 py-2">
    This address is not whole. Scan the code on the paper again.
  </p>
  <Failure
    v-else-if="verified.failure.value"
    :failure="verified.failure.value"
    @retry="verified.load"
  />
  <p v-else-if="!answer" class="muted">Looking…</p>
  <template v-else>
    <p
      class="edge px-3 py-2 text-lg font-semibold flex gap-2"
      :class="isRight ? 'edge-clear' : 'edge-stop'"
      role="status"
      data-testid="verified"
    >
      <FindingMark :level="isRight ? 'clear' : 'stop'" />
      {{ says }}
    </p>
    <template v-if="answer.isKnown">
      <p class="flex flex-wrap items-center gap-3">
        <span>Permit {{ answer.number }}, now:</span>
        <StateMark :state="answer.state!" />
      </p>
      <p>Valid to {{ validTo }} ({{ answer.timeZone }}).</p>
      <p v-if="!answer.hasMoved">Nothing was done since it was printed.</p>
      <template v-else>
        <p>Something was done since it was printed.</p>
        <ul v-if="since.length > 0" class="space-y-1" aria-label="Since it was printed">
          <li v-for="event in since" :key="event.id">
            {{ when(event.at) }}: {{ eventWords(event) }}, {{ event.person }}
            <span v-if="event.note" class="muted">{{ event.note }}</span>
          </li>
        </ul>
      </template>
      <ul v-if="changed.length > 0" class="list-disc pl-5" aria-label="Changed since">
        <li v-for="change in changed" :key="change.what">
          {{ change.what }}:
          <ChangedValue :change="change" />
        </li>
      </ul>
      <NuxtLink v-if="story.data.value" class="link" :to="`/permits/${query.permit}`">
        To the permit
      </NuxtLink>
      <p v-else class="muted text-sm">Sign in to read what was done.</p>
    </template>
  </template>
</template>
