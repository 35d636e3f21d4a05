<script setup lang="ts">
import { PLAN_KINDS, THING_KINDS } from '#core/plan/kinds.table'
import type { Thing } from '#core/plan/plan'
import { LETTER } from '~/components/plan/drawing'

/** What the letters and hatches of a drawing stand for, those that are on it. */
const props = defineProps<{ things: readonly Thing[] }>()
const here = computed(() => new Set(props.things.map(({ kind }) => kind)))
const letters = computed(() =>
  THING_KINDS.filter((kind) => LETTER[kind] && here.value.has(kind)).map((kind) => ({
    letter: LETTER[kind],
    name: PLAN_KINDS[kind].name,
  })),
)
const lines = computed(() =>
  [
    here.value.has('combustible') && 'hatched: burns',
    here.value.has('hotWorkArea') && 'dash and dot: set aside for hot work',
    here.value.has('gasStore') && 'long dashes: gas store',
    here.value.has('curtain') && 'dots: curtain',
    here.value.has('walkway') && 'grey: walkway',
  ].filter(Boolean),
)
</script>

<template>
  <p class="flex flex-wrap gap-x-4 gap-y-1 text-sm">
    <span v-for="one in letters" :key="one.letter" class="flex items-center gap-1.5">
      <span class="sign" aria-hidden="true">{{ one.letter }}</span>
      <span>{{ one.name }}</span>
    </span>
    <span class="muted">{{ lines.join(', ') }}</span>
  </p>
</template>

<style scoped>
.sign {
  display: inline-grid;
  place-items: center;
  width: 1.1rem;
  height: 1.1rem;
  font-weight: 700;
  font-size: 0.75rem;
  color: var(--panel);
  background: var(--ui-text);
}
</style>
