<script setup lang="ts">
import type { ChecklistLine } from '#core/inspection/line'

/** What is wrong with a line: one of the usual faults at a tap, or in words. */
const note = defineModel<string>({ required: true })
defineProps<{ line: ChecklistLine; large?: boolean }>()
</script>

<template>
  <div class="space-y-2 mt-2">
    <div v-if="line.faults" class="flex flex-wrap gap-2">
      <UButton
        v-for="fault in line.faults"
        :key="fault"
        :variant="note === fault ? 'solid' : 'outline'"
        color="neutral"
        :size="large ? 'xl' : 'md'"
        :aria-pressed="note === fault"
        @click="note = fault"
      >
        {{ fault }}
      </UButton>
    </div>
    <UInput
      v-model="note"
      placeholder="What is wrong"
      class="w-full"
      :size="large ? 'xl' : undefined"
      :aria-label="`What is wrong: ${line.text}`"
    />
  </div>
</template>
