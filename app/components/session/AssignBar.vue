<script setup lang="ts">
import { PRESENCES, type Presence } from '#core/readiness/terms'
import { CONFLICTS } from '#core/ppe/conflict'
import { jobRoutes } from '#shared/job/routes'
import { shopRoutes } from '#shared/shop/routes'
import type { Session, SessionChange } from '#shared/session/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useWorkGear } from '~/composables/shop'

/** What can be done to those who are chosen: place, work, presence, what was seen, off the session. */
const props = defineProps<{ session: Session; chosen: string[]; busy: boolean }>()
const emit = defineEmits<{ change: [change: SessionChange] }>()
const stations = useLoad(() => call(shopRoutes.stations, {}))
const jobs = useLoad(() => call(jobRoutes.jobs, { query: { q: jobSearch.value } }))
const items = useWorkGear()
const jobSearch = ref('')
watch(jobSearch, () => jobs.load())
onMounted(() => Promise.all([stations.load(), jobs.load(), items.load()]))
const booths = computed(() =>
  (stations.data.value ?? []).map((station) => ({ value: station.id, label: station.name })),
)
const works = computed(() =>
  (jobs.data.value?.rows ?? []).map((job) => ({
    value: job.id,
    label: `${job.number} ${job.title}, ${job.process}`,
  })),
)
const gear = (kind: string) =>
  (items.data.value ?? [])
    .filter((item) => item.kind === kind && !item.lockReason)
    .map((item) => ({
      value: item.id,
      label: `${item.label} ${item.ranges ? item.ranges.map((range) => range.join('–')).join(', ') : (item.gas ?? item.description)}`,
    }))
const PRESENCE: Record<Presence, string> = {
  expected: 'Not marked',
  present: 'Here',
  late: 'Late',
  absent: 'Absent',
}
const one = computed(() =>
  props.chosen.length === 1
    ? (props.session.members.find((member) => member.personId === props.chosen[0]) ?? null)
    : null,
)
const assign = (set: Extract<SessionChange, { kind: 'assign' }>['set']): void =>
  emit('change', { kind: 'assign', people: props.chosen, set })
const spreadOver = ref<string[]>([])
const seen = computed(() => one.value?.seen ?? [])
function toggleSeen(id: (typeof CONFLICTS)[number]['id']): void {
  emit('change', {
    kind: 'seen',
    people: props.chosen,
    seen: seen.value.includes(id)
      ? seen.value.filter((entry) => entry !== id)
      : [...seen.value, id],
  })
}
</script>

<template>
  <section class="panel p-3 space-y-3" aria-label="For those chosen">
    <div class="flex flex-wrap items-center gap-2">
      <p class="font-semibold mr-2">{{ one ? one.name : `${chosen.length} chosen` }}</p>
      <UButton
        v-for="presence in PRESENCES.slice(1)"
        :key="presence"
        variant="outline"
        color="neutral"
        :disabled="busy"
        @click="$emit('change', { kind: 'presence', people: chosen, presence })"
      >
        {{ PRESENCE[presence] }}
      </UButton>
      <UButton
        variant="outline"
        color="neutral"
        :disabled="busy"
        @click="$emit('change', { kind: 'kit_open', people: chosen })"
      >
        Looked over, all there
      </UButton>
      <UButton
        variant="ghost"
        color="error"
        :disabled="busy"
        @click="$emit('change', { kind: 'remove', people: chosen })"
      >
        Off the session
      </UButton>
    </div>
    <div class="grid grid-cols-1 sm:grid-cols-2 xl:grid-cols-3 gap-2">
      <USelectMenu
        :model-value="one?.station?.id"
        :items="booths"
        value-key="value"
        placeholder="Booth"
        aria-label="Booth"
        :disabled="busy"
        @update:model-value="assign({ stationId: $event })"
      />
      <USelectMenu
        v-model:search-term="jobSearch"
        :model-value="one?.job?.id"
        :items="works"
        value-key="value"
        placeholder="Work: a job as template"
        aria-label="Work"
        ignore-filter
        :disabled="busy"
        @update:model-value="assign({ jobId: $event })"
      />
      <USelectMenu
        v-if="one"
        :model-value="one.helmet?.id"
        :items="gear('helmet')"
        value-key="value"
        placeholder="Helmet"
        aria-label="Helmet"
        :disabled="busy"
        @update:model-value="assign({ helmetId: $event })"
      />
      <USelectMenu
        :model-value="one?.machine?.id"
        :items="gear('machine')"
        value-key="value"
        placeholder="Machine"
        aria-label="Machine"
        :disabled="busy"
        @update:model-value="assign({ machineId: $event })"
      />
      <USelectMenu
        :model-value="one?.cylinder?.id"
        :items="gear('cylinder')"
        value-key="value"
        placeholder="Cylinder"
        aria-label="Cylinder"
        :disabled="busy"
        @update:model-value="assign({ cylinderId: $event })"
      />
      <div v-if="!one" class="flex gap-2">
        <USelectMenu
          v-model="spreadOver"
          multiple
          :items="booths"
          value-key="value"
          placeholder="Spread over booths"
          aria-label="Booths to spread over"
          class="grow min-w-0"
          :disabled="busy"
        />
        <UButton
          variant="outline"
          :disabled="busy || spreadOver.length === 0"
          @click="$emit('change', { kind: 'spread', people: chosen, stations: spreadOver })"
        >
          Spread
        </UButton>
      </div>
    </div>
    <details v-if="one">
      <summary class="cursor-pointer font-semibold py-1">
        {{ seen.length > 0 ? `Seen on ${one.name}: ${seen.length}` : `Seen on ${one.name}` }}
      </summary>
      <div class="flex flex-wrap gap-1.5 pt-1">
        <UButton
          v-for="conflict in CONFLICTS"
          :key="conflict.id"
          :variant="seen.includes(conflict.id) ? 'solid' : 'outline'"
          :color="seen.includes(conflict.id) ? 'error' : 'neutral'"
          :aria-pressed="seen.includes(conflict.id)"
          :disabled="busy"
          @click="toggleSeen(conflict.id)"
        >
          {{ conflict.seen }}
        </UButton>
      </div>
    </details>
  </section>
</template>
