<script setup lang="ts">
/** Something wider than a phone, moved sideways by finger or by keyboard. */
defineProps<{ label: string }>()
</script>

<template>
  <div class="overflow-x-auto" tabindex="0" role="region" :aria-label="label">
    <slot />
  </div>
</template>
