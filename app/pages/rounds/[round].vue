<script setup lang="ts">
import { linesHere } from '#core/inspection/checklist'
import { ROUNDS, ROUND_NAME, isOfBooth } from '#core/inspection/round'
import { roundRoutes } from '#shared/inspection/round'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useGearKinds } from '~/stores/gear-kinds'
import { useSignIn } from '~/stores/sign-in'

/** One round, line by line. */
const route = useRoute()
const kinds = useGearKinds()
const signIn = useSignIn()
const round = ROUNDS.find((name) => name === route.params.round)
const stationId = typeof route.query.station === 'string' ? route.query.station : null
if (!round || isOfBooth(round) !== (stationId !== null))
  throw createError({ statusCode: 404, fatal: true })
useHead({ title: `${ROUND_NAME[round]} · Zonaris` })
const { data, failure, load } = useLoad(async () => {
  if (stationId) {
    const booth = await call(roundRoutes.boothState, { params: { id: stationId } })
    return { place: booth.station, lines: booth.lines }
  }
  await kinds.load()
  const occasion = round === 'opening' ? 'opening' : 'closing'
  return {
    place: signIn.me!.site.name,
    lines: linesHere(kinds.changes, { kind: 'shop', kindId: null, occasion }),
  }
})
onMounted(load)
const made = ref<'sent' | 'kept' | null>(null)
const back = computed(() => (signIn.atBooth ? '/card' : '/rounds'))
</script>

<template>
  <Failure v-if="failure && !data" :failure="failure" @retry="load" />
  <div v-else-if="data" class="max-w-2xl mx-auto space-y-4">
    <header class="flex items-end gap-3">
      <div class="grow min-w-0">
        <p class="muted">{{ ROUND_NAME[round!] }}</p>
        <h1>{{ data.place }}</h1>
      </div>
      <UButton variant="outline" color="neutral" :to="back">Leave</UButton>
    </header>
    <section v-if="made" class="panel p-5 space-y-4" role="status" data-testid="made">
      <p class="flex gap-3 items-center text-2xl font-semibold">
        <FindingMark :level="made === 'sent' ? 'clear' : 'unknown'" :size="32" />
        {{ made === 'sent' ? 'On record' : 'Kept on this phone until there is a signal' }}
      </p>
      <UButton block class="min-h-16 text-xl" :to="back">
        {{ signIn.atBooth ? 'My card' : 'Rounds' }}
      </UButton>
    </section>
    <RoundRunner
      v-else
      :round="round!"
      :station-id="stationId"
      :lines="data.lines"
      @made="made = $event"
    />
  </div>
  <p v-else class="muted">Reading the list…</p>
</template>
