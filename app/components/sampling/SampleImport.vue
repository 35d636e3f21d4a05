<script setup lang="ts">
import { SUBSTANCES } from '#core/exposure/terms'
import type { ImportPreview } from '#shared/files/schema'
import { samplingRoutes } from '#shared/sampling/routes'
import { call } from '~/composables/api'

/** A laboratory's file, taken over whole or not at all. */
const emit = defineEmits<{ applied: [] }>()
const toast = useToast()
const send = (text: string, format: 'csv' | 'json', apply: boolean): Promise<ImportPreview> =>
  call(samplingRoutes.importSamples, { body: { text, format, apply } })
function applied(rows: number): void {
  toast.add({ title: `${rows} samples taken over`, icon: 'i-lucide-check' })
  emit('applied')
}
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-3" aria-labelledby="import">
    <h2 id="import">Import</h2>
    <p>
      CSV with the columns
      <span class="font-semibold">
        date, kind, group, who, task, substance, minutes, value, unit, reference
      </span>
      and, where known, pump, shift_minutes, under_detection (yes or no), rest (as_sampled or
      unexposed). Days like 2026-03-31. The unit must be mg/m3, for gases ppm: another unit is
      refused, never converted in silence.
    </p>
    <p class="muted text-sm break-words">Substances: {{ SUBSTANCES.join(', ') }}.</p>
    <FileImport
      :send="send"
      accept=".csv,text/csv,text/plain"
      label="Samples file"
      @applied="applied"
    />
  </section>
</template>
