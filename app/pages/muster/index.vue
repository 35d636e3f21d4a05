<script setup lang="ts">
import { musterRoutes } from '#shared/muster/routes'
import { musterBody, type MusterRow } from '#shared/muster/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useChanged } from '~/stores/changes'
import { useSignIn } from '~/stores/sign-in'

/** Everybody out: one press raises it everywhere, and here people are counted. A drill is the same, marked as one. */
useHead({ title: 'Everybody out · Zonaris' })
const signIn = useSignIn()
const { when } = useSiteTime()
const { data, failure, load } = useLoad(() => call(musterRoutes.musterNow, {}))
const past = useLoad<MusterRow[]>(() => call(musterRoutes.musters, {}))
const { busy, message, submit } = useSubmit()
const { once } = useEventIds()
async function reload(): Promise<void> {
  await load()
  if (!signIn.atBooth) await past.load()
}
onMounted(reload)
useChanged(['alerts'], reload)

const note = ref('')
async function begin(drill: boolean): Promise<void> {
  const entry = { drill, note: note.value }
  await once('muster', entry, (id) => call(musterRoutes.beginMuster, { body: { id, ...entry } }))
  note.value = ''
  drilling.value = false
  await reload()
}
const drilling = ref(false)
const raise = (): Promise<unknown> => submit(() => begin(false))
const isStaff = computed(() => signIn.may('lead', 'instructor'))
const over = computed(() => past.data.value?.filter(({ endedAt }) => endedAt !== null) ?? [])
const lastDrill = computed(() => over.value.find(({ drill }) => drill) ?? null)
const drillSays = computed(() =>
  lastDrill.value
    ? `The last drill was ${when(lastDrill.value.begunAt)}.`
    : 'No drill is on record.',
)
const countText = ({ counted, total }: MusterRow): string => `${counted} of ${total} counted`
</script>

<template>
  <Failure v-if="failure && !data" :failure="failure" @retry="reload" />
  <p v-else-if="!data" class="muted">Reading…</p>
  <MusterCounting v-else-if="data.muster" :muster="data.muster" @changed="reload" />
  <div v-else class="max-w-2xl mx-auto space-y-6">
    <header>
      <h1>Everybody out</h1>
      <p>
        It shows on every screen of the site, calls everybody who may be here, and opens the list to
        count them. Call the fire service yourself.
      </p>
    </header>
    <div class="space-y-3">
      <UFormField label="Where, and what" hint="can be left empty">
        <UInput v-model="note" maxlength="300" class="w-full" size="xl" />
      </UFormField>
      <HoldButton label="Everybody out" :busy="busy" @held="raise" />
      <p v-if="message" role="alert" class="edge edge-stop panel p-3 font-semibold">
        {{ message }} Shout, and call by telephone.
      </p>
    </div>
    <CallList v-if="!signIn.atBooth" />
    <section v-if="!signIn.atBooth" aria-labelledby="past">
      <div class="flex flex-wrap items-end gap-3 mb-2">
        <div class="grow">
          <h2 id="past">Alarms and drills</h2>
          <p class="muted">{{ drillSays }}</p>
        </div>
        <UButton v-if="isStaff" variant="outline" color="neutral" @click="drilling = true">
          Begin a drill
        </UButton>
      </div>
      <Failure v-if="past.failure.value" :failure="past.failure.value" @retry="past.load" />
      <ul v-if="over.length > 0" class="panel divide-y divide-(--rule)">
        <li v-for="muster in over" :key="muster.id" class="p-3 flex flex-wrap gap-x-4">
          <NuxtLink class="link font-semibold" :to="`/muster/${muster.id}`">
            {{ when(muster.begunAt) }}
          </NuxtLink>
          <span>{{ muster.drill ? 'Drill' : 'Alarm' }}</span>
          <span class="muted">{{ countText(muster) }}</span>
        </li>
      </ul>
    </section>
    <FormDialog
      v-model:open="drilling"
      title="Begin a drill"
      description="It shows on every screen, marked as a drill. People on the site are called, nobody outside."
      confirm="Begin the drill"
      :state="{ note }"
      :schema="musterBody.pick({ note: true })"
      :body="() => ({ note })"
      :send="() => begin(true)"
    >
      <UFormField label="What is practised" name="note">
        <UInput v-model="note" maxlength="300" class="w-full" />
      </UFormField>
    </FormDialog>
  </div>
</template>
