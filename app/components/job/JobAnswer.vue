<script setup lang="ts">
import { START_NAME, startAnswer, type StepAnswer } from '#core/assessment/answer'

/** Start or do not start, why, and each step in a word; every one leads to its reasons further down. */
const props = defineProps<{ steps: readonly StepAnswer[] }>()
const TITLE: Record<StepAnswer['step'], string> = {
  eyes: 'Eyes',
  body: 'To wear',
  air: 'Air',
  gear: 'Gas and gear',
  fire: 'Fire',
}
const start = computed(() => startAnswer(props.steps))
</script>

<template>
  <section class="panel edge p-4 sm:p-6 space-y-4" :class="`edge-${start.level}`">
    <h2 class="sr-only">Answer</h2>
    <div class="flex flex-wrap items-start gap-x-6 gap-y-2" data-testid="overall">
      <p class="flex items-center gap-3">
        <FindingMark :level="start.level" :size="40" />
        <span class="plate text-5xl sm:text-6xl" :class="`text-${start.level}`">
          {{ START_NAME[start.level] }}
        </span>
      </p>
      <ul class="grow basis-72 space-y-1 font-semibold">
        <li v-for="step in start.because" :key="step.step">
          <a class="link" :href="`#${step.step}`">{{ TITLE[step.step] }}:</a>
          {{ step.says }}
        </li>
      </ul>
    </div>
    <ul class="grid grid-cols-2 sm:grid-cols-3 xl:grid-cols-5 gap-2">
      <li v-for="step in steps" :key="step.step">
        <a :href="`#${step.step}`" class="tile" :data-step="step.step" :data-level="step.level">
          <span class="flex justify-between items-center gap-2 muted">
            {{ TITLE[step.step] }}
            <FindingMark :level="step.level" :size="20" />
          </span>
          <span class="plate text-3xl block leading-tight">{{ step.answer }}</span>
          <span class="says text-sm">{{ step.says }}</span>
        </a>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.tile {
  display: block;
  height: 100%;
  padding: 0.6rem 0.8rem;
  border: 1px solid var(--rule);
}
.tile:hover {
  border-color: currentColor;
}
.says {
  display: -webkit-box;
  -webkit-line-clamp: 3;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
</style>
