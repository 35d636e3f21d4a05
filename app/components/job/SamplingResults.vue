<script setup lang="ts">
import { TAKEN_OVER, type MeasuredAir } from '#core/exposure/measured'
import {
  LIMIT_KINDS,
  SUBSTANCES,
  SUBSTANCE_NAME,
  unitOf,
  unitText,
  type LimitKind,
  type Substance,
} from '#core/exposure/terms'

/** Results of air sampling, one kind at a time: each says over what time it was taken. */
const measured = defineModel<MeasuredAir>({ required: true })
const props = defineProps<{ errors: Record<string, string>; disabled?: boolean }>()

const kind = ref<LimitKind>(
  LIMIT_KINDS.find((one) => Object.keys(measured.value.results[one] ?? {}).length > 0) ?? 'twa',
)
const NAME: Record<LimitKind, string> = { ...TAKEN_OVER, ceiling: 'A moment' }
const ANSWERS: Record<LimitKind, string> = {
  twa: 'Answers 8 h limits only',
  stel: 'Answers 15 min limits only',
  ceiling: 'Spot readings and the worst task: answers ceilings only',
}
const kinds = computed(() =>
  LIMIT_KINDS.map((value) => {
    const count = Object.keys(measured.value.results[value] ?? {}).length
    return { value, label: count === 0 ? NAME[value] : `${NAME[value]} (${count})` }
  }),
)
const errorOf = (of: LimitKind, substance: Substance): string | undefined =>
  props.errors[`spec.measured.results.${of}.${substance}`]
/** An error in a kind that is not shown would be looked for in vain. */
watch(
  () => props.errors,
  () => {
    const faulty = LIMIT_KINDS.find((of) => SUBSTANCES.some((one) => errorOf(of, one)))
    if (faulty) kind.value = faulty
  },
)

/** What most reports hold; the rest on asking, or where a figure stands. */
const USUAL: readonly Substance[] = [
  'fume',
  'manganese',
  'chromiumVI',
  'nickel',
  'zincOxide',
  'lead',
  'cadmium',
  'fluorides',
  'ozone',
  'nitrogenDioxide',
  'carbonMonoxide',
]
const more = ref(false)
const results = computed(() => measured.value.results[kind.value] ?? {})
const shown = computed(() =>
  SUBSTANCES.filter(
    (substance) =>
      more.value || USUAL.includes(substance) || results.value[substance] !== undefined,
  ),
)
const textOf = (substance: Substance): string => {
  const value = results.value[substance]
  return value === undefined ? '' : String(value)
}

function setResult(substance: Substance, typed: string | number): void {
  const { [substance]: _, ...others } = results.value
  const isBlank = String(typed).trim() === ''
  const ofKind = isBlank
    ? others
    : { ...others, [substance]: Number(String(typed).replace(',', '.')) }
  const { [kind.value]: __, ...otherKinds } = measured.value.results
  measured.value = {
    ...measured.value,
    results:
      Object.keys(ofKind).length === 0 ? otherKinds : { ...otherKinds, [kind.value]: ofKind },
  }
}
</script>

<template>
  <div class="space-y-4" data-testid="sampling-results">
    <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
      <UFormField label="Report" :error="errors['spec.measured.reference']">
        <UInput v-model="measured.reference" class="w-full" :disabled="disabled" />
      </UFormField>
      <div>
        <ChoiceRow v-model="kind" legend="Taken over" :options="kinds" />
        <p class="muted text-sm mt-1">{{ ANSWERS[kind] }}</p>
      </div>
    </div>
    <div class="grid grid-cols-2 sm:grid-cols-4 gap-4">
      <UFormField
        v-for="substance in shown"
        :key="substance"
        :label="SUBSTANCE_NAME[substance]"
        :error="errorOf(kind, substance)"
      >
        <UInput
          :model-value="textOf(substance)"
          inputmode="decimal"
          class="w-full"
          :disabled="disabled"
          @update:model-value="setResult(substance, $event)"
        >
          <template #trailing>
            <span class="muted text-sm">{{ unitText(unitOf(substance)) }}</span>
          </template>
        </UInput>
      </UFormField>
      <UButton v-if="!more" variant="ghost" color="neutral" class="self-end" @click="more = true">
        More substances
      </UButton>
    </div>
  </div>
</template>
