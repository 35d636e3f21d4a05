<script setup lang="ts">
import { roundRoutes } from '#shared/inspection/round'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSignIn } from '~/stores/sign-in'

/** My booth: as it was left, taken over or reported, handed over at the end; and what I left open anywhere. */
const props = defineProps<{ stationId: string | null }>()
const signIn = useSignIn()
const events = useEventIds()
const { busy, message, submit } = useSubmit()
const { data, failure, load } = useLoad(async () => ({
  booth: props.stationId
    ? await call(roundRoutes.boothState, { params: { id: props.stationId } })
    : null,
  own: await call(roundRoutes.ownPoints, {}),
}))
onMounted(load)
const booth = computed(() => data.value?.booth ?? null)
const mayMake = computed(() => signIn.may('lead', 'instructor', 'worker'))
const tookOver = computed(() => {
  const { arrival, today } = booth.value ?? {}
  return arrival?.personId === signIn.me?.id && arrival?.day === today
})
const handedOver = computed(() => {
  const { handover, today } = booth.value ?? {}
  return handover?.personId === signIn.me?.id && handover?.day === today
})
/** Of points left open elsewhere; those of this booth stand with it. */
const elsewhere = computed(() =>
  (data.value?.own ?? []).filter(({ stationId }) => stationId !== props.stationId),
)

/** In order, line by line as it is shown. */
async function confirm(): Promise<void> {
  const { lines, stationId } = booth.value!
  const content = {
    round: 'arrival' as const,
    stationId,
    lines: lines.map(({ id }) => ({ id, mark: 'pass' as const })),
  }
  const done = await submit(() =>
    events.once('arrival', content, (id) =>
      call(roundRoutes.makeRound, { body: { ...content, id } }),
    ),
  )
  if (done) await load()
}
</script>

<template>
  <section v-if="failure" class="panel p-4">
    <Failure :failure="failure" @retry="load" />
  </section>
  <section v-else-if="booth" class="panel p-4 space-y-3" aria-labelledby="my-booth">
    <h2 id="my-booth">My booth: {{ booth.station }}</h2>
    <FindingLine :finding="booth.finding" data-testid="booth-state" />
    <OpenPoints v-if="booth.open.length > 0" :points="booth.open" @changed="load" />
    <template v-if="mayMake">
      <details v-if="!tookOver && !handedOver">
        <summary class="cursor-pointer font-semibold py-2.5">Take it over</summary>
        <p class="pt-2">Each of these is so:</p>
        <ul class="list-disc pl-5 py-2 space-y-1">
          <li v-for="line in booth.lines" :key="line.id">{{ line.text }}</li>
        </ul>
        <div class="grid sm:grid-cols-2 gap-3">
          <UButton block size="xl" icon="i-lucide-check" :loading="busy" @click="confirm">
            All of it is so
          </UButton>
          <UButton
            block
            size="xl"
            variant="outline"
            color="error"
            icon="i-lucide-x"
            :to="`/rounds/arrival?station=${booth.stationId}`"
          >
            Something is not
          </UButton>
        </div>
      </details>
      <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
      <UButton
        v-if="!handedOver"
        block
        size="xl"
        :variant="tookOver ? 'solid' : 'outline'"
        color="neutral"
        icon="i-lucide-log-out"
        :to="`/rounds/handover?station=${booth.stationId}`"
      >
        Hand it over
      </UButton>
    </template>
  </section>
  <section v-if="elsewhere.length > 0" class="panel p-4" aria-labelledby="left-open">
    <h2 id="left-open" class="mb-2">You left this open</h2>
    <OpenPoints :points="elsewhere" place-shown @changed="load" />
  </section>
</template>
