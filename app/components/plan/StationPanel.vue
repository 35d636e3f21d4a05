<script setup lang="ts">
import { SUBSTANCE_NAME, unitOf, unitText } from '#core/exposure/terms'
import type { StationNow } from '#shared/plan/live'
import { figure } from '#shared/units/units'
import { counted } from '~/composables/counted'
import { useLeft } from '~/composables/permit/left'
import { useSiteTime } from '~/composables/time'

/** Everything of one station as it is now; long lists fold. */
const props = defineProps<{ station: StationNow }>()
defineEmits<{ close: [] }>()
const { leftOf } = useLeft()
const { clock } = useSiteTime()
const monitor = computed(() => {
  const { monitor: one } = props.station
  if (!one) return null
  const highest = Math.max(...one.trace, 1e-9)
  const points = one.trace.map(
    (value, i) => `${(i / Math.max(1, one.trace.length - 1)) * 100},${30 - (value / highest) * 28}`,
  )
  return {
    name: SUBSTANCE_NAME[one.substance],
    value: `${figure(one.value)} ${unitText(unitOf(one.substance))}`,
    at: clock(one.at),
    level: one.level,
    line: points.join(' '),
  }
})
const isQuiet = computed(() => {
  const { level, people, locked, due, permits } = props.station
  return level === null && people.length + locked.length + due + permits.length === 0
})
</script>

<template>
  <section class="panel p-4 space-y-3 max-h-full overflow-y-auto" :aria-label="station.name">
    <div class="flex items-center gap-3">
      <h2 class="grow">{{ station.name }}</h2>
      <UButton
        variant="ghost"
        color="neutral"
        icon="i-lucide-x"
        aria-label="Close"
        @click="$emit('close')"
      />
    </div>
    <p v-if="station.level" class="flex gap-2">
      <FindingMark :level="station.level" :size="22" class="self-start mt-1" />
      {{ station.says }}
    </p>
    <p v-if="isQuiet" class="muted">Nobody is assigned here, and nothing is said of it.</p>
    <details v-if="station.people.length" :open="station.people.length <= 4">
      <summary class="font-semibold cursor-pointer">
        {{ counted(station.people.length, 'person', 'people') }}
      </summary>
      <ul>
        <li v-for="one in station.people" :key="one.name" class="flex gap-2 py-1 items-center">
          <FindingMark v-if="one.level" :level="one.level" :size="18" />
          <NuxtLink class="link grow" :to="`/sessions/${one.sessionId}`">{{ one.name }}</NuxtLink>
          <span class="muted">{{ one.process }} {{ one.amps ? `${one.amps} A` : '' }}</span>
        </li>
      </ul>
    </details>
    <p v-for="permit in station.permits" :key="permit.id">
      <NuxtLink class="link" :to="`/watch/${permit.id}`">Permit {{ permit.number }}</NuxtLink>
      {{ permit.state }}, {{ leftOf(permit) }}. Watch: {{ permit.fireWatch }}
    </p>
    <div v-if="monitor" class="space-y-1">
      <p class="flex gap-2 items-center">
        <FindingMark v-if="monitor.level" :level="monitor.level" :size="18" />
        {{ monitor.name }} {{ monitor.value }}
        <span class="muted">at {{ monitor.at }}</span>
      </p>
      <svg
        viewBox="0 0 100 32"
        class="w-full h-8"
        preserveAspectRatio="none"
        role="img"
        :aria-label="`${monitor.name} over the last hour`"
      >
        <polyline :points="monitor.line" class="trace" vector-effect="non-scaling-stroke" />
      </svg>
    </div>
    <details v-if="station.locked.length" :open="station.locked.length <= 3">
      <summary class="font-semibold cursor-pointer">{{ station.locked.length }} locked out</summary>
      <p v-for="one in station.locked" :key="one.id">
        <NuxtLink class="link" :to="`/gear/${one.kind}/${one.id}`">{{ one.label }}</NuxtLink>
        {{ one.reason }}
      </p>
    </details>
    <p v-if="station.due">
      <NuxtLink class="link" to="/gear/due">
        {{ counted(station.due, 'look', 'looks') }} due today
      </NuxtLink>
    </p>
    <p v-if="station.hood" class="flex gap-2 items-center">
      <FindingMark :level="station.hood" :size="18" />
      Hood, by its last survey
    </p>
    <NuxtLink class="link block" :to="`/air/stations/${station.stationId}`">
      Air of this station
    </NuxtLink>
  </section>
</template>

<style scoped>
.trace {
  fill: none;
  stroke: var(--ui-primary);
  stroke-width: 2;
}
</style>
