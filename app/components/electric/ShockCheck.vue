<script setup lang="ts">
import { currentThrough, shockText, SHOCK_MARKS, SKINS, type Skin } from '#core/electric/shock'

/** Why wet kills: the current that the machine drives through a person, bare and in a dry glove. It explains, it permits nothing. */
const props = defineProps<{ volts: number | null }>()
/** Where the plate is not told. */
const USUAL_VOLTS = 80
const typed = ref<number | null>(null)
const volts = computed(() => typed.value ?? props.volts ?? USUAL_VOLTS)
/** A dry leather glove at each hand, ohm; common practice, it varies much. */
const DRY_GLOVES = 100_000

const SKIN_NAME: Record<Skin, string> = {
  dry: 'Dry skin',
  wet: 'Wet with water',
  saltWet: 'Wet with sweat or salt',
}
const rows = computed(() => [
  ...SKINS.map((skin) => rowOf(SKIN_NAME[skin], currentThrough(volts.value, skin))),
  rowOf('Wet skin in dry gloves', currentThrough(volts.value, 'wet', DRY_GLOVES)),
])
/** The whole width of a bar. */
const FULL = 0.1
const rowOf = (name: string, amps: number | null) => ({
  name,
  figure: amps === null ? '–' : `${(amps * 1000).toFixed(amps < 0.01 ? 1 : 0)} mA`,
  says: amps === null ? '' : shockText(amps),
  width: `${Math.min(100, ((amps ?? 0) / FULL) * 100)}%`,
  grave: amps !== null && amps >= SHOCK_MARKS.letGo,
})
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="shock">
    <h2 id="shock">Why wet kills</h2>
    <QuantityInput
      :model-value="volts"
      unit="V"
      label="No-load voltage"
      help="From 50 to 100 V, where figures are known"
      class="max-w-60"
      @update:model-value="typed = $event"
    />
    <p v-if="rows[0]!.figure === '–'" class="font-semibold">
      No answer: outside of 50 to 100 V nothing is known here.
    </p>
    <ul v-else class="space-y-3">
      <li v-for="row in rows" :key="row.name">
        <p class="flex gap-3">
          <span class="font-semibold grow">{{ row.name }}</span>
          <span class="plate text-xl">{{ row.figure }}</span>
        </p>
        <div class="h-3 bg-(--rule)" aria-hidden="true">
          <div
            class="h-3"
            :class="row.grave ? 'bg-(--level-stop)' : 'bg-(--level-caution)'"
            :style="{ width: row.width }"
          />
        </div>
        <p class="muted text-sm">{{ row.says }}</p>
      </li>
    </ul>
    <p class="muted text-sm">
      IEC 60479-1, hand to hand, half of all people, from memory. It explains why footing, gloves
      and mats count; it never says that a shock is safe.
    </p>
  </section>
</template>
