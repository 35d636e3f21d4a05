<script setup lang="ts">
import { permitRoutes } from '#shared/permit/routes'
import type { Story } from '#shared/permit/story'
import { storyOf } from '~/components/permit/story'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

/** What happened to one permit, on one page, for somebody who was not there. */
const id = String(useRoute().params.id)
const { when, zone } = useSiteTime()
const { data, failure, load } = useLoad<Story>(() =>
  call(permitRoutes.permitStory, { params: { id } }),
)
onMounted(load)
useHead({ title: () => `Permit ${data.value?.permit.number ?? ''}: what happened · Zonaris` })
const told = computed(() => (data.value ? storyOf(data.value, when) : []))
const minded = computed(() =>
  (data.value?.permit.findings ?? []).filter(({ level }) => level !== 'clear'),
)
const cleared = computed(() => (data.value?.permit.findings.length ?? 0) - minded.value.length)
const print = (): void => window.print()
</script>

<template>
  <Failure v-if="failure && !data" :failure="failure" @retry="load" />
  <p v-else-if="!data" class="muted">Reading the record…</p>
  <article v-else class="space-y-5 max-w-4xl">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted no-print">
          <NuxtLink class="link" :to="`/permits/${id}`">Permit {{ data.permit.number }}</NuxtLink>
        </p>
        <h1>{{ data.permit.number }} · {{ data.permit.place }}: what happened</h1>
        <p class="muted">Times in {{ zone }}</p>
      </div>
      <StateMark :state="data.permit.state" large />
      <UButton
        class="no-print"
        variant="outline"
        color="neutral"
        icon="i-lucide-printer"
        @click="print"
      >
        Print
      </UButton>
    </header>
    <p v-if="data.permit.rehearsal" class="edge edge-caution panel p-3 font-semibold">
      Made in a rehearsal. Not a permit to work.
    </p>
    <section class="panel p-4 sm:p-6" aria-labelledby="in-short">
      <h2 id="in-short" class="mb-3">In short</h2>
      <ul class="space-y-1.5 text-lg leading-snug" data-testid="story">
        <li v-for="sentence in told" :key="sentence">{{ sentence }}</li>
      </ul>
    </section>
    <section class="panel p-4 sm:p-6" aria-labelledby="rested-on">
      <h2 id="rested-on" class="mb-3">What it rested on</h2>
      <p v-if="!data.permit.issuedAt" class="muted">It was not issued.</p>
      <template v-else>
        <p class="mb-2">{{ cleared }} checks were clear, {{ minded.length }} were not.</p>
        <FindingList :findings="minded" :overridden="data.permit.overridden" />
      </template>
    </section>
    <section
      v-if="data.permit.found.length > 0"
      class="panel p-4 sm:p-6"
      aria-labelledby="was-found"
    >
      <h2 id="was-found" class="mb-3">Found there on the day</h2>
      <FoundFacts :permit="data.permit" />
    </section>
    <section class="panel p-4 sm:p-6" aria-labelledby="was-signed">
      <h2 id="was-signed" class="mb-3">What was signed</h2>
      <p v-if="data.signed.length === 0" class="muted">Nothing was signed.</p>
      <ol v-else class="space-y-4">
        <li v-for="text in data.signed" :key="text.version">
          <p class="font-semibold">Version {{ text.version }}, {{ when(text.at) }}</p>
          <ul v-if="text.changes.length > 0" class="list-disc pl-5">
            <li v-for="change in text.changes" :key="change.what">
              {{ change.what }}:
              <ChangedValue :change="change" />
            </li>
          </ul>
          <p class="muted text-sm break-all">SHA-256 {{ text.hash }}</p>
        </li>
      </ol>
    </section>
    <section class="panel p-4 sm:p-6" aria-labelledby="rounds">
      <h2 id="rounds" class="mb-3">Rounds of the watch</h2>
      <p v-if="data.rounds.length === 0" class="muted">None was made.</p>
      <SideScroll v-else label="Rounds of the watch">
        <table class="list">
          <thead>
            <tr>
              <th>Made</th>
              <th>Due</th>
              <th>By</th>
              <th>Note</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="round in data.rounds" :key="round.at">
              <td>
                {{ when(round.at) }}
                <strong v-if="round.isLate" class="text-stop">late</strong>
                <span v-if="round.cameAt" class="muted">came {{ when(round.cameAt) }}</span>
              </td>
              <td>{{ when(round.dueAt) }}</td>
              <td>{{ round.person }}</td>
              <td>{{ round.note ?? '' }}</td>
            </tr>
          </tbody>
        </table>
      </SideScroll>
    </section>
    <PermitEvents :permit="data.permit" />
  </article>
</template>
