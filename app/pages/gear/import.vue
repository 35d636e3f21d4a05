<script setup lang="ts">
import type { GearFilePreview } from '#shared/inspection/file'
import { inspectionRoutes } from '#shared/inspection/routes'
import { addressOf, call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'
import { useSignIn } from '~/stores/sign-in'

/** Gear from a file is looked at first, row by row; only then it is taken over, exactly as shown. */
useHead({ title: 'Gear from a file · Zonaris' })
const signIn = useSignIn()
const csv = ref('')
const preview = shallowRef<GearFilePreview | null>(null)
const { busy, message, submit } = useSubmit()
const ACTIONS = [
  { value: 'add', says: 'New', level: 'clear' },
  { value: 'change', says: 'Changed', level: 'caution' },
  { value: 'same', says: 'As it is', level: 'clear' },
  { value: 'broken', says: 'Broken', level: 'stop' },
] as const

async function take(text: string): Promise<void> {
  csv.value = text
  await look()
}
async function look(): Promise<void> {
  preview.value =
    (await submit(() => call(inspectionRoutes.gearFile, { body: { csv: csv.value } }))) ?? null
}
async function apply(): Promise<void> {
  const { fingerprint } = preview.value!
  const done = await submit(() =>
    call(inspectionRoutes.gearFile, { body: { csv: csv.value, apply: true, fingerprint } }),
  )
  if (done) preview.value = done
}
</script>

<template>
  <div class="space-y-5">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/gear">Gas and gear</NuxtLink></p>
        <h1>Gear from a file</h1>
      </div>
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-download"
        external
        :to="addressOf(inspectionRoutes.gearCsv)"
      >
        The register as CSV
      </UButton>
    </header>
    <p v-if="!signIn.may('lead', 'instructor')" class="panel edge edge-caution p-4 font-semibold">
      A lead or instructor takes gear over.
    </p>
    <section v-else class="panel p-4 sm:p-6 space-y-4">
      <p>
        CSV with a first line of column names.
        <span class="font-semibold">kind and label</span>
        must be there. A label that is here already is changed, any other is new. New gear is
        unknown until it has been looked at.
      </p>
      <p class="muted text-sm break-words">
        kind, label, description, station, every_days, fitted_to, maker, model, serial,
        in_service_on (2026-11-26), shades (5-8 / 9-13), and the fields of the kinds as the register
        has them, numbers in SI
      </p>
      <UFormField label="Gear as a file">
        <FileInput label="Gear as a file" accept=".csv,text/csv,text/plain" @read="take" />
      </UFormField>
      <UFormField label="Or as text">
        <UTextarea v-model="csv" :rows="5" class="w-full font-mono" />
      </UFormField>
      <UButton variant="outline" :loading="busy" :disabled="!csv.trim()" @click="look">
        Look at it
      </UButton>
      <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    </section>
    <ImportPreview
      v-if="preview"
      :preview="preview"
      :actions="ACTIONS"
      :columns="['Label', 'Kind']"
      label="Rows of the file"
      :busy="busy"
      @apply="apply"
    >
      <template #done><UButton to="/gear">To the gear</UButton></template>
      <template #cells="{ row }">
        <td>{{ row.label }}</td>
        <td>{{ row.kind }}</td>
      </template>
    </ImportPreview>
  </div>
</template>
