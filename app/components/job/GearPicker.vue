<script setup lang="ts">
import type { Gear } from '#shared/inspection/schema'

/** Machine and cylinder of the job, with how each stands. */
const ids = defineModel<string[]>({ required: true })
const props = defineProps<{ label: string; gear: Gear[]; disabled?: boolean }>()
/** What is locked out, or has something locked out on it, is not named for work. */
const isLocked = (gear: Gear): boolean => gear.lockReason !== null || gear.lockedParts.length > 0
function stands(gear: Gear): string {
  if (isLocked(gear)) return 'LOCKED OUT'
  if (gear.due) return 'inspection due'
  return gear.fault ? 'fault on record' : 'passed'
}
const options = computed(() =>
  props.gear.map((gear) => ({
    value: gear.id,
    label: `${gear.label} · ${gear.gas ?? gear.description} · ${stands(gear)}`,
    disabled: isLocked(gear) && !ids.value.includes(gear.id),
  })),
)
const chosen = computed(() =>
  ids.value.flatMap((id) => props.gear.filter((gear) => gear.id === id)),
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
        {{ chosen.length > 0 ? chosen.map((gear) => gear.label).join(', ') : 'None named' }}
      </template>
    </USelectMenu>
    <p v-for="gear in chosen" :key="gear.id" class="text-sm mt-1">
      <NuxtLink class="link" :to="`/gear/${gear.kind}/${gear.id}`">
        Inspect {{ gear.label }}
      </NuxtLink>
    </p>
  </UFormField>
</template>
