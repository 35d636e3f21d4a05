<script setup lang="ts">
import type { Facts, Field } from '#core/inspection/kind'

/** What is told of a piece of gear by the fields of its kind. A blank is not told. */
const facts = defineModel<Facts>({ required: true })
defineProps<{ fields: readonly Field[] }>()

function tell(field: Field, value: string | number | boolean | null): void {
  facts.value = { ...facts.value, [field.id]: value === '' ? null : value }
}
const textOf = (field: Field): string => String(facts.value[field.id] ?? '')
const numberOf = (field: Field): number | null => {
  const value = facts.value[field.id]
  return typeof value === 'number' ? value : null
}
const answerOf = (field: Field): boolean | null => {
  const value = facts.value[field.id]
  return typeof value === 'boolean' ? value : null
}
const NOT_TOLD = 'none'
const choicesOf = (field: Field) => [
  { value: NOT_TOLD, label: 'Not told' },
  ...(field.type === 'choice' ? field.options : []),
]
</script>

<template>
  <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
    <template v-for="field in fields" :key="field.id">
      <QuantityInput
        v-if="field.type === 'number'"
        :model-value="numberOf(field)"
        :unit="field.unit"
        :label="field.name"
        :help="field.help"
        :name="`fields.${field.id}`"
        @update:model-value="tell(field, $event)"
      />
      <UFormField v-else-if="field.type === 'choice'" :label="field.name" :help="field.help">
        <USelect
          :model-value="textOf(field) || NOT_TOLD"
          :items="choicesOf(field)"
          class="w-full"
          :aria-label="field.name"
          @update:model-value="tell(field, $event === NOT_TOLD ? null : String($event))"
        />
      </UFormField>
      <YesNoChoice
        v-else-if="field.type === 'yesNo'"
        :model-value="answerOf(field)"
        :legend="field.name"
        @update:model-value="tell(field, $event)"
      />
      <UFormField v-else :label="field.name" :help="field.help" :name="`fields.${field.id}`">
        <UInput
          :model-value="textOf(field)"
          :type="field.type === 'date' ? 'date' : 'text'"
          class="w-full"
          @update:model-value="tell(field, String($event))"
        />
      </UFormField>
    </template>
  </div>
</template>
