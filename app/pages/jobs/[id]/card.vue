<script setup lang="ts">
import { assessJob } from '#core/assessment/assess'
import { PROCESS_NAME } from '#core/job/job'
import { jobRoutes } from '#shared/job/routes'
import { quantityText } from '#shared/units/units'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'
import { useSiteTime } from '~/composables/time'
import { joined } from '~/components/frame/joined'

/** One sheet for the booth wall: shade, what to wear, what to leave off, what to watch in the air. */
const route = useRoute()
const units = useUnits()
const signIn = useSignIn()
const { when } = useSiteTime()
const {
  data: job,
  failure,
  load,
} = useLoad(() => call(jobRoutes.job, { params: { id: String(route.params.id) } }))
onMounted(load)
useHead({ title: () => `PPE card, ${job.value?.title ?? ''} · Zonaris` })
const answer = computed(
  () =>
    job.value &&
    assessJob(job.value.spec, { helmet: null, gear: [], rules: signIn.me!.site.rules }),
)
const floorSays = computed(() => {
  const floor = answer.value?.shade.floor ?? null
  return floor === null ? 'No shade can be named.' : `Never lighter than ${floor}.`
})
const helmet = computed(() => job.value?.findings.find((finding) => finding.code === 'eyes.helmet'))
const air = computed(
  () =>
    job.value?.findings.filter((finding) => finding.step === 'air' && finding.level !== 'clear') ??
    [],
)
const print = (): void => window.print()
/** Process and current, place, welder: what the card is for. */
const work = computed(() => {
  const { spec, placeName, welder } = job.value!
  const from = spec.ampsFrom ? `${spec.ampsFrom} to ` : ''
  const current =
    spec.amps && `${from}${quantityText({ amount: spec.amps, unit: 'A' }, units.value)}`
  return [joined(PROCESS_NAME[spec.process], current), placeName, welder].filter(Boolean).join('. ')
})
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <article v-else-if="job && answer" class="space-y-5">
    <div class="no-print flex gap-3">
      <UButton icon="i-lucide-printer" @click="print">Print</UButton>
      <UButton variant="outline" color="neutral" :to="`/jobs/${job.id}`">Back to the job</UButton>
    </div>
    <header class="grid grid-cols-[auto_1fr] gap-6 items-end border-b-4 border-current pb-4">
      <p class="leading-none">
        <span class="block font-semibold">Shade</span>
        <span class="plate text-[9rem]">{{ answer.shade.working ?? '–' }}</span>
      </p>
      <div>
        <h1>{{ job.title }}</h1>
        <p class="text-lg">
          {{ work }}
        </p>
        <p class="text-lg font-bold">
          {{ floorSays }}
        </p>
        <p v-if="helmet">{{ helmet.sentence }}</p>
      </div>
    </header>
    <h2 class="sr-only">What to wear</h2>
    <DressedFigure
      :answer="answer.ppe"
      :shade="answer.shade.working"
      :respirator="job.spec.respirator"
    />
    <section v-if="air.length > 0">
      <h2 class="mb-2">Air</h2>
      <ul class="space-y-1">
        <li v-for="finding in air" :key="finding.code" class="flex gap-2">
          <FindingMark :level="finding.level" />
          <span>
            {{ finding.sentence }}
            <span class="muted">{{ finding.remedy }}</span>
          </span>
        </li>
      </ul>
    </section>
    <p class="text-sm muted">
      Job {{ job.number }}, {{ when(job.updatedAt) }}. Head out of the plume. Stop when someone
      feels ill. Follow the site's procedure and local code.
      <template v-if="job.rehearsal">REHEARSAL: not a real job.</template>
    </p>
  </article>
</template>
