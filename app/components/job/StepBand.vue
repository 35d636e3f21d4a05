<script setup lang="ts">
import type { Level } from '#core/finding/finding'

defineProps<{ id: string; number: number; title: string; level?: Level }>()
</script>

<template>
  <section :id="id" class="panel scroll-mt-4" :aria-labelledby="`${id}-title`">
    <header class="flex items-center gap-4 px-4 sm:px-6 pt-4">
      <span class="plate text-4xl muted w-7" aria-hidden="true">{{ number }}</span>
      <h2 :id="`${id}-title`" class="grow">{{ title }}</h2>
      <FindingMark v-if="level" :level="level" :size="26" label />
    </header>
    <div class="px-4 sm:px-6 pb-6 pt-4 space-y-5"><slot /></div>
  </section>
</template>
