<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { WORK_PLACE } from '#core/firewatch/round'
import { spotSign } from '#core/firewatch/spot'
import { monitorRoutes } from '#shared/monitor/routes'
import type { Spot } from '#shared/monitor/schema'
import type { RoundSpot } from '#shared/permit/round'
import { call } from '~/composables/api'
import { useServerClock } from '~/composables/clock'

/** What a thermal camera reads at a place of a round: taken from a camera that sends, or typed off any other. */
const model = defineModel<RoundSpot | null>({ required: true })
const props = defineProps<{
  place: { id: string; name: string }
  /** K, on the round before; null: not read then. */
  before: number | null
}>()
const { now } = useServerClock()
const cameras = ref<Spot[]>([])
/** Without a signal no camera is heard; typing works. */
async function listen(): Promise<void> {
  cameras.value = await call(monitorRoutes.spots, {}).catch(() => [])
}
const EVERY_MS = 5_000
onMounted(listen)
useIntervalFn(listen, EVERY_MS)

const kelvin = computed({
  get: () => model.value?.kelvin ?? null,
  set: (value: number | null) => {
    if (value !== kelvin.value) model.value = value === null ? null : { kelvin: value }
  },
})
function take({ id, at, kelvin: read }: Spot): void {
  model.value = { kelvin: read, camera: { camera: id, at } }
}
const secondsAgo = ({ at }: Spot): number =>
  Math.max(0, Math.round((now.value - Date.parse(at)) / 1000))
const isOf = ({ id, at }: Spot): boolean =>
  model.value?.camera?.camera === id && model.value.camera.at === at
const sign = computed(() =>
  kelvin.value === null
    ? null
    : spotSign(kelvin.value, props.before, props.place.id === WORK_PLACE),
)
const says = computed(() => sign.value?.because ?? 'No camera reads this: it counts for nothing.')
</script>

<template>
  <div class="space-y-2" role="group" :aria-label="`Spot reading at ${place.name}`">
    <UButton
      v-for="spot in cameras"
      :key="spot.id"
      class="w-full min-h-14"
      :color="isOf(spot) ? 'primary' : 'neutral'"
      :variant="isOf(spot) ? 'solid' : 'outline'"
      icon="i-lucide-thermometer"
      @click="take(spot)"
    >
      <span class="text-left">
        Take
        <QuantityText :amount="spot.kelvin" unit="K" class="font-bold" />
        of {{ spot.name }}, {{ secondsAgo(spot) }} s ago
      </span>
    </UButton>
    <QuantityInput
      v-model="kelvin"
      unit="K"
      label="Spot reading"
      help="Of a thermal camera, at the hottest point you find"
    />
    <p
      v-if="kelvin !== null"
      :class="sign?.isHeat === false ? 'muted' : 'text-stop font-semibold'"
      data-testid="spot-sign"
    >
      {{ says }}
    </p>
  </div>
</template>
