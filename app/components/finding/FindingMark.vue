<script setup lang="ts">
import type { Level } from '#core/finding/finding'

const props = withDefaults(defineProps<{ level: Level; size?: number; label?: boolean }>(), {
  size: 22,
  label: false,
})
const WORD: Record<Level, string> = {
  clear: 'Clear',
  caution: 'Caution',
  stop: 'Stop',
  unknown: 'Unknown',
}
</script>

<template>
  <span class="inline-flex items-center gap-1.5 shrink-0" :class="`text-${level}`">
    <FindingSign
      :level="level"
      :size="size"
      role="img"
      :aria-label="label ? undefined : WORD[props.level]"
      :aria-hidden="label || undefined"
    />
    <span v-if="label" class="font-bold">{{ WORD[level] }}</span>
  </span>
</template>
