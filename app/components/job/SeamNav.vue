<script setup lang="ts">
import type { Level } from '#core/finding/finding'

/** The walk through the job as a weld seam: a bead for each step, coloured by how it came out. */
defineProps<{ steps: readonly { id: string; title: string; level: Level | null }[] }>()
</script>

<template>
  <nav aria-label="Steps of this job" class="seam no-print self-start">
    <ol class="flex lg:flex-col gap-1 lg:gap-0 overflow-x-auto">
      <li v-for="(step, i) in steps" :key="step.id" class="relative">
        <span v-if="i < steps.length - 1" class="line" aria-hidden="true" />
        <a
          :href="`#${step.id}`"
          class="flex items-center gap-3 min-h-11 lg:min-h-14 pr-3 font-semibold relative"
        >
          <span class="bead">
            <FindingMark v-if="step.level" :level="step.level" :size="20" />
            <svg v-else width="14" height="14" aria-hidden="true">
              <circle cx="7" cy="7" r="5" fill="none" stroke="currentColor" stroke-width="2.5" />
            </svg>
          </span>
          {{ step.title }}
        </a>
      </li>
    </ol>
    <slot />
  </nav>
</template>

<style scoped>
.bead {
  display: grid;
  place-content: center;
  width: 2.4rem;
  height: 2.4rem;
  border-radius: 50%;
  background: var(--panel);
  border: 3px solid var(--rule);
  flex-shrink: 0;
}
.line {
  display: none;
}
@media (min-width: 1024px) {
  .seam {
    position: sticky;
    top: 1rem;
  }
  .line {
    display: block;
    position: absolute;
    left: 1.02rem;
    top: 2.4rem;
    bottom: -1.2rem;
    width: 7px;
    background: repeating-radial-gradient(
      circle at 3.5px 0,
      var(--rule) 0 4px,
      transparent 4px 6px
    );
    background-size: 7px 7px;
  }
}
@media (max-width: 1023px) {
  .seam {
    position: sticky;
    top: 0;
    z-index: 20;
    background: var(--ui-bg);
    padding: 0.3rem 0;
    max-width: 100%;
  }
}
</style>
