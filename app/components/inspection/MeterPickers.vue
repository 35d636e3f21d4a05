<script setup lang="ts">
import type { MeterKind } from '#core/inspection/calibration'
import { useSiteTime } from '~/composables/time'

/** By which meters the readings of a look are taken, one picker a kind. */
const meters = defineModel<Partial<Record<MeterKind, string | null>>>({ required: true })
defineProps<{ kinds: readonly MeterKind[] }>()
const { today } = useSiteTime()
const named = (kind: MeterKind): string | null => meters.value[kind] ?? null
function name(kind: MeterKind, id: string | null): void {
  meters.value = { ...meters.value, [kind]: id }
}
</script>

<template>
  <MeterPicker
    v-for="kind in kinds"
    :key="kind"
    :model-value="named(kind)"
    :kind="kind"
    :day="today()"
    :name="`meters.${kind}`"
    @update:model-value="name(kind, $event)"
  />
</template>
