<script setup lang="ts">
import type { z } from 'zod'
import { useIntervalFn } from '@vueuse/core'
import type { Section } from '#core/hood/section'
import { GENERAL_RULE } from '#core/ventilation/ventilation.table'
import { airRoutes } from '#shared/air/routes'
import { hoodRoutes } from '#shared/hood/routes'
import { hoodBody } from '#shared/hood/schema'
import { call } from '~/composables/api'
import { useKeptDraft } from '~/composables/kept-draft'
import { useLoad } from '~/composables/load'
import { useChanged } from '~/stores/changes'
import { useSignIn } from '~/stores/sign-in'
import { joined } from '~/components/frame/joined'

/** The air of one station: the hood in its section, its surveys, what a monitor says, and alarms. */
definePageMeta({ key: (route) => route.path })
const route = useRoute()
const id = String(route.params.id)
const signIn = useSignIn()
const toast = useToast()
const mayWrite = computed(() => signIn.may('lead', 'instructor'))
const air = useLoad(() => call(airRoutes.stationAir, { params: { id } }))
useHead({ title: () => `${air.data.value?.station.name ?? 'Station'}, air · Zonaris` })

/** A common arm to start from, until somebody has measured this one. */
const START: Section = {
  process: 'GMAW',
  amps: 180,
  shape: 'flanged',
  opening: 0.3048,
  duct: 0.1524,
  flow: 0.3,
  damper: 1,
  hood: { x: 0.13, y: 0.2 },
  head: { x: -0.38, y: 0.42 },
  draft: 0,
}
const QUARTER_YEAR = 90
const watched = computed(() => {
  const { traces = [], devices = [] } = air.data.value ?? {}
  return traces.length > 0 || devices.length > 0
})
interface Form {
  section: Section
  need: number | null
  surveyDays: number
}
const form = ref<Form>({
  section: START,
  need: GENERAL_RULE.captureVelocity,
  surveyDays: QUARTER_YEAR,
})
const { dirty, restored, begin, settle, discard } = useKeptDraft(`hood-${id}`, form)
/** Nothing can be taken hold of before it is known what stands there. */
const begun = ref(false)
async function load(): Promise<void> {
  await air.load()
  if (air.data.value)
    begin(
      air.data.value.hood ?? {
        section: START,
        need: GENERAL_RULE.captureVelocity,
        surveyDays: QUARTER_YEAR,
      },
    )
  begun.value = air.data.value !== null
}
onMounted(load)
const lookAgain = (): void => {
  if ((air.data.value?.devices.length ?? 0) > 0) void air.load()
}
useIntervalFn(lookAgain, 60_000)
useChanged(['monitors', 'air'], lookAgain)

const send = (body: z.output<typeof hoodBody>): Promise<unknown> =>
  call(hoodRoutes.setHood, { params: { id }, body })
async function saved(): Promise<void> {
  settle()
  await air.load()
  toast.add({ title: 'Hood saved', icon: 'i-lucide-check' })
}
</script>

<template>
  <Failure v-if="air.failure.value" :failure="air.failure.value" @retry="load" />
  <div v-else class="space-y-6">
    <div>
      <p class="muted"><NuxtLink class="link" to="/air">Air</NuxtLink></p>
      <h1>{{ air.data.value?.station.name ?? 'Reading…' }}</h1>
    </div>
    <AlarmList
      v-if="air.data.value?.alarms.length"
      :alarms="air.data.value.alarms"
      @changed="air.load"
    />
    <FindingList v-if="air.data.value" :findings="air.data.value.findings" />
    <section v-if="begun" class="panel p-4 sm:p-6 space-y-5" aria-labelledby="section-title">
      <h2 id="section-title">Hood and plume</h2>
      <p
        v-if="air.data.value && !air.data.value.hood"
        class="edge edge-unknown py-2 px-3 font-semibold"
      >
        No hood is entered here. The picture shows a common arm: put in this one and save.
      </p>
      <p v-if="restored" class="edge edge-caution py-2 px-3 flex flex-wrap items-center gap-3">
        <span class="grow">Your unsaved changes were brought back.</span>
        <UButton variant="outline" color="neutral" @click="discard">Discard them</UButton>
      </p>
      <PlumeSection v-model="form.section" />
      <FormFrame
        v-slot="{ busy }"
        class="space-y-5"
        :state="form"
        :schema="hoodBody"
        :body="() => form"
        :send="send"
        @done="saved"
      >
        <HoodFields v-model="form.section" prefix="section" :disabled="!mayWrite" />
        <div v-if="mayWrite" class="flex flex-wrap gap-4 items-end">
          <QuantityInput
            v-model="form.need"
            unit="m/s"
            label="Survey needs at least"
            help="At the arc, 100 fpm; or the face speed of the maker"
            name="need"
          />
          <UFormField label="Survey every, days" name="surveyDays">
            <UInput
              v-model.number="form.surveyDays"
              type="number"
              min="1"
              max="1000"
              class="w-32"
            />
          </UFormField>
          <UButton
            type="submit"
            :loading="busy"
            :disabled="!dirty && air.data.value?.hood !== null"
          >
            {{ dirty || !air.data.value?.hood ? 'Save the hood' : 'Saved' }}
          </UButton>
        </div>
      </FormFrame>
    </section>
    <section
      v-if="air.data.value?.hood"
      class="panel p-4 sm:p-6 space-y-4"
      aria-labelledby="surveys"
    >
      <h2 id="surveys">Surveys</h2>
      <SurveyLog :air="air.data.value" :may-write="mayWrite" @saved="air.load" />
    </section>
    <section
      v-if="air.data.value && watched"
      class="panel p-4 sm:p-6 space-y-4"
      aria-labelledby="live"
    >
      <h2 id="live">Monitor</h2>
      <p v-for="device in air.data.value.devices" :key="device.id" class="muted">
        {{ joined(device.name, device.revoked && 'revoked') }}
      </p>
      <LiveTrace v-for="trace in air.data.value.traces" :key="trace.substance" :trace="trace" />
    </section>
  </div>
</template>
