<script setup lang="ts">
defineProps<{ page: number; pages: number; total: number; noun: string }>()
defineEmits<{ go: [page: number] }>()
</script>

<template>
  <nav class="flex items-center gap-3 mt-3" :aria-label="`Pages of ${noun}`">
    <p class="muted grow">{{ total }} {{ noun }}</p>
    <template v-if="pages > 1">
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-arrow-left"
        aria-label="Page before"
        :disabled="page <= 1"
        @click="$emit('go', page - 1)"
      />
      <p>{{ page }} of {{ pages }}</p>
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-arrow-right"
        aria-label="Next page"
        :disabled="page >= pages"
        @click="$emit('go', page + 1)"
      />
    </template>
  </nav>
</template>
