<script setup lang="ts">
import { SCHOOL_NAME, SCHOOLS } from '#core/shade/terms'
import { ladderTable, type LadderRow } from '~/components/shade/ladder'
import type { Ladder } from '~/composables/shade/ladder'

/** The ladder's figures for those who read rather than look. */
const props = defineProps<{ ladder: Ladder }>()
const rows = computed(() => ladderTable(props.ladder.steps))
const holds = ({ from, to }: LadderRow): boolean => {
  const { x } = props.ladder
  return x !== null && x >= from && x < to
}
function spanText({ from, to }: LadderRow): string {
  const { number, axis } = props.ladder
  if (!Number.isFinite(to)) return `${number(from)} and over ${axis.unit}`
  return from === 0
    ? `under ${number(to)} ${axis.unit}`
    : `${number(from)} to ${number(to)} ${axis.unit}`
}
</script>

<template>
  <details class="text-sm">
    <summary class="cursor-pointer muted underline underline-offset-2 py-1">
      The same as a table
    </summary>
    <SideScroll label="Shade by school">
      <table class="list max-w-2xl">
        <caption class="sr-only">Shade by school</caption>
        <thead>
          <tr>
            <th scope="col">{{ ladder.by === 'amps' ? 'Current' : 'Plate' }}</th>
            <th v-for="school in SCHOOLS" :key="school" scope="col">{{ SCHOOL_NAME[school] }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.from" :class="{ 'font-bold': holds(row) }">
            <th scope="row" class="!text-current">{{ spanText(row) }}</th>
            <td v-for="school in SCHOOLS" :key="school">
              {{ row.shades[school] ?? 'says nothing' }}
            </td>
          </tr>
        </tbody>
      </table>
    </SideScroll>
  </details>
</template>
