<script setup lang="ts">
import { encode } from 'uqr'

/** A QR code, dark on light whatever the theme, so that cameras read it. */
const props = defineProps<{ text: string; label: string }>()
const code = computed(() => encode(props.text, { border: 2 }))
const path = computed(() =>
  code.value.data
    .flatMap((row, y) => row.flatMap((dark, x) => (dark ? [`M${x} ${y}h1v1h-1z`] : [])))
    .join(''),
)
</script>

<template>
  <svg
    class="size-48 bg-white rounded"
    role="img"
    :aria-label="label"
    :viewBox="`0 0 ${code.size} ${code.size}`"
    shape-rendering="crispEdges"
  >
    <path :d="path" fill="black" />
  </svg>
</template>
