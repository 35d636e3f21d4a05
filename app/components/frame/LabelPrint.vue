<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { GEAR_KINDS, type GearKind } from '#core/inspection/kind'
import { LABEL_SHEETS, labelsOnSheet, sheetName, type LabelSheet } from '#shared/stock/label-sheet'
import { stockRoutes } from '#shared/stock/routes'
import { KIND_CHOICES } from '~/components/inspection/gear-words'
import { addressOf } from '~/composables/api'
import { useUnits } from '~/composables/units'

/** Labels with a code to scan, on the sheets that the store has; which sheet is kept on this device. */
const props = defineProps<{ of: 'stock' | 'gear' | 'stations'; title: string }>()
const units = useUnits()
const open = ref(false)
const ALL = 'all'
const kind = ref<Exclude<GearKind, 'own'> | typeof ALL>(ALL)
const kept = useLocalStorage<LabelSheet | ''>('zonaris-label-sheet', '')
const sheet = computed({
  get: (): LabelSheet => LABEL_SHEETS.find((one) => one === kept.value) ?? 'cut',
  set: (value: LabelSheet) => {
    kept.value = value
  },
})
const start = ref(1)
const most = computed(() => labelsOnSheet(sheet.value))
watch(sheet, () => {
  start.value = 1
})
const startRight = computed(
  () => Number.isInteger(start.value) && start.value >= 1 && start.value <= most.value,
)
const address = computed(() => {
  const query = new URLSearchParams({
    of: props.of,
    sheet: sheet.value,
    paper: units.value === 'us' ? 'LETTER' : 'A4',
    start: String(start.value),
    ...(props.of === 'gear' && kind.value !== ALL && { kind: kind.value }),
  })
  return `${addressOf(stockRoutes.labels)}?${query}`
})
const sheets = LABEL_SHEETS.map((value) => ({ value, label: sheetName(value) }))
const kinds = [
  { value: ALL, label: 'All gear' },
  ...KIND_CHOICES.filter(({ value }) => GEAR_KINDS.includes(value)),
] as const
</script>

<template>
  <UButton variant="outline" color="neutral" icon="i-lucide-qr-code" @click="open = true">
    {{ title }}
  </UButton>
  <UModal v-model:open="open" :title="title" description="A code to scan, and the same in letters.">
    <template #body>
      <div class="space-y-4">
        <UFormField v-if="of === 'gear'" label="Of">
          <USelect v-model="kind" :items="[...kinds]" class="w-full" />
        </UFormField>
        <UFormField label="Sheet">
          <USelect v-model="sheet" :items="sheets" class="w-full" />
        </UFormField>
        <UFormField
          v-if="most > 1"
          label="First free label"
          help="Counted along the rows, where some are gone from the sheet"
          :error="startRight ? undefined : `A whole number from 1 to ${most}.`"
        >
          <UInput v-model.number="start" type="number" min="1" :max="most" class="w-full" />
        </UFormField>
      </div>
    </template>
    <template #footer>
      <UButton :to="address" target="_blank" external :disabled="!startRight">
        Labels as PDF
      </UButton>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
    </template>
  </UModal>
</template>
