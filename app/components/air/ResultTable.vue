<script setup lang="ts">
import { SUBSTANCE_NAME } from '#core/exposure/terms'
import type { AirResult } from '#shared/air/schema'
import { figure, percentText } from '#shared/units/units'
import { joined } from '~/components/frame/joined'

/** Each substance against its governing limit, with the range it may lie in; the other limits fold out. */
const props = defineProps<{ results: readonly AirResult[] }>()
const rows = computed(() => [...props.results].sort((a, b) => shareOf(b) - shareOf(a)))
const governing = (row: AirResult): AirResult['limits'][number] | undefined =>
  row.limits.find((limit) => limit.decides)
function shareOf(row: AirResult): number {
  return row.because ? 1e9 : (row.upperShare ?? governing(row)?.share ?? -1)
}
const chance = (share: number | null): string => (share === null ? '–' : percentText(share))
const shareOfLimit = ({ share, chance: over }: AirResult['limits'][number]): string =>
  joined(`${figure(share * 100)} % planned`, over !== null && `chance ${chance(over)}`)
/** Place on a bar that runs from a hundredth of the limit to a hundred times it. */
const at = (share: number): number =>
  Math.min(100, Math.max(0, ((Math.log10(Math.max(share, 1e-4)) + 2) / 4) * 100))
const quantile = (row: AirResult, of: 'p5' | 'p50' | 'p95'): number | null => {
  const limit = governing(row)
  if (!row.drawn || !limit) return null
  return row.drawn[limit.kind][of] / (limit.value / limit.share)
}
</script>

<template>
  <SideScroll label="Estimates by substance">
    <table class="list" data-testid="air-results">
      <caption class="sr-only">Estimates by substance, mg/m³</caption>
      <thead>
        <tr>
          <th scope="col">Substance</th>
          <th scope="col">8 h, mg/m³</th>
          <th scope="col" class="w-[30%]">Against its limit</th>
          <th scope="col">Chance over</th>
          <th scope="col">95 %, and band</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.substance" :data-substance="row.substance">
          <th scope="row" class="!text-current !text-base whitespace-nowrap">
            <span class="inline-flex gap-2 items-center">
              <FindingMark :level="row.level" :size="20" />
              {{ SUBSTANCE_NAME[row.substance] }}
            </span>
          </th>
          <td v-if="row.because" colspan="4">No answer: {{ row.because }}.</td>
          <template v-else>
            <td class="whitespace-nowrap">
              {{ row.bound ? 'at most ' : '' }}{{ figure(row.drawn?.twa.p50 ?? row.twa) }}
              <span v-if="row.drawn" class="muted block text-sm">
                {{ figure(row.drawn.twa.p5) }} to {{ figure(row.drawn.twa.p95) }}
              </span>
            </td>
            <td>
              <svg
                v-if="governing(row)"
                viewBox="0 0 100 14"
                preserveAspectRatio="none"
                class="w-full h-4"
                aria-hidden="true"
              >
                <path d="M0 7H100" stroke="var(--rule)" stroke-width="1" />
                <path d="M50 0V14" stroke="var(--level-stop)" stroke-width="0.8" />
                <path
                  v-if="row.drawn"
                  :d="`M${at(quantile(row, 'p5')!)} 7H${at(quantile(row, 'p95')!)}`"
                  :stroke="`var(--level-${row.level})`"
                  stroke-width="6"
                />
                <path
                  :d="`M${at(quantile(row, 'p50') ?? governing(row)!.share)} 1v12`"
                  stroke="currentColor"
                  stroke-width="1.2"
                />
              </svg>
              <details class="text-sm">
                <summary class="cursor-pointer">
                  {{ governing(row)?.text ?? 'No adopted limit' }}
                </summary>
                <ul>
                  <li
                    v-for="limit in row.limits"
                    :key="limit.text"
                    :class="{ 'font-semibold': limit.decides }"
                  >
                    {{ limit.text }}: {{ shareOfLimit(limit) }}
                  </li>
                </ul>
              </details>
            </td>
            <td class="plate text-2xl whitespace-nowrap">
              {{ chance(governing(row)?.chance ?? null) }}
            </td>
            <td class="whitespace-nowrap">
              <template v-if="row.upperShare !== null">
                {{ figure(row.upperShare * 100) }} %
                <span class="muted block text-sm">{{ row.band }}</span>
              </template>
              <template v-else>–</template>
            </td>
          </template>
        </tr>
      </tbody>
    </table>
  </SideScroll>
</template>
