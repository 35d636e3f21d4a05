<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import type { GearKind } from '#core/inspection/kind'
import { inspectionRoutes } from '#shared/inspection/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** What a piece of gear is fitted to, found as one types. What is locked out is not offered. */
const parent = defineModel<string | null>({ required: true })
const props = defineProps<{
  kinds: readonly GearKind[]
  known: { id: string; label: string } | null
}>()
const search = ref('')
const found = useLoad(async () => {
  const pages = await Promise.all(
    props.kinds.map((kind) =>
      call(inspectionRoutes.gearList, { query: { q: search.value, sort: 'label', kind } }),
    ),
  )
  return pages.flatMap(({ rows }) => rows)
})
watchDebounced([search, () => props.kinds], found.load, { debounce: 200, immediate: true })
const items = computed(() => {
  const free = (found.data.value ?? [])
    .filter((gear) => gear.lockReason === null && gear.lockedParts.length === 0)
    .map((gear) => ({ value: gear.id, label: `${gear.label}, ${gear.kindName.toLowerCase()}` }))
  const { known } = props
  return known && !free.some(({ value }) => value === known.id)
    ? [{ value: known.id, label: known.label }, ...free]
    : free
})
const chosen = computed({
  get: () => parent.value ?? undefined,
  set: (value) => {
    parent.value = value ?? null
  },
})
</script>

<template>
  <div class="flex gap-1">
    <USelectMenu
      v-model="chosen"
      v-model:search-term="search"
      :items="items"
      value-key="value"
      ignore-filter
      :loading="found.loading.value"
      :search-input="{ placeholder: 'Label' }"
      placeholder="Nothing"
      aria-label="Fitted to"
      class="w-full min-w-0"
    />
    <UButton
      v-if="parent"
      variant="ghost"
      color="neutral"
      icon="i-lucide-x"
      aria-label="Fitted to: nothing"
      @click="parent = null"
    />
  </div>
</template>
