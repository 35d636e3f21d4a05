<script setup lang="ts">
import { jobRoutes } from '#shared/job/routes'
import { addressOf } from '~/composables/api'

/** What can be taken away from a job: its card, its data, a copy. */
defineProps<{ jobId: string; mayWrite: boolean; busy: boolean }>()
const emit = defineEmits<{ copy: [] }>()
</script>

<template>
  <div class="flex flex-wrap gap-2 no-print">
    <UButton variant="outline" color="neutral" icon="i-lucide-id-card" :to="`/jobs/${jobId}/card`">
      PPE card
    </UButton>
    <UButton
      variant="outline"
      color="neutral"
      icon="i-lucide-braces"
      :to="addressOf(jobRoutes.exportJob, { id: jobId })"
      target="_blank"
      external
    >
      JSON
    </UButton>
    <UButton
      v-if="mayWrite"
      variant="outline"
      color="neutral"
      icon="i-lucide-copy"
      :loading="busy"
      @click="emit('copy')"
    >
      Copy
    </UButton>
  </div>
</template>
