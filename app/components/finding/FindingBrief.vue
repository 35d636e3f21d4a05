<script setup lang="ts">
import type { Finding } from '#core/finding/finding'

/** A Finding in short: its mark, its sentence, and what to do. */
defineProps<{ finding: Finding }>()
</script>

<template>
  <p class="flex gap-3 items-center">
    <FindingMark :level="finding.level" :size="26" />
    <span>
      <span class="font-semibold block">{{ finding.sentence }}</span>
      <span v-if="finding.remedy" class="muted">{{ finding.remedy }}</span>
    </span>
  </p>
</template>
