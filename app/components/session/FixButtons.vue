<script setup lang="ts">
import type { Fix } from '#shared/session/schema'

/** Cures side by side, the likeliest first and filled: a change that is sent, or a page where it is mended. */
defineProps<{ fixes: readonly Fix[]; busy: boolean; size?: 'sm' | 'md' | 'xl' }>()
defineEmits<{ fix: [fix: Fix] }>()
</script>

<template>
  <div class="flex flex-wrap gap-1.5">
    <template v-for="(fix, i) in fixes" :key="fix.label">
      <UButton
        v-if="fix.change"
        :size="size"
        :variant="i === 0 ? 'solid' : 'outline'"
        :disabled="busy"
        @click="$emit('fix', fix)"
      >
        {{ fix.label }}
      </UButton>
      <UButton v-else :size="size" variant="outline" color="neutral" :to="fix.path!">
        {{ fix.label }}
      </UButton>
    </template>
  </div>
</template>
