<script setup lang="ts">
/** A file of the device: a text is read at once, any other is handed on as it is. */
const props = defineProps<{ label: string; accept: string; whole?: boolean }>()
const emit = defineEmits<{ read: [text: string, name: string]; take: [file: File] }>()
async function take(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  if (props.whole) emit('take', file)
  else emit('read', await file.text(), file.name)
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
