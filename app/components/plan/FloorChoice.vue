<script setup lang="ts">
import type { Floor } from '#core/plan/plan'

/** One floor or yard of a plan; nothing to choose where there is one. */
const floor = defineModel<string>({ required: true })
defineProps<{ floors: readonly Floor[] }>()
</script>

<template>
  <div v-if="floors.length > 1" class="flex flex-wrap gap-2" role="group" aria-label="Floors">
    <UButton
      v-for="one in floors"
      :key="one.id"
      :variant="one.id === floor ? 'solid' : 'outline'"
      color="neutral"
      :aria-pressed="one.id === floor"
      @click="floor = one.id"
    >
      {{ one.name }}
    </UButton>
  </div>
</template>
