<script setup lang="ts">
import { planRoutes } from '#shared/plan/routes'
import { SCALES } from '#shared/plan/schema'
import { addressOf } from '~/composables/api'

/** The floor on paper, to scale. */
const props = defineProps<{ floor: string; version: string }>()
const scale = ref<(typeof SCALES)[number]>('200')
const scales = SCALES.map((value) => ({ value, label: `1 : ${value}` }))
const search = computed(() => {
  const entries = { floor: props.floor, scale: scale.value, version: props.version }
  return new URLSearchParams(Object.entries(entries).filter(([, value]) => value !== ''))
})
const files = computed(() => [
  { name: 'PDF', to: `${addressOf(planRoutes.planPdf)}?${search.value}` },
  { name: 'SVG', to: `${addressOf(planRoutes.planSvg)}?${search.value}` },
])
</script>

<template>
  <div class="flex flex-wrap items-center gap-3 no-print">
    <USelect v-model="scale" :items="scales" aria-label="Scale" class="w-28" />
    <UButton
      v-for="file in files"
      :key="file.name"
      variant="outline"
      color="neutral"
      icon="i-lucide-download"
      :to="file.to"
      target="_blank"
      external
    >
      {{ file.name }}
    </UButton>
  </div>
</template>
