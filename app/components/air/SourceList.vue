<script setup lang="ts">
import type { AirCase } from '#core/air/case'
import type { Composition } from '#core/fume/composition'
import { useSources } from '~/composables/air/sources'

/** Everything in the room that gives off fume. */
const air = defineModel<AirCase>({ required: true })
defineProps<{
  errors: Record<string, string>
  own: readonly Composition[]
  disabled: boolean
}>()
const { add, change, remove } = useSources(air)
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-5 no-print" aria-labelledby="sources">
    <div class="flex flex-wrap gap-3 items-end">
      <h2 id="sources" class="grow">What gives off fume</h2>
      <UButton
        variant="soft"
        color="neutral"
        icon="i-lucide-plus"
        :disabled="!air.sources.length"
        @click="add('weld')"
      >
        Another arc in the room
      </UButton>
      <UButton
        variant="soft"
        color="neutral"
        icon="i-lucide-plus"
        :disabled="!air.sources.length"
        @click="add('grind')"
      >
        Grinding
      </UButton>
    </div>
    <p v-if="errors['air.sources']" class="text-stop font-semibold">{{ errors['air.sources'] }}</p>
    <SourceForm
      v-for="(source, i) in air.sources"
      :key="i"
      :model-value="source"
      :prefix="`air.sources.${i}`"
      :errors="errors"
      :own="own"
      :only="air.sources.length === 1"
      :disabled="disabled"
      @update:model-value="change(i, $event)"
      @remove="remove(i)"
    />
  </section>
</template>
