<script setup lang="ts">
import { PAGE_SIZE } from '#shared/api/list'
import { counted } from '~/composables/counted'

const page = defineModel<number>('page', { required: true })
/** What is counted: of one, and of many. */
defineProps<{ total: number; one: string; noun: string }>()
</script>

<template>
  <div class="flex flex-wrap items-center gap-3 mt-3">
    <p class="muted grow">{{ counted(total, one, noun) }}</p>
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
