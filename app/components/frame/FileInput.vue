<script setup lang="ts">
/** A text file of the device, read at once. */
defineProps<{ label: string; accept: string }>()
const emit = defineEmits<{ read: [text: string, name: string] }>()
async function take(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) emit('read', await file.text(), file.name)
}
</script>

<template>
  <input type="file" class="file" :accept="accept" :aria-label="label" @change="take" />
</template>

<style scoped>
.file {
  display: block;
  width: 100%;
  max-width: 100%;
}
.file::file-selector-button {
  min-height: 2.75rem;
  padding-inline: 1rem;
  margin-right: 0.75rem;
  border: 0;
  font-weight: 600;
  cursor: pointer;
  background: var(--ui-primary);
  color: var(--panel);
}
</style>
