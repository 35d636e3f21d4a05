<script setup lang="ts">
/** What was described, in one line; it opens to be changed. */
const open = defineModel<boolean>('open', { required: true })
defineProps<{ words: string; disabled?: boolean }>()
</script>

<template>
  <div v-if="!open" class="flex flex-wrap sm:flex-nowrap gap-x-4 gap-y-2 items-center no-print">
    <p class="grow min-w-0">{{ words }}</p>
    <UButton variant="outline" color="neutral" icon="i-lucide-pencil" @click="open = true">
      {{ disabled ? 'See all' : 'Change' }}
    </UButton>
  </div>
  <slot v-else />
</template>
