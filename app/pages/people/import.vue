<script setup lang="ts">
import { ROSTER_COLUMNS, ROSTER_NEEDED } from '#core/people/roster'
import { peopleRoutes } from '#shared/people/routes'
import type { RosterPreview } from '#shared/people/schema'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'
import { useSignIn } from '~/stores/sign-in'

/** A roster file is looked at first: what each row would do, and what is wrong with it. Only then it is taken over, exactly as shown. */
useHead({ title: 'Import a roster · Zonaris' })
const signIn = useSignIn()
const csv = ref('')
const fileName = ref('')
const preview = shallowRef<RosterPreview | null>(null)
const onlyBroken = ref(false)
const { busy, message, submit } = useSubmit()
const ROWS_SHOWN = 500
const rows = computed(() =>
  (preview.value?.rows ?? []).filter((row) => !onlyBroken.value || row.action === 'broken'),
)
const ACTION = { add: 'New', change: 'Changes', same: 'As it is', broken: 'Broken' } as const
const LEVEL = { add: 'clear', change: 'caution', same: 'clear', broken: 'stop' } as const

async function take(text: string, name: string): Promise<void> {
  fileName.value = name
  csv.value = text
  await look()
}
async function look(): Promise<void> {
  preview.value =
    (await submit(() => call(peopleRoutes.importRoster, { body: { csv: csv.value } }))) ?? null
  onlyBroken.value = (preview.value?.counts.broken ?? 0) > 0
}
async function apply(): Promise<void> {
  const { fingerprint, counts } = preview.value!
  const done = await submit(() =>
    call(peopleRoutes.importRoster, {
      body: { csv: csv.value, apply: true, leaveOutBroken: counts.broken > 0, fingerprint },
    }),
  )
  if (done) {
    preview.value = done
    onlyBroken.value = done.counts.broken > 0
  }
}
const total = computed(() =>
  preview.value ? preview.value.counts.add + preview.value.counts.change : 0,
)
const takeWords = computed(() => {
  const broken = preview.value?.counts.broken ?? 0
  return broken > 0
    ? `Leave ${broken} broken out, take ${total.value} over`
    : `Take ${total.value} over`
})
</script>

<template>
  <div class="space-y-5">
    <div>
      <p class="muted"><NuxtLink class="link" to="/people">People</NuxtLink></p>
      <h1>Import a roster</h1>
    </div>
    <p v-if="!signIn.may('lead')" class="panel edge edge-caution p-4 font-semibold">
      A safety lead imports the roster.
    </p>
    <section v-else class="panel p-4 sm:p-6 space-y-3">
      <p>
        CSV with a first line of column names.
        <span class="font-semibold">{{ ROSTER_NEEDED.join(' and ') }}</span>
        must be there; the number tells whether a person is new. Nobody is removed.
      </p>
      <p class="muted text-sm break-words">
        {{ ROSTER_COLUMNS.join(', ') }}. Days like 2026-03-31; cleared_for like SMAW GMAW;
        light_sensitive yes or no.
      </p>
      <div class="flex flex-wrap items-center gap-3">
        <FileInput label="Roster file" accept=".csv,text/csv,text/plain" @read="take" />
        <span v-if="fileName" class="muted">{{ fileName }}</span>
      </div>
      <details>
        <summary class="cursor-pointer muted underline underline-offset-2 py-1">
          Or paste it
        </summary>
        <UTextarea v-model="csv" :rows="6" class="w-full font-mono" aria-label="Roster as text" />
        <UButton
          class="mt-2"
          variant="outline"
          :loading="busy"
          :disabled="!csv.trim()"
          @click="look"
        >
          Look at it
        </UButton>
      </details>
      <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    </section>
    <section v-if="preview" class="space-y-3" aria-labelledby="preview" aria-live="polite">
      <h2 id="preview">{{ preview.applied ? 'Taken over' : 'What it would do' }}</h2>
      <ul v-if="preview.headerErrors.length > 0" class="panel edge edge-stop p-4 space-y-1">
        <li v-for="error in preview.headerErrors" :key="error" class="font-semibold">
          {{ error }}
        </li>
      </ul>
      <template v-else>
        <div
          class="panel p-4 flex flex-wrap items-center gap-x-6 gap-y-2"
          data-testid="roster-counts"
        >
          <p v-for="action in ['add', 'change', 'same', 'broken'] as const" :key="action">
            <span
              class="plate text-4xl"
              :class="{ 'text-stop': action === 'broken' && preview.counts.broken > 0 }"
            >
              {{ preview.counts[action] }}
            </span>
            {{ ACTION[action].toLowerCase() }}
          </p>
          <div class="grow" />
          <template v-if="!preview.applied">
            <UButton v-if="total > 0" :loading="busy" @click="apply">
              {{ takeWords }}
            </UButton>
            <p v-else class="muted">Nothing to take over.</p>
          </template>
          <UButton v-else to="/people">To the people</UButton>
        </div>
        <USwitch
          v-if="preview.counts.broken > 0"
          v-model="onlyBroken"
          label="Only the broken rows"
        />
        <SideScroll class="panel" label="Rows of the roster">
          <table class="list">
            <thead>
              <tr>
                <th>Line</th>
                <th>What</th>
                <th>Number</th>
                <th>Name</th>
                <th>Why, or what changes</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows.slice(0, ROWS_SHOWN)" :key="row.line">
                <td>{{ row.line }}</td>
                <td class="whitespace-nowrap">
                  <span class="inline-flex items-center gap-2">
                    <FindingMark :level="LEVEL[row.action]" :size="18" />
                    {{ ACTION[row.action] }}
                  </span>
                </td>
                <td>{{ row.number }}</td>
                <td>{{ row.name }}</td>
                <td>
                  <ul v-if="row.errors.length > 0">
                    <li v-for="error in row.errors" :key="error.column + error.message">
                      <span class="font-semibold">{{ error.column || 'row' }}:</span>
                      {{ error.message }}
                    </li>
                  </ul>
                  <template v-else>{{ row.changes.join(', ') }}</template>
                </td>
              </tr>
            </tbody>
          </table>
        </SideScroll>
        <p v-if="rows.length > ROWS_SHOWN" class="muted">
          The first {{ ROWS_SHOWN }} of {{ rows.length }} rows.
        </p>
      </template>
    </section>
  </div>
</template>
