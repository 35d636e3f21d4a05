<script setup lang="ts">
import { viewBrightness } from '#core/shade/light'

/** The arc and the seam as they look through a shade: a drawing for comparing, not a measurement. */
const props = defineProps<{ shade: number | null }>()
const bright = computed(() => (props.shade === null ? 0 : viewBrightness(props.shade)))
</script>

<template>
  <svg
    viewBox="0 0 120 60"
    class="w-32 rounded-sm border border-(--rule) shrink-0"
    role="img"
    :aria-label="shade === null ? 'No view' : `Arc seen through shade ${shade}, drawn`"
  >
    <rect width="120" height="60" fill="#10231c" />
    <circle cx="60" cy="30" r="26" fill="#b9ff6e" :opacity="0.34 * bright + 0.06" />
    <circle cx="60" cy="30" r="15" fill="#d9ff9e" :opacity="0.7 * bright + 0.12" />
    <circle cx="60" cy="30" r="6" fill="#f4ffe0" :opacity="shade === null ? 0 : 0.95" />
    <path d="M0 44H120" stroke="#5f8f5a" stroke-width="2" :opacity="0.9 * bright" />
    <path
      d="M8 47q6-6 12 0t12 0 12 0 12 0"
      fill="none"
      stroke="#7fb27a"
      stroke-width="2.5"
      :opacity="bright"
    />
  </svg>
</template>
