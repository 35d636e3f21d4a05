<script setup lang="ts">
import type { NuxtError } from '#app'

const props = defineProps<{ error: NuxtError }>()
const missing = computed(() => props.error.statusCode === 404)
const says = computed(() =>
  missing.value
    ? 'The job, permit or gear may belong to another shop, or the address has a slip in it.'
    : props.error.message,
)
</script>

<template>
  <main class="min-h-dvh grid place-content-center p-6 gap-4 max-w-xl mx-auto">
    <h1>{{ missing ? 'Nothing at this address' : 'This page broke' }}</h1>
    <p class="muted">{{ says }}</p>
    <p><UButton @click="clearError({ redirect: '/' })">To today</UButton></p>
  </main>
</template>
