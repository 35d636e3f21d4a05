<script setup lang="ts">
import type { Item } from '#shared/inspection/schema'

/** Machine and cylinder of the job, with how each stands. */
const ids = defineModel<string[]>({ required: true })
const props = defineProps<{ label: string; items: Item[]; disabled?: boolean }>()
const stands = (item: Item): string =>
  item.lockReason
    ? 'LOCKED OUT'
    : item.due
      ? 'inspection due'
      : item.lastResult === 'fail'
        ? 'fault on record'
        : 'passed'
const options = computed(() =>
  props.items.map((item) => ({
    value: item.id,
    label: `${item.label} · ${item.gas ?? item.description} · ${stands(item)}`,
  })),
)
const chosen = computed(() =>
  ids.value.flatMap((id) => props.items.filter((item) => item.id === id)),
)
</script>

<template>
  <UFormField :label="label">
    <USelectMenu
      v-model="ids"
      multiple
      value-key="value"
      :items="options"
      :search-input="{ placeholder: 'Label or gas' }"
      placeholder="None named"
      class="w-full min-h-11"
      :disabled="disabled"
      :data-testid="`gear-${label.toLowerCase()}`"
    >
      <template #default>
        {{ chosen.length > 0 ? chosen.map((item) => item.label).join(', ') : 'None named' }}
      </template>
    </USelectMenu>
    <p v-for="item in chosen" :key="item.id" class="text-sm mt-1">
      <NuxtLink class="link" :to="`/gear/${item.kind}/${item.id}`">
        Inspect {{ item.label }}
      </NuxtLink>
    </p>
  </UFormField>
</template>
