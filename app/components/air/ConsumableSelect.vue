<script setup lang="ts">
import type { FumeSource } from '#core/air/case'
import type { Composition } from '#core/fume/composition'
import { EMISSION_FACTORS } from '#core/fume/emission.table'

/** The consumable of a source: the shop's own, or one of the published table. */
const source = defineModel<FumeSource>({ required: true })
const props = defineProps<{ own: readonly Composition[]; error?: string }>()
const NONE = 'none'
const ownKey = (name: string): string => `own ${name}`
const options = computed(() => {
  const fits = (row: { process: string }): boolean => row.process === source.value.process
  return [
    { value: NONE, label: 'None, or not listed' },
    ...props.own.filter(fits).map(({ name }) => ({ value: ownKey(name), label: `${name} (own)` })),
    ...EMISSION_FACTORS.filter(fits).map(({ name }) => ({ value: name, label: name })),
  ]
})
const chosen = computed({
  get: () => {
    const { own, consumable } = source.value
    return own ? ownKey(own.name) : (consumable ?? NONE)
  },
  set: (value) => {
    const own = props.own.find((row) => ownKey(row.name) === value) ?? null
    source.value = {
      ...source.value,
      own: own && (JSON.parse(JSON.stringify(own)) as Composition),
      consumable: own || value === NONE ? null : value,
    }
  },
})
</script>

<template>
  <UFormField label="Consumable" :error="error">
    <USelect v-model="chosen" :items="options" class="w-full" />
  </UFormField>
</template>
