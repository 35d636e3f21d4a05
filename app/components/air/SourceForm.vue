<script setup lang="ts">
import type { FumeSource } from '#core/air/case'
import type { Composition } from '#core/fume/composition'
import {
  BASE_METALS,
  BASE_METAL_NAME,
  COATINGS,
  COATING_NAME,
  PROCESSES,
  PROCESS_NAME,
  isArc,
} from '#core/job/job'

/** One source of fume: what burns, how much of it, when, and what the hood takes. */
const source = defineModel<FumeSource>({ required: true })
const props = defineProps<{
  errors: Record<string, string>
  prefix: string
  own: readonly Composition[]
  only: boolean
  disabled?: boolean
}>()
const emit = defineEmits<{ remove: [] }>()
const set = (change: Partial<FumeSource>): void => {
  source.value = { ...source.value, ...change }
}
const error = (field: string): string | undefined => props.errors[`${props.prefix}.${field}`]

const KINDS = [
  { value: 'weld', label: 'Arc or flame' },
  { value: 'grind', label: 'Grinding' },
] as const
const processes = PROCESSES.filter(
  (process): process is FumeSource['process'] => process !== 'GRIND',
).map((value) => ({ value, label: PROCESS_NAME[value] }))
const metals = BASE_METALS.map((value) => ({ value, label: BASE_METAL_NAME[value] }))
const coatings = COATINGS.map((value) => ({ value, label: COATING_NAME[value] }))
</script>

<template>
  <fieldset :disabled="disabled" class="border-t border-(--rule) pt-4 space-y-4">
    <legend class="sr-only">{{ source.name }}</legend>
    <div class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-4 items-start">
      <UFormField label="Source" :error="error('name')">
        <UInput
          :model-value="source.name"
          class="w-full"
          @update:model-value="set({ name: String($event) })"
        />
      </UFormField>
      <ChoiceRow
        :model-value="source.kind"
        legend="Kind"
        :options="KINDS"
        @update:model-value="$event && set({ kind: $event })"
      />
      <UCheckbox
        :model-value="source.mine"
        label="The person judged stands here"
        class="sm:pt-7"
        @update:model-value="set({ mine: Boolean($event) })"
      />
      <div class="text-right">
        <UButton
          v-if="!only"
          variant="ghost"
          color="neutral"
          icon="i-lucide-trash-2"
          @click="emit('remove')"
        >
          Take it out
        </UButton>
      </div>
      <template v-if="source.kind === 'weld'">
        <UFormField label="Process">
          <USelect
            :model-value="source.process"
            :items="processes"
            class="w-full"
            @update:model-value="set({ process: $event, consumable: null, own: null })"
          />
        </UFormField>
        <QuantityInput
          v-if="isArc(source.process)"
          :model-value="source.amps"
          unit="A"
          label="Current"
          :error="error('amps')"
          @update:model-value="set({ amps: $event })"
        />
        <ConsumableSelect v-model="source" :own="own" :error="error('consumable')" />
        <UFormField label="Base metal">
          <USelect
            :model-value="source.baseMetal"
            :items="metals"
            class="w-full"
            @update:model-value="set({ baseMetal: $event })"
          />
        </UFormField>
        <ConsumedFields
          :model-value="source.consumed"
          :error="error"
          @update:model-value="set({ consumed: $event })"
        />
        <UFormField label="Coating" class="sm:col-span-2">
          <USelect
            :model-value="source.coating"
            :items="coatings"
            class="w-full"
            @update:model-value="set({ coating: $event, zinc: null })"
          />
        </UFormField>
        <ZincFields
          v-if="source.coating === 'zinc'"
          :model-value="source.zinc"
          :error="error"
          @update:model-value="set({ zinc: $event })"
        />
      </template>
      <QuantityInput
        v-else
        :model-value="source.grinding"
        unit="g/h"
        label="Dust in the air"
        help="Blank: nobody knows, so no answer"
        :error="error('grinding')"
        @update:model-value="set({ grinding: $event })"
      />
      <TimingFields v-model="source" :error="error" />
      <CaptureFields
        :model-value="source.capture"
        :error="error"
        @update:model-value="set({ capture: $event })"
      />
    </div>
  </fieldset>
</template>
