<script setup lang="ts">
import type { Handle } from '~/components/hood/section'

/** Something in the section that can be taken hold of, by pointer or by keyboard. */
defineProps<{
  handle: Handle
  label: string
  now: number
  says: string
  disabled: boolean
  max?: number
}>()
</script>

<template>
  <g
    :data-handle="disabled ? undefined : handle"
    :data-testid="`${handle}-handle`"
    role="slider"
    :tabindex="disabled ? -1 : 0"
    :aria-label="label"
    :aria-valuemin="max === undefined ? undefined : 0"
    :aria-valuemax="max"
    :aria-valuenow="now"
    :aria-valuetext="says"
    class="handle"
  >
    <slot />
  </g>
</template>

<style scoped>
.handle {
  cursor: grab;
  outline-offset: 6px;
}
.handle:focus-visible {
  outline: 3px solid var(--ui-primary);
}
</style>
