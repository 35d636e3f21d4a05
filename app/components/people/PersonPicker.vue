<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { peopleRoutes } from '#shared/people/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** People to choose from, found as one types; a roster of thousands is never loaded whole. */
defineOptions({ inheritAttrs: false })
const person = defineModel<string | null | undefined>({ required: true })
const props = defineProps<{
  label: string
  known?: { id: string; name: string } | null
  disabled?: boolean
  placeholder?: string
  clearable?: boolean
  training?: boolean
}>()
const search = ref('')
const people = useLoad(() =>
  call(peopleRoutes.people, { query: { q: search.value, show: 'active' } }),
)
watchDebounced(search, people.load, { debounce: 200, immediate: true })
const items = computed(() => {
  const found = (people.data.value?.rows ?? []).map((entry) => ({
    value: entry.id,
    label:
      entry.name + (props.training && !entry.fireWatchTrainedOn ? ' · no training on record' : ''),
  }))
  // Whoever is chosen stays readable, whatever the search shows.
  const { known } = props
  return known && known.id === person.value && !found.some((item) => item.value === known.id)
    ? [{ value: known.id, label: known.name }, ...found]
    : found
})
/** A name once found is kept for the time it is chosen. */
const last = ref<{ value: string; label: string } | null>(null)
watch([person, items], () => {
  const now = items.value.find((item) => item.value === person.value)
  if (now) last.value = now
})
const shown = computed(() =>
  last.value?.value === person.value && !items.value.some((item) => item.value === person.value)
    ? [last.value!, ...items.value]
    : items.value,
)
const chosen = computed({
  get: () => person.value ?? undefined,
  set: (value) => {
    person.value = value
  },
})
</script>

<template>
  <div class="flex gap-1">
    <USelectMenu
      v-model="chosen"
      v-model:search-term="search"
      v-bind="$attrs"
      :items="shown"
      value-key="value"
      ignore-filter
      :loading="people.loading.value"
      :search-input="{ placeholder: 'Name or number' }"
      :placeholder="placeholder ?? 'Type a name'"
      :aria-label="label"
      :disabled="disabled"
      class="w-full min-w-0"
    />
    <UButton
      v-if="clearable && person && !disabled"
      variant="ghost"
      color="neutral"
      icon="i-lucide-x"
      :aria-label="`${label}: nobody`"
      @click="person = null"
    />
  </div>
</template>
