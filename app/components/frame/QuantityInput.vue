<script setup lang="ts">
import type { Unit } from '#core/finding/finding'
import { display, fieldText } from '#shared/units/units'
import { parseNumber } from '~/components/frame/number-text'
import { useUnits } from '~/composables/units'

/**
 * A number in the reader's unit, kept in SI; blank is not known. What was typed stays as typed, and
 * a stored value that is shown rounded stays what it is until another figure is typed.
 */
const model = defineModel<number | null>({ required: true })
const props = defineProps<{
  unit: Unit
  label: string
  help?: string
  error?: string
  /** Of the field in its form, where it stands in one. */
  name?: string
  required?: boolean
  /** That count, where more do than usual. */
  digits?: number
  disabled?: boolean
}>()
const units = useUnits()
const shown = computed(() => display(props.unit, units.value))
const format = (si: number | null): string =>
  si === null || Number.isNaN(si)
    ? ''
    : fieldText({ amount: si, unit: props.unit }, units.value, props.digits)

/** The stored value, and the text that stands for it. */
const stored = ref({ value: model.value, text: format(model.value) })
const text = ref(stored.value.text)
let sent = model.value
/** The parent may have carried it through other units and back. */
const isSent = (value: number | null): boolean =>
  Object.is(value, sent) ||
  (value !== null && sent !== null && Math.abs(value - sent) <= 1e-9 * Math.abs(sent))
watch([model, units], ([value], [, before]) => {
  if (isSent(value) && units.value === before) return
  stored.value = { value, text: format(value) }
  text.value = stored.value.text
  sent = value
})

function parse(typed: string): number | null {
  const number = parseNumber(typed)
  if (number !== null && number === parseNumber(stored.value.text)) return stored.value.value
  return number === null ? null : shown.value.to(number)
}
function typed(value: string | number): void {
  text.value = String(value)
  sent = parse(text.value)
  model.value = sent
}
const wrong = computed(() =>
  model.value !== null && Number.isNaN(model.value) ? 'Enter a number.' : undefined,
)
</script>

<template>
  <UFormField :label="label" :help="help" :name="name" :error="error ?? wrong" :required="required">
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
