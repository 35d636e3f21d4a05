<script setup lang="ts">
import type { Level } from '#core/finding/finding'

/** The sign of a level, told apart by its shape as well as its colour; on a page or inside a drawing. */
defineProps<{ level: Level; size: number }>()
</script>

<template>
  <svg :width="size" :height="size" viewBox="0 0 24 24" fill="none" :class="`text-${level}`">
    <path
      v-if="level === 'clear'"
      d="M3.5 12.5 9.5 18.5 20.5 5.5"
      stroke="currentColor"
      stroke-width="4.2"
      stroke-linejoin="bevel"
    />
    <g v-else-if="level === 'caution'">
      <path d="M12 2 22.5 12 12 22 1.5 12Z" fill="currentColor" />
      <path d="M12 6.8v6.4M12 15.2v2.4" stroke="var(--panel)" stroke-width="2.4" />
    </g>
    <g v-else-if="level === 'stop'">
      <rect x="1.5" y="1.5" width="21" height="21" fill="currentColor" />
      <path d="M6 6 18 18M18 6 6 18" stroke="var(--panel)" stroke-width="3.4" />
    </g>
    <g v-else>
      <rect
        x="2.5"
        y="2.5"
        width="19"
        height="19"
        stroke="currentColor"
        stroke-width="2.6"
        stroke-dasharray="4.2 2.6"
      />
      <path
        d="M8.6 9.2c.3-2 1.7-3 3.5-3 2 0 3.4 1.1 3.4 2.9 0 2.5-3.3 2.7-3.3 5M12.1 16v2.2"
        stroke="currentColor"
        stroke-width="2.3"
      />
    </g>
  </svg>
</template>
