<script setup lang="ts" generic="T extends string | boolean | null">
/** A few choices side by side, big enough for gloves; a radio group to the keyboard and to a screen reader. */
const model = defineModel<T | undefined>({ required: true })
defineProps<{
  legend: string
  options: readonly { value: T; label: string }[]
  error?: string
  hideLegend?: boolean
  disabled?: boolean
}>()
const name = useId()
</script>

<template>
  <fieldset :disabled="disabled">
    <legend class="font-semibold mb-1" :class="{ 'sr-only': hideLegend }">{{ legend }}</legend>
    <div class="flex flex-wrap gap-1">
      <label v-for="option in options" :key="String(option.value)" class="choice">
        <input v-model="model" type="radio" :name="name" :value="option.value" class="sr-only" />
        <span>{{ option.label }}</span>
      </label>
    </div>
    <p v-if="error" class="text-stop text-sm font-semibold mt-1">{{ error }}</p>
  </fieldset>
</template>

<style scoped>
.choice span {
  display: flex;
  align-items: center;
  min-height: 2.75rem;
  padding: 0 0.9rem;
  border: 1px solid var(--rule);
  border-radius: 2px;
  font-weight: 600;
  cursor: pointer;
  background: var(--panel);
}
.choice input:checked + span {
  background: var(--ui-primary);
  border-color: var(--ui-primary);
  color: var(--panel);
}
.choice input:focus-visible + span {
  outline: 3px solid var(--ui-primary);
  outline-offset: 2px;
}
.choice input:disabled + span {
  opacity: 0.6;
  cursor: default;
}
</style>
