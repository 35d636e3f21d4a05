<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { routes } from '#shared/api/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** People to choose from, found as one types; a roster of thousands is never loaded whole. */
const person = defineModel<string | undefined>({ required: true })
defineProps<{ label: string, known?: { id: string, name: string } | null, disabled?: boolean, placeholder?: string }>()
const search = ref('')
const people = useLoad(() => call(routes.people, { query: { q: search.value, show: 'active' } }))
watchDebounced(search, people.load, { debounce: 200, immediate: true })
const items = computed(() => (people.data.value?.rows ?? []).map(entry => ({ value: entry.id, label: entry.name, description: entry.rosterNumber ?? undefined })))
</script>

<template>
  <USelectMenu v-model="person" v-model:search-term="search" :items="known && !items.some(item => item.value === known!.id) ? [{ value: known.id, label: known.name }, ...items] : items" value-key="value" ignore-filter :loading="people.loading.value" :placeholder="placeholder ?? 'Type a name'" :aria-label="label" :disabled="disabled" class="w-full" />
</template>
