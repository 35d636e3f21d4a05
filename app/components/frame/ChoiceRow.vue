<script setup lang="ts" generic="T extends string | boolean | null">
/** A few choices side by side, big enough for gloves. The radio group takes text only, so a choice goes by its place in the list. */
const model = defineModel<T | undefined>({ required: true })
const props = defineProps<{
  legend: string
  options: readonly { value: T; label: string }[]
  error?: string
  /** Of the field in its form, where it stands in one. */
  name?: string
  hideLegend?: boolean
  disabled?: boolean
}>()

const items = computed(() =>
  props.options.map((option, i) => ({ value: String(i), label: option.label })),
)
const chosen = computed({
  get: () => {
    const place = props.options.findIndex((option) => option.value === model.value)
    return place < 0 ? undefined : String(place)
  },
  set: (place) => {
    model.value = props.options[Number(place)]?.value
  },
})
</script>

<template>
  <UFormField :name="name" :error="error">
    <URadioGroup
      v-model="chosen"
      :legend="legend"
      :items="items"
      :disabled="disabled"
      orientation="horizontal"
      variant="card"
      indicator="hidden"
      :ui="{ legend: hideLegend ? 'sr-only' : '' }"
    />
  </UFormField>
</template>
