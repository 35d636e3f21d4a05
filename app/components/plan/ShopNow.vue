<script setup lang="ts">
import type { Thing } from '#core/plan/plan'
import { useAddress } from '~/composables/list'
import type { usePlanNow } from '~/composables/plan/now'
import { useSignIn } from '~/stores/sign-in'

/** The shop to scale with everything that happens on it. A tap opens a station; a phone opens at one's own. */
const props = defineProps<{ shop: ReturnType<typeof usePlanNow>; wall?: boolean }>()
const signIn = useSignIn()
const address = useAddress()
const floors = computed(() => props.shop.published.value?.plan.floors ?? [])
const mine = computed(() => {
  const station = [...props.shop.stations.value.values()].find(({ people }) =>
    people.some(({ personId }) => personId === signIn.me?.id),
  )
  return all.value.find(({ of }) => of !== null && of === station?.stationId) ?? null
})
const all = computed<readonly Thing[]>(() => props.shop.published.value?.plan.things ?? [])
const floor = computed(
  () =>
    floors.value.find(({ id }) => id === (address.text('floor') || mine.value?.floor)) ??
    floors.value[0],
)
const floorId = computed({
  get: () => floor.value?.id ?? '',
  set: (id) => address.put({ floor: id }),
})
const things = computed(() => all.value.filter((thing) => thing.floor === floor.value?.id))
const marked = computed(() =>
  things.value.flatMap((thing) => {
    const station = thing.of === null ? undefined : props.shop.stations.value.get(thing.of)
    return station ? [{ thing, station }] : []
  }),
)
/** What hangs on a wall and is locked out or due. */
const levels = computed(() => {
  const { locked = [], due = [] } = props.shop.now.data.value ?? {}
  const [isLocked, isDue] = [new Set(locked), new Set(due)]
  return new Map(
    things.value.flatMap(({ id, of }): [string, string][] => {
      if (of === null) return []
      if (isLocked.has(of)) return [[id, 'stop']]
      return isDue.has(of) ? [[id, 'unknown']] : []
    }),
  )
})
const chosen = ref<string[]>([])
const open = computed(() => marked.value.find(({ thing }) => thing.id === chosen.value[0]) ?? null)
const NARROW = 640
const focus = computed(() => (import.meta.client && window.innerWidth < NARROW ? mine.value : null))
/** On a wide screen as high as what is above it on Today leaves room for: all of the yard is seen without scrolling. */
const BELOW_WHAT_IS_NEXT = 'h-[46dvh] min-h-72 lg:h-[calc(100dvh-22rem)]'
const label = computed(
  () =>
    `The shop now: ${floor.value?.name}, ${marked.value.length} stations; each is a line of the list below`,
)
</script>

<template>
  <div class="space-y-2 min-w-0">
    <FloorChoice v-model="floorId" :floors="floors" />
    <PlanCanvas
      v-if="floor"
      :key="floor.id"
      v-model:chosen="chosen"
      :class="wall ? 'h-full min-h-80' : BELOW_WHAT_IS_NEXT"
      :magnify="wall ? 1.5 : 1"
      :things="things"
      :levels="levels"
      :focus="focus"
      :label="label"
    >
      <template #over="{ scale }">
        <StationMark
          v-for="one in marked"
          :key="one.thing.id"
          :thing="one.thing"
          :station="one.station"
          :scale="scale"
        />
      </template>
      <div v-if="open" class="absolute right-2 top-2 bottom-14 w-80 max-w-[calc(100%-1rem)]">
        <StationPanel :station="open.station" @close="chosen = []" />
      </div>
    </PlanCanvas>
    <details v-if="!wall" class="no-print">
      <summary class="cursor-pointer py-1">What the signs mean</summary>
      <PlanLegend :things="things" />
      <p class="muted text-sm">
        The sign below a station is the worst that is said there; the dot is how many are there. A
        lock: something is locked out; a clock: a look is due; an exclamation mark: an alarm is
        open. Shaded: as far around hot work as the sweep of its permit reaches.
      </p>
    </details>
    <details v-if="!wall" class="no-print">
      <summary class="cursor-pointer py-1">The stations as a list</summary>
      <ul class="grid sm:grid-cols-2 lg:grid-cols-3 gap-x-4">
        <li v-for="one in marked" :key="one.thing.id">
          <button
            type="button"
            class="flex gap-2 items-center py-1 text-left min-h-11"
            @click="chosen = [one.thing.id]"
          >
            <FindingMark v-if="one.station.level" :level="one.station.level" :size="18" />
            <span class="font-semibold whitespace-nowrap">{{ one.thing.name }}</span>
            <span class="muted">{{ one.station.people.map(({ name }) => name).join(', ') }}</span>
          </button>
        </li>
      </ul>
    </details>
  </div>
</template>
