<script setup lang="ts">
import type { ImportPreview } from '#shared/files/schema'
import { useSubmit } from '~/composables/submit'

/** A file, what it would do line by line, and taking it over whole or not at all. */
const props = defineProps<{
  send: (text: string, format: 'csv' | 'json', apply: boolean) => Promise<ImportPreview>
  accept: string
  label: string
}>()
const emit = defineEmits<{ applied: [rows: number] }>()
const text = ref('')
const format = ref<'csv' | 'json'>('csv')
const fileName = ref('')
const preview = shallowRef<ImportPreview | null>(null)
const { busy, message, submit } = useSubmit()
async function take(file: string, name: string): Promise<void> {
  fileName.value = name
  format.value = name.toLowerCase().endsWith('.json') ? 'json' : 'csv'
  text.value = file
  await look()
}
async function look(): Promise<void> {
  preview.value = (await submit(() => props.send(text.value, format.value, false))) ?? null
}
async function lookAtPasted(): Promise<void> {
  format.value = text.value.trim().startsWith('[') ? 'json' : 'csv'
  await look()
}
async function apply(): Promise<void> {
  const done = await submit(() => props.send(text.value, format.value, true))
  if (!done) return
  preview.value = null
  text.value = ''
  emit('applied', done.applied)
}
const broken = computed(() => preview.value?.rows.filter((row) => row.state === 'broken') ?? [])
const fresh = computed(() => preview.value?.rows.filter((row) => row.state === 'new').length ?? 0)
const ROWS_SHOWN = 200
const faultsOf = (row: ImportPreview['rows'][number]): string =>
  row.faults.map(({ field, message }) => (field ? `${field}: ${message}` : message)).join(' ')
</script>

<template>
  <div class="space-y-3">
    <FileInput :label="label" :accept="accept" @read="take" />
    <details>
      <summary class="cursor-pointer muted underline underline-offset-2 py-1">Or paste it</summary>
      <UTextarea
        v-model="text"
        :rows="6"
        class="w-full font-mono"
        :aria-label="`${label} as text`"
      />
      <UButton
        class="mt-2"
        variant="outline"
        :loading="busy"
        :disabled="!text.trim()"
        @click="lookAtPasted"
      >
        Look at it
      </UButton>
    </details>
    <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    <div v-if="preview" class="space-y-3" aria-live="polite" data-testid="import-preview">
      <ul v-if="preview.header.length" class="edge edge-stop py-2 px-3">
        <li v-for="line in preview.header" :key="line" class="font-semibold">{{ line }}</li>
      </ul>
      <template v-else>
        <p>
          <span class="plate text-3xl">{{ fresh }}</span>
          new,
          <span class="plate text-3xl">{{ preview.rows.length - fresh - broken.length }}</span>
          on file already,
          <span class="plate text-3xl" :class="{ 'text-stop': broken.length }">
            {{ broken.length }}
          </span>
          broken
        </p>
        <ul v-if="broken.length" class="edge edge-stop py-2 px-3 space-y-1">
          <li v-for="row in broken.slice(0, ROWS_SHOWN)" :key="row.line">
            <span class="font-semibold">Line {{ row.line }}, {{ row.name || 'no name' }}:</span>
            {{ faultsOf(row) }}
          </li>
        </ul>
        <p v-if="broken.length" class="muted">
          Put these right in the file and choose it again. Nothing was taken over.
        </p>
        <UButton v-else-if="fresh > 0" :loading="busy" @click="apply">
          Take {{ fresh }} over
        </UButton>
        <p v-else class="muted">Nothing new to take over.</p>
      </template>
    </div>
  </div>
</template>
