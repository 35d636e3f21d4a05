<script setup lang="ts">
import { isArc, type Process } from '#core/job/job'
import { GUIDE_COMFORT, LEGAL_MINIMUM, type ShadeRow } from '#core/shade/shade.table'
import { shadeRow, shadeSteps } from '#core/shade/lookup'
import { transmittanceOfShade } from '#core/shade/transmittance'
import { display } from '#shared/units/units'
import { useUnits } from '~/composables/units'

/** Current (or plate) across, shade up. Floor and guide as steps, the helmet's reach as a bracket, the answer as one numeral. */
const props = defineProps<{ process: Process, x: number | null, floor: number | null, working: number | null, ranges?: readonly (readonly [number, number])[] | null }>()
const units = useUnits()

const by = computed(() => isArc(props.process) ? 'amps' as const : 'thickness' as const)
const legal = computed(() => shadeSteps(LEGAL_MINIMUM, props.process, by.value))
const guide = computed(() => shadeSteps(GUIDE_COMFORT, props.process, by.value))
const xMax = computed(() => by.value === 'amps' ? Math.max(...legal.value.map(row => row.to)) : props.process === 'OFC' ? 200 : 25)
const shades = computed(() => [...legal.value, ...guide.value].map(row => row.shade))
const low = computed(() => Math.min(...shades.value, props.working ?? 99) - 1)
const high = computed(() => Math.max(...shades.value, props.working ?? 0, ...(props.ranges ?? []).map(range => range[1])) + 1)

const W = 640
const H = 300
const left = 46
const right = 590
const px = (x: number): number => left + Math.min(1, Math.max(0, x / xMax.value)) * (right - left)
const py = (shade: number): number => 262 - Math.max(0, shade - low.value) / (high.value - low.value) * 240
const stepPath = (rows: readonly ShadeRow[]): string => rows.map((row, i) => `${i === 0 ? 'M' : 'L'}${px(row.from)} ${py(row.shade)}H${px(row.to)}`).join('')
const rungs = computed(() => Array.from({ length: high.value - low.value + 1 }, (_, i) => low.value + i))
const axis = computed(() => display(by.value === 'amps' ? 'A' : 'mm', units.value))
const ticks = computed(() => [...new Set(legal.value.flatMap(row => [row.from, row.to]).filter(x => Number.isFinite(x) && x > 0 && x <= xMax.value))])
const tickText = (x: number): string => String(Math.round(axis.value.from(x) * 100) / 100)
const dim = computed(() => props.working === null ? 0 : 1 - transmittanceOfShade(props.working) ** 0.12)
/** Both charts cut at every step of either, for those who read rather than look. */
const table = computed(() => {
  const cuts = [...new Set([...legal.value, ...guide.value].flatMap(row => [row.from, row.to]))].sort((a, b) => a - b)
  return cuts.slice(0, -1).map((from, i) => {
    const to = cuts[i + 1]!
    const middle = Number.isFinite(to) ? (from + to) / 2 : from + 1
    return {
      from, text: `${from === 0 ? 'under' : tickText(from)}${Number.isFinite(to) ? ` ${from === 0 ? '' : 'to '}${tickText(to)}` : ' and over'} ${axis.value.unit}`,
      legal: shadeRow(LEGAL_MINIMUM, props.process, by.value, middle)?.shade, guide: shadeRow(GUIDE_COMFORT, props.process, by.value, middle)?.shade,
    }
  })
})
</script>

