<script setup lang="ts">
import { chooseRespirator } from '#core/respirator/choose'
import type { AirAnswer } from '#core/air/judge'
import type { Finding, Level } from '#core/finding/finding'
import type { RespiratorKind } from '#core/job/job'

/** Which respirators would do by the upper estimate, why the others would not, and whether this person may wear the one of the job. */
const props = defineProps<{
  answer: AirAnswer
  worn: RespiratorKind
  oxygen: number | null
  confined: boolean
  welder: string | null
  ready: Finding | null
}>()
const oil = ref(false)
/** No figure, no limit, or a bound too loose to decide: not counted, and never taken for harmless. */
const isOpen = (entry: AirAnswer['substances'][number]): boolean =>
  entry.breathed.because !== null ||
  !entry.decides ||
  (entry.breathed.bound && entry.decides.share > 1)
const open = computed(() => props.answer.substances.filter(isOpen))
const choice = computed(() =>
  chooseRespirator({
    substances: props.answer.substances
      .filter((entry) => !isOpen(entry))
      .map((entry) => ({
        substance: entry.substance,
        share: entry.decides!.share,
        concentration: entry.drawn?.ceiling.p95 ?? entry.breathed.ceiling,
      })),
    mixtures: props.answer.mixtures,
    unknown: open.value.map((entry) => entry.substance),
    oxygen: props.oxygen,
    confined: props.confined,
    oil: oil.value,
  }),
)
type Choice = (typeof choice.value.choices)[number]
function levelOf({ fits }: Choice): Level {
  if (!fits) return 'stop'
  return open.value.length > 0 ? 'unknown' : 'clear'
}
</script>

<template>
  <div class="space-y-3" data-testid="respirators">
    <FindingLine :finding="choice.finding" />
    <p>
      <span class="font-semibold">Filter:</span>
      {{ choice.cartridge }}. Particle filters do not hold gases.
    </p>
    <UCheckbox v-model="oil" label="Oil mist or oily residue in the air" />
    <ul class="divide-y divide-(--rule) border-y border-(--rule)">
      <li
        v-for="entry in choice.choices"
        :key="entry.row.kind"
        class="flex flex-wrap gap-x-4 py-1.5 items-center"
      >
        <FindingMark :level="levelOf(entry)" :size="18" />
        <span class="grow" :class="{ 'font-semibold': entry.row.kind === worn }">
          {{ entry.row.name }}
          <template v-if="entry.row.kind === worn">(of this job)</template>
          <span v-if="!entry.row.underHelmet" class="muted">
            · not under a helmet, needs its own lens
          </span>
        </span>
        <span class="muted">{{ entry.because ?? `factor ${entry.row.apf}` }}</span>
      </li>
    </ul>
    <FindingLine v-if="ready" :finding="ready">
      <p class="muted">{{ welder }}</p>
    </FindingLine>
    <p v-else-if="worn !== 'none'" class="muted">
      No welder is named on the job, so clearance and fit test are not judged.
    </p>
  </div>
</template>
