<script setup lang="ts">
import { PAGE_SIZE } from '#shared/api/list'

const page = defineModel<number>('page', { required: true })
defineProps<{ total: number; noun: string }>()
</script>

<template>
  <div class="flex flex-wrap items-center gap-3 mt-3">
    <p class="muted grow">{{ total }} {{ noun }}</p>
    <UPagination
      v-if="total > PAGE_SIZE"
      v-model:page="page"
      :total="total"
      :items-per-page="PAGE_SIZE"
      :sibling-count="1"
      :aria-label="`Pages of ${noun}`"
    />
  </div>
</template>