<template>
  <div class="grid grid-cols-1 md:grid-cols-[minmax(0,11rem)_minmax(0,1fr)] gap-4 items-center">
    <div class="flex md:flex-col gap-4 items-end md:items-start">
      <p class="leading-none">
        <span class="muted block mb-1">Start at shade</span>
        <span class="plate block text-[7.5rem]" data-testid="shade-answer">{{ working ?? '–' }}</span>
        <span class="block text-lg font-semibold mt-2">{{ floor === null ? 'No answer' : `never under ${floor}` }}</span>
      </p>
      <svg viewBox="0 0 120 60" class="w-32 rounded-sm border border-(--rule)" role="img" :aria-label="working === null ? 'No view' : `Arc seen through shade ${working}, drawn`">
        <rect width="120" height="60" fill="#10231c" /><circle cx="60" cy="30" r="26" fill="#b9ff6e" :opacity="0.34 * (1 - dim) + 0.06" /><circle cx="60" cy="30" r="15" fill="#d9ff9e" :opacity="0.7 * (1 - dim) + 0.12" /><circle cx="60" cy="30" r="6" fill="#f4ffe0" :opacity="working === null ? 0 : 0.95" />
        <path d="M0 44H120" stroke="#5f8f5a" stroke-width="2" :opacity="0.9 * (1 - dim)" />
      </svg>
    </div>
    <svg :viewBox="`0 0 ${W} ${H}`" class="w-full h-auto" role="img" aria-label="Lens ladder. The same figures stand in the table below.">
      <g v-for="rung in rungs" :key="rung">
        <path :d="`M${left} ${py(rung)}H${right}`" stroke="var(--rule)" stroke-width="1" /><text :x="left - 8" :y="py(rung) + 5" text-anchor="end" font-size="15" fill="var(--ui-text-muted)">{{ rung }}</text>
      </g>
      <path :d="`M${left} 12V${262}M${right} 12V262`" stroke="var(--ui-text-muted)" stroke-width="3" />
      <g v-for="tick in ticks" :key="tick"><path :d="`M${px(tick)} 262v6`" stroke="var(--ui-text-muted)" stroke-width="2" /><text :x="px(tick)" y="284" text-anchor="middle" font-size="15" fill="var(--ui-text-muted)">{{ tickText(tick) }}</text></g>
      <text :x="right" y="298" text-anchor="end" font-size="13" fill="var(--ui-text-muted)">{{ axis.unit }}</text>
      <path :d="`${stepPath(legal)}V262H${px(legal[0]?.from ?? 0)}Z`" fill="var(--level-stop)" opacity="0.1" />
      <path :d="stepPath(guide)" fill="none" stroke="var(--ui-primary)" stroke-width="4" stroke-dasharray="10 5" />
      <path :d="stepPath(legal)" fill="none" stroke="var(--level-stop)" stroke-width="4" />
      <g v-for="(range, i) in ranges ?? []" :key="i">
        <path :d="`M${right + 8} ${py(range[0]) + (range[0] === range[1] ? 5 : 0)}h14V${py(range[1]) - (range[0] === range[1] ? 5 : 0)}h-14`" fill="none" stroke="currentColor" stroke-width="3" />
        <text :x="right + 27" :y="(py(range[0]) + py(range[1])) / 2 + 5" font-size="14" fill="currentColor">{{ range[0] === range[1] ? range[0] : '' }}</text>
      </g>
      <g v-if="x !== null && working !== null && floor !== null">
        <path :d="`M${px(x)} 262V${py(working)}`" stroke="currentColor" stroke-width="2" stroke-dasharray="3 4" />
        <circle :cx="px(x)" :cy="py(working)" r="11" fill="var(--arc)" stroke="var(--panel)" stroke-width="3" /><circle :cx="px(x)" :cy="py(floor)" r="6" fill="var(--level-stop)" stroke="var(--panel)" stroke-width="2" />
      </g>
    </svg>
    <div class="md:col-start-2 text-sm">
      <p class="flex flex-wrap gap-x-5 gap-y-1">
        <span><svg width="26" height="8" aria-hidden="true" class="inline mr-1"><path d="M0 4h26" stroke="var(--level-stop)" stroke-width="4" /></svg>legal minimum</span>
        <span><svg width="26" height="8" aria-hidden="true" class="inline mr-1"><path d="M0 4h26" stroke="var(--ui-primary)" stroke-width="4" stroke-dasharray="8 4" /></svg>guide, where to start</span>
        <span v-if="ranges?.length"><svg width="14" height="12" aria-hidden="true" class="inline mr-1"><path d="M2 1h8v10h-8" fill="none" stroke="currentColor" stroke-width="2.5" /></svg>what the helmet reaches</span>
      </p>
      <details><summary class="cursor-pointer muted underline underline-offset-2 py-1">The same as a table</summary>
        <table class="list max-w-md"><thead><tr><th>{{ by === 'amps' ? 'Current' : 'Plate' }}</th><th>Minimum</th><th>Guide</th></tr></thead>
          <tbody><tr v-for="row in table" :key="row.from"><td>{{ row.text }}</td><td>{{ row.legal ?? 'none' }}</td><td>{{ row.guide ?? 'none printed' }}</td></tr></tbody></table>
      </details>
    </div>
  </div>
</template>
