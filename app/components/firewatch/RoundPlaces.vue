<script setup lang="ts">
import { TRACE_NAME, TRACES, type Trace } from '#core/firewatch/round'
import { tracesAt } from '#core/firewatch/spot'
import type { RoundSpot } from '#shared/permit/round'
import type { Permit } from '#shared/permit/schema'

/** Places of a round, each with what may be noticed there; big enough for gloves. */
const traces = defineModel<Record<string, Trace[]>>({ required: true })
/** Taken on this round, by place. */
const photos = defineModel<Record<string, string>>('photos', { required: true })
/** Read on this round, by place. */
const spots = defineModel<Record<string, RoundSpot>>('spots', { required: true })
const props = defineProps<{
  places: Permit['lookAt']
  /** What was read on the round before, by place, K. */
  before: Record<string, number>
}>()
const open = ref<string | null>(null)
const has = (id: string, trace: Trace): boolean => traces.value[id]?.includes(trace) ?? false
function toggle(id: string, trace: Trace): void {
  const now = traces.value[id] ?? []
  const next = now.includes(trace) ? now.filter((one) => one !== trace) : [...now, trace]
  traces.value = { ...traces.value, [id]: next }
}
function photograph(id: string, photo: string | null): void {
  const { [id]: _, ...others } = photos.value
  photos.value = photo ? { ...others, [id]: photo } : others
}
function read(id: string, spot: RoundSpot | null): void {
  const { [id]: _, ...others } = spots.value
  spots.value = spot ? { ...others, [id]: spot } : others
}
/** Chosen, or heat as the spot reading says. */
const says = (id: string): string =>
  tracesAt({ id, traces: traces.value[id] ?? [], spot: spots.value[id] }, props.before[id] ?? null)
    .map((one) => TRACE_NAME[one])
    .join(', ')
</script>

<template>
  <section class="text-left" aria-labelledby="round-places">
    <h2 id="round-places" class="text-xl mb-1">Look at</h2>
    <ul class="space-y-1">
      <li v-for="place in places" :key="place.id" class="border-b border-(--rule) pb-1">
        <button
          type="button"
          class="w-full min-h-14 text-left flex items-center gap-3 cursor-pointer"
          :aria-expanded="open === place.id"
          @click="open = open === place.id ? null : place.id"
        >
          <span class="grow leading-snug">
            <span class="font-semibold block">{{ place.name }}</span>
            <span v-if="says(place.id)" class="text-stop font-semibold">{{ says(place.id) }}</span>
            <span v-else class="muted text-sm">{{ place.why }}</span>
            <span v-if="spots[place.id]" class="block">
              <QuantityText :amount="spots[place.id]!.kelvin" unit="K" />
            </span>
          </span>
          <UIcon
            :name="open === place.id ? 'i-lucide-chevron-up' : 'i-lucide-chevron-down'"
            class="size-6 shrink-0"
            aria-hidden="true"
          />
        </button>
        <div
          v-if="open === place.id"
          class="grid grid-cols-2 gap-2 pb-2"
          role="group"
          :aria-label="`Noticed at ${place.name}`"
        >
          <UButton
            v-for="trace in TRACES"
            :key="trace"
            class="min-h-14"
            :color="has(place.id, trace) ? 'error' : 'neutral'"
            :variant="has(place.id, trace) ? 'solid' : 'outline'"
            :aria-pressed="has(place.id, trace)"
            @click="toggle(place.id, trace)"
          >
            {{ TRACE_NAME[trace] }}
          </UButton>
          <SpotTaker
            class="col-span-2"
            :place="place"
            :before="before[place.id] ?? null"
            :model-value="spots[place.id] ?? null"
            @update:model-value="read(place.id, $event)"
          />
          <PhotoTaker
            class="col-span-2"
            large
            :of="place.name"
            :model-value="photos[place.id] ?? null"
            @update:model-value="photograph(place.id, $event)"
          />
        </div>
      </li>
    </ul>
  </section>
</template>
