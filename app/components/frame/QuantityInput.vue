<script setup lang="ts">
import type { Unit } from '#core/finding/finding'
import { display } from '#shared/units/units'
import { numberText, parseNumber } from '~/components/frame/number-text'
import { useUnits } from '~/composables/units'

/** A number in the reader's unit, kept in SI. What was typed stays as typed; blank is not known. */
const model = defineModel<number | null>({ required: true })
const props = defineProps<{
  unit: Unit
  label: string
  help?: string
  error?: string
  required?: boolean
  disabled?: boolean
}>()
const units = useUnits()
const shown = computed(() => display(props.unit, units.value))
const format = (si: number | null): string =>
  si === null || Number.isNaN(si) ? '' : numberText(shown.value.from(si))
const text = ref(format(model.value))
watch([model, shown], ([value]) => {
  if (!matches(value)) text.value = format(value)
})

const parse = (typed: string): number | null => {
  const number = parseNumber(typed)
  return number === null ? null : shown.value.to(number)
}
function matches(value: number | null): boolean {
  const own = parse(text.value)
  return (
    own === value ||
    (own !== null &&
      value !== null &&
      (Math.abs(own - value) <= 1e-9 * Math.abs(value) ||
        (Number.isNaN(own) && Number.isNaN(value))))
  )
}
function typed(value: string | number): void {
  text.value = String(value)
  model.value = parse(text.value)
}
const wrong = computed(() =>
  model.value !== null && Number.isNaN(model.value) ? 'Enter a number.' : undefined,
)
</script>

<template>
  <UFormField :label="label" :help="help" :error="error ?? wrong" :required="required">
    <UInput
      :model-value="text"
      inputmode="decimal"
      autocomplete="off"
      class="w-full"
      :disabled="disabled"
      @update:model-value="typed"
    >
      <template #trailing>
        <span class="muted text-sm pointer-events-none">{{ shown.unit }}</span>
      </template>
    </UInput>
  </UFormField>
</template>
