<script setup lang="ts">
import { START_NAME } from '#core/assessment/answer'
import { dayText } from '#core/calendar/day'
import type { Level } from '#core/finding/finding'
import { PROCESS_NAME } from '#core/job/job'
import { sessionRoutes } from '#shared/session/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { joined } from '~/components/frame/joined'

/** Everything one person needs to know before the first arc, on one phone page. */
useHead({ title: 'My card · Zonaris' })
const { data, failure, load } = useLoad(() => call(sessionRoutes.card, {}))
onMounted(load)
const blocking = computed(() =>
  (data.value?.findings ?? []).filter((finding) => finding.level !== 'caution'),
)
const seen = (has: boolean | null): Level => {
  if (has === null) return 'unknown'
  return has ? 'clear' : 'stop'
}
const careful = computed(() =>
  (data.value?.findings ?? []).filter((finding) => finding.level === 'caution'),
)
const EYES = {
  impact: 'No shade: clear glasses under a face shield',
  light: 'Clear glasses, or a light shade of 2 or 3',
  laser: 'Laser eyewear and helmet, by optical density',
} as const
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <article v-else-if="data" class="max-w-xl mx-auto space-y-4">
    <header>
      <p class="muted">
        {{ joined(dayText(data.day), data.station) }}
      </p>
      <h1>{{ data.name }}</h1>
      <p v-if="data.process" class="text-lg">
        {{ data.job }}: {{ joined(PROCESS_NAME[data.process], data.amps && `${data.amps} A`) }}
      </p>
    </header>
    <p v-if="!data.session" class="panel p-5">
      You are in no session today. Ask the instructor.
      <NuxtLink class="link" to="/jobs">Look at the jobs</NuxtLink>
    </p>
    <p v-else-if="!data.process" class="panel edge edge-unknown p-5 font-semibold">
      Nothing is set for you to weld yet. Ask the instructor.
    </p>
    <template v-else>
      <p
        v-if="data.level"
        class="panel edge p-4 flex items-center gap-3"
        :class="`edge-${data.level}`"
        data-testid="card-level"
      >
        <FindingMark :level="data.level" :size="34" />
        <span class="plate text-3xl" :class="`text-${data.level}`">
          {{ START_NAME[data.level] }}
        </span>
      </p>
      <FindingList v-if="blocking.length > 0" :findings="blocking" />
      <section class="panel p-4" aria-label="Eyes">
        <template v-if="data.need === 'filter'">
          <div class="flex items-end gap-5">
            <p class="leading-none">
              <span class="font-semibold block">Set shade</span>
              <span class="plate text-[8rem]" data-testid="card-shade">
                {{ data.set ?? data.wanted ?? '–' }}
              </span>
            </p>
            <p class="pb-3">
              <span class="text-xl font-bold block">
                {{ data.floor === null ? 'No shade can be named' : `Never under ${data.floor}` }}
              </span>
              {{ data.helmet ?? 'No helmet named' }}
            </p>
          </div>
          <p>{{ data.helmetSays }}</p>
        </template>
        <p v-else-if="data.need" class="text-xl font-bold">{{ EYES[data.need] }}</p>
      </section>
      <dl class="panel p-4 space-y-3">
        <div
          v-for="[name, value] in [
            ['Gloves', data.gloves],
            ['Respirator', data.respirator],
            ['Hood', data.hood],
          ] as const"
          :key="name"
        >
          <dt class="muted text-sm">{{ name }}</dt>
          <dd class="text-lg font-semibold">{{ value || '–' }}</dd>
        </div>
      </dl>
      <section class="panel p-4">
        <h2 class="mb-2">Wear</h2>
        <ul class="space-y-1.5">
          <li v-for="piece in data.wear" :key="piece.id" class="flex gap-2">
            <FindingMark :level="seen(piece.has)" :size="20" />
            <span>
              {{ piece.name }}
              <span v-if="piece.has === false" class="text-stop font-bold">
                you lack it: ask for a loaner
              </span>
            </span>
          </li>
        </ul>
      </section>
      <section class="panel p-4">
        <h2 class="text-stop mb-2">Not today</h2>
        <ul class="space-y-2">
          <li v-for="piece in data.avoid" :key="piece.id" class="flex gap-2 leading-snug">
            <span class="text-stop font-bold" aria-hidden="true">×</span>
            <span>
              <span class="font-semibold">{{ piece.name }}.</span>
              <span class="muted">{{ piece.reason }}</span>
            </span>
          </li>
        </ul>
      </section>
      <details v-if="careful.length > 0" class="panel p-4">
        <summary class="cursor-pointer font-semibold">{{ careful.length }} to take care of</summary>
        <FindingList class="pt-2" :findings="careful" />
      </details>
      <p class="muted text-sm">
        Head out of the plume. Stop when someone feels ill or the arc looks odd. The site's
        procedure and the instructor go before this card.
      </p>
    </template>
    <BoothPanel :station-id="data.stationId" />
  </article>
</template>
