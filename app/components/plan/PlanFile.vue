<script setup lang="ts">
import { PLAN_KINDS } from '#core/plan/kinds.table'
import type { Thing } from '#core/plan/plan'
import { fromGeoJson } from '#shared/plan/geojson'

/** A plan out of a GeoJSON file in place of what is drawn; shown before it is taken over, and taken back with one undo. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ floors: readonly string[] }>()
const emit = defineEmits<{ read: [things: Thing[]] }>()
const things = ref<Thing[]>([])
const wrong = ref<readonly { path: string; message: string }[]>([])
watch(open, () => {
  things.value = []
  wrong.value = []
})

function read(text: string): void {
  things.value = []
  const answer = fromGeoJson(parsed(text))
  if ('wrong' in answer) wrong.value = answer.wrong
  else {
    const lost = answer.plan.things.filter(({ floor }) => !props.floors.includes(floor))
    wrong.value = lost.slice(0, 20).map(({ name, floor }) => ({
      path: name,
      message: `There is no floor "${floor}" here. Add it first.`,
    }))
    if (lost.length === 0) things.value = [...answer.plan.things]
  }
}
function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}
const counts = computed(() => {
  const byKind = new Map<string, number>()
  for (const { kind } of things.value)
    byKind.set(PLAN_KINDS[kind].name, (byKind.get(PLAN_KINDS[kind].name) ?? 0) + 1)
  return [...byKind].map(([name, count]) => `${name}: ${count}`)
})
function take(): void {
  emit('read', things.value)
  open.value = false
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="A plan from a file"
    description="GeoJSON in metres of the site, as this page writes it. It takes the place of everything drawn; Undo brings that back."
  >
    <template #body>
      <div class="space-y-3">
        <UFormField label="GeoJSON file">
          <FileInput
            label="GeoJSON file"
            accept=".geojson,.json,application/geo+json"
            @read="read"
          />
        </UFormField>
        <div v-if="wrong.length > 0" role="alert">
          <p class="text-stop font-semibold">This file is no plan. Nothing was taken over.</p>
          <ul>
            <li v-for="one in wrong" :key="one.path + one.message">
              {{ one.path }}: {{ one.message }}
            </li>
          </ul>
        </div>
        <ul v-else-if="things.length > 0">
          <li v-for="one in counts" :key="one">{{ one }}</li>
        </ul>
      </div>
    </template>
    <template #footer>
      <UButton :disabled="things.length === 0" @click="take">Take it over</UButton>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
    </template>
  </UModal>
</template>
