<script setup lang="ts">
/** Yes, no, or not told, which is neither. */
const props = defineProps<{ value: boolean | null }>()
const says = computed(() => {
  if (props.value === null) return 'not told'
  return props.value ? 'yes' : 'no'
})
</script>

<template>
  <span :class="{ muted: value === null }">{{ says }}</span>
</template>
