<script setup lang="ts">
import type { ApiFailure } from '~/composables/api'

const props = defineProps<{ failure: ApiFailure }>()
defineEmits<{ retry: [] }>()
const says = computed(() =>
  props.failure.status === 404
    ? 'Nothing here. It may belong to another shop, or the address has a slip in it.'
    : props.failure.message,
)
</script>

<template>
  <div role="alert" class="edge edge-stop panel p-4 flex flex-wrap items-center gap-4">
    <p class="font-semibold grow">
      {{ says }}
    </p>
    <UButton v-if="failure.status !== 404" variant="outline" @click="$emit('retry')">
      Try again
    </UButton>
  </div>
</template>
