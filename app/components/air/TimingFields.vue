<script setup lang="ts">
import type { FumeSource } from '#core/air/case'

/** How many are at the source, how much of the time it burns, and when. */
const source = defineModel<FumeSource>({ required: true })
defineProps<{ error: (field: string) => string | undefined }>()
const set = (change: Partial<FumeSource>): void => {
  source.value = { ...source.value, ...change }
}
</script>

<template>
  <NeededQuantity
    :model-value="source.welders"
    unit="count"
    label="People at it"
    :error="error('welders')"
    @update:model-value="set({ welders: $event })"
  />
  <NeededQuantity
    :model-value="source.arcShare"
    unit="share"
    label="Arc share"
    help="Usual: stick 20 to 30, wire 30 to 50, TIG 20"
    :error="error('arcShare')"
    @update:model-value="set({ arcShare: $event })"
  />
  <NeededQuantity
    :model-value="source.from"
    unit="count"
    label="From minute"
    :error="error('from')"
    @update:model-value="set({ from: $event })"
  />
  <NeededQuantity
    :model-value="source.to"
    unit="count"
    label="To minute"
    :error="error('to')"
    @update:model-value="set({ to: $event })"
  />
</template>
