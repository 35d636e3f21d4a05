<script setup lang="ts">
import { FOR_GOOD, MINIMUM, RECORD_KINDS, type RecordKind } from '#core/keeping/rules'
import { keepingRoutes } from '#shared/keeping/routes'
import { keepingBody, MOST_COUNTED, type Keeping, type KeepingBody } from '#shared/keeping/schema'
import { addressOf, call } from '~/composables/api'
import { serverNow } from '~/composables/clock'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { parseNumber } from '~/components/frame/number-text'
import { useSignIn } from '~/stores/sign-in'

/** How long the site keeps what grows day by day. */
useHead({ title: 'Records of the shop · Zonaris' })
const signIn = useSignIn()
const { when } = useSiteTime()
const toast = useToast()
const { data, failure, load } = useLoad<Keeping>(() => call(keepingRoutes.keeping, {}))

const NAMES: Record<RecordKind, string> = {
  inspection: 'Looks at gear, with their photos',
  gas: 'Readings and moves of cylinders',
  reading: 'Values that monitors sent',
  message: 'Messages that went out',
}

/** As typed: nothing for good. */
const form = reactive({ years: {} as Record<RecordKind, string>, held: '', version: 0 })
watch(data, (answer) => {
  if (!answer) return
  for (const kind of RECORD_KINDS) form.years[kind] = answer[kind]?.toString() ?? ''
  form.held = answer.held ?? ''
  form.version = answer.version
})
if (signIn.may('lead', 'instructor')) onMounted(load)

const yearsOf = (kind: RecordKind): number | null => parseNumber(form.years[kind])
const body = (): unknown => ({
  inspection: yearsOf('inspection'),
  gas: yearsOf('gas'),
  reading: yearsOf('reading'),
  message: yearsOf('message'),
  held: form.held.trim() || null,
  version: form.version,
})
const send = (sent: KeepingBody): Promise<Keeping> =>
  call(keepingRoutes.updateKeeping, { body: sent })
function saved(answer: Keeping): void {
  data.value = answer
  toast.add({ title: 'Saved' })
}

/** What the rule as it is saved does to a kind. */
function stateOf(kind: RecordKind, { held, from, due, ...years }: Keeping): string {
  if (years[kind] === null) return 'Kept for good.'
  const count = due[kind]
  if (count === 0) return 'Nothing is older.'
  const many = count === MOST_COUNTED ? `more than ${MOST_COUNTED - 1}` : count.toString()
  const what = kind === 'reading' ? `${many} hours of them are older` : `${many} are older`
  if (held !== null) return `${what}, and held.`
  return Date.parse(from!) > serverNow()
    ? `${what}: they go from ${when(from)}.`
    : `${what}: they go now.`
}
</script>

<template>
  <div v-if="signIn.may('lead', 'instructor')" class="space-y-6">
    <Failure v-if="failure && !data" :failure="failure" @retry="load" />
    <p v-else-if="!data" class="muted">Reading the rules…</p>
    <template v-else>
      <section aria-labelledby="keeping" class="space-y-3">
        <h2 id="keeping">How long records are kept</h2>
        <p class="muted max-w-prose">
          Empty: for good. What is older than you say goes by itself, and does not come back.
          Nothing goes within a day of a change.
        </p>
        <FormFrame
          class="panel p-4 sm:p-6 space-y-4"
          :state="form"
          :schema="keepingBody"
          :body="body"
          :send="send"
          @done="saved"
          @changed="form.version = $event"
        >
          <div
            v-for="kind in RECORD_KINDS"
            :key="kind"
            class="grid grid-cols-1 lg:grid-cols-[18rem_1fr] gap-x-6 gap-y-1 items-start"
          >
            <UFormField
              :label="NAMES[kind]"
              :help="`Years, ${MINIMUM[kind].least} at least`"
              :name="kind"
            >
              <UInput
                v-model="form.years[kind]"
                inputmode="numeric"
                placeholder="For good"
                class="w-full"
                :disabled="!signIn.may('lead')"
              />
            </UFormField>
            <p class="lg:pt-7" :data-testid="`keeping-${kind}`">
              {{ stateOf(kind, data) }}
              <span class="muted block">
                {{ MINIMUM[kind].because }} {{ MINIMUM[kind].source.document }}.
              </span>
            </p>
          </div>
          <UFormField
            label="Hold everything, because"
            help="As while somebody asks after an accident. Empty: nothing is held."
            name="held"
          >
            <UTextarea
              v-model="form.held"
              :rows="2"
              class="w-full max-w-prose"
              :disabled="!signIn.may('lead')"
            />
          </UFormField>
          <template #end="{ busy }">
            <UButton v-if="signIn.may('lead')" type="submit" :loading="busy" class="mt-4">
              Save how long
            </UButton>
          </template>
        </FormFrame>
      </section>
      <section aria-labelledby="good" class="space-y-3">
        <h2 id="good">Kept for good</h2>
        <ul class="panel divide-y divide-(--rule)">
          <li v-for="{ what, because, source } in FOR_GOOD" :key="what" class="p-4">
            <strong>{{ what }}</strong>
            <span class="muted block">{{ because }} {{ source.document }}.</span>
          </li>
        </ul>
        <p class="muted max-w-prose">
          Your local law may ask for more: it comes first. The command
          <code>npm run backup</code>
          copies everything.
        </p>
      </section>
      <section v-if="data.months.length > 0" aria-labelledby="hours" class="space-y-3">
        <h2 id="hours">Monitor readings by the hour</h2>
        <p class="flex flex-wrap gap-x-6 gap-y-2">
          <a
            v-for="month in data.months"
            :key="month"
            class="link"
            :href="addressOf(keepingRoutes.exportAirHours, {}, { month })"
          >
            {{ month }} (CSV)
          </a>
        </p>
      </section>
    </template>
  </div>
  <p v-else class="muted">Leads and instructors see how long records are kept.</p>
</template>
