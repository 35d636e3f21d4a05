<script setup lang="ts">
import { roundRoutes } from '#shared/inspection/round'
import { counted } from '~/composables/counted'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** Whether the shop was opened today, and what booths and rounds left open. */
const { data, load } = useLoad(() => call(roundRoutes.rounds, {}))
onMounted(load)
const points = computed(() => {
  const { open = [], booths = [] } = data.value ?? {}
  return [...open, ...booths.flatMap((booth) => booth.open)]
})
const pointLevel = computed(() =>
  points.value.some(({ critical }) => critical) ? 'stop' : 'caution',
)
const unknown = computed(
  () =>
    (data.value?.booths ?? []).filter(({ finding, used }) => used && finding.level === 'unknown')
      .length,
)
const pointText = computed(() =>
  counted(points.value.length, 'point is open', 'points are open until put right'),
)
const boothText = computed(() =>
  counted(
    unknown.value,
    'booth was used and not handed over',
    'booths were used and not handed over',
  ),
)
</script>

<template>
  <section v-if="data" aria-labelledby="rounds">
    <div class="flex items-end gap-3 mb-3">
      <h2 id="rounds" class="grow">Rounds</h2>
      <UButton to="/rounds" variant="outline" color="neutral" icon="i-lucide-footprints">
        Rounds
      </UButton>
    </div>
    <ul class="panel p-4 space-y-2">
      <li class="flex gap-2 items-center">
        <FindingMark :level="data.opening.finding.level" :size="20" />
        {{ data.opening.finding.sentence }}
      </li>
      <li v-if="points.length > 0" class="flex gap-2 items-center">
        <FindingMark :level="pointLevel" :size="20" />
        {{ pointText }}
      </li>
      <li v-if="unknown > 0" class="flex gap-2 items-center">
        <FindingMark level="unknown" :size="20" />
        {{ boothText }}
      </li>
    </ul>
  </section>
</template>
