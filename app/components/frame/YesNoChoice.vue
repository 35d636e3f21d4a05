<script setup lang="ts">
/** A question that may stay unanswered. */
const model = defineModel<boolean | null>({ required: true })
defineProps<{ legend: string }>()
const CHOICES = [
  { value: true, label: 'Yes' },
  { value: false, label: 'No' },
  { value: null, label: 'Not told' },
] as const
</script>

<template>
  <ChoiceRow v-model="model" :legend="legend" :options="CHOICES" />
</template>
