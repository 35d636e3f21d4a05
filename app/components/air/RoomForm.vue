<script setup lang="ts">
import type { AirCase, Spread } from '#core/air/case'
import { PARTICULATES, SUBSTANCE_NAME, type Particulate } from '#core/exposure/terms'
import { parseNumber } from '~/components/frame/number-text'

/** The room of the case: volume, flow and its changes, near field, background, and how wide each guess is. */
const air = defineModel<AirCase>({ required: true })
defineProps<{ errors: Record<string, string>; disabled?: boolean }>()
const set = (change: Partial<AirCase>): void => {
  air.value = { ...air.value, ...change }
}
const model = computed({
  get: () => (air.value.near ? ('two' as const) : ('one' as const)),
  set: (value) => set({ near: value === 'two' ? { radius: 0.6, airSpeed: 0.15 } : null }),
})
const volume = computed({
  get: () => air.value.volume || null,
  set: (value) => set({ volume: value ?? 0 }),
})
const flow = computed({
  get: () => air.value.flow || null,
  set: (value) => set({ flow: value ?? 0 }),
})
const changeAt = (i: number, change: Partial<AirCase['changes'][number]>): void =>
  set({ changes: air.value.changes.map((entry, j) => (j === i ? { ...entry, ...change } : entry)) })
const addChange = (): void =>
  set({
    changes: [
      ...air.value.changes,
      { at: Math.round(air.value.shiftMinutes / 2), flow: air.value.flow || 1 },
    ],
  })
const dropChange = (i: number): void =>
  set({ changes: air.value.changes.filter((_, j) => j !== i) })
const MODELS = [
  { value: 'two', label: 'Near and far field' },
  { value: 'one', label: 'Well mixed' },
] as const
const substances = PARTICULATES.map((value) => ({ value, label: SUBSTANCE_NAME[value] }))
const entered = computed(() => {
  const entries = Object.entries(air.value.background) as [Particulate, number][]
  const words = entries.map(([name, value]) => `${SUBSTANCE_NAME[name]} ${value}`)
  return words.join(', ') || 'Nothing entered.'
})
const background = ref<Particulate>('fume')
const setBackground = (substance: Particulate, typed: string | number): void => {
  const value = parseNumber(String(typed))
  const rest = Object.fromEntries(
    Object.entries(air.value.background).filter(([name]) => name !== substance),
  )
  set({ background: value === null ? rest : { ...rest, [substance]: value } })
}
const RANGES: { key: Exclude<keyof Spread, 'emission' | 'content'>; label: string }[] = [
  { key: 'arcShare', label: 'Arc share' },
  { key: 'flow', label: 'Air flow' },
  { key: 'mixing', label: 'Mixing factor' },
  { key: 'airSpeed', label: 'Air speed at the arc' },
]
const setRange = (
  key: (typeof RANGES)[number]['key'],
  end: 'low' | 'high',
  value: string | number,
): void =>
  set({
    spread: { ...air.value.spread, [key]: { ...air.value.spread[key], [end]: Number(value) } },
  })
</script>

<template>
  <fieldset :disabled="disabled" class="space-y-4">
    <legend class="sr-only">Room</legend>
    <div class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-4 items-start">
      <QuantityInput
        v-model="volume"
        unit="m3"
        label="Room volume"
        :error="errors['air.volume']"
        required
      />
      <QuantityInput
        v-model="flow"
        unit="m3/s"
        label="Air flow through it"
        help="Fans and what leaks; never none"
        :error="errors['air.flow']"
        required
      />
      <UFormField label="Mixing factor" help="1 perfect, 10 poor" :error="errors['air.mixing']">
        <UInput
          :model-value="air.mixing"
          type="number"
          min="1"
          max="10"
          step="0.5"
          class="w-full"
          @update:model-value="set({ mixing: Number($event) })"
        />
      </UFormField>
      <UFormField
        label="Shift, minutes"
        help="The average is over 8 h"
        :error="errors['air.shiftMinutes']"
      >
        <UInput
          :model-value="air.shiftMinutes"
          type="number"
          min="1"
          max="1440"
          class="w-full"
          @update:model-value="set({ shiftMinutes: Number($event) })"
        />
      </UFormField>
      <ChoiceRow v-model="model" legend="Model" class="sm:col-span-2" :options="MODELS" />
      <template v-if="air.near">
        <QuantityInput
          :model-value="air.near.radius"
          unit="m"
          label="Head from the arc"
          help="Near field, 0.3 to 1 m"
          :error="errors['air.near.radius']"
          @update:model-value="$event !== null && set({ near: { ...air.near!, radius: $event } })"
        />
        <QuantityInput
          :model-value="air.near.airSpeed"
          unit="m/s"
          label="Air speed there"
          help="Indoors 0.05 to 0.3 m/s"
          :error="errors['air.near.airSpeed']"
          @update:model-value="$event !== null && set({ near: { ...air.near!, airSpeed: $event } })"
        />
      </template>
    </div>
    <div class="space-y-2">
      <div class="flex flex-wrap items-center gap-3">
        <h3>Flow changes in the shift</h3>
        <UButton variant="soft" color="neutral" icon="i-lucide-plus" @click="addChange">
          Add a change
        </UButton>
      </div>
      <div v-for="(change, i) in air.changes" :key="i" class="flex flex-wrap gap-3 items-end">
        <UFormField label="From minute" :error="errors[`air.changes.${i}.at`]">
          <UInput
            :model-value="change.at"
            type="number"
            min="1"
            class="w-28"
            @update:model-value="changeAt(i, { at: Number($event) })"
          />
        </UFormField>
        <QuantityInput
          :model-value="change.flow"
          unit="m3/s"
          label="Air flow"
          :error="errors[`air.changes.${i}.flow`]"
          @update:model-value="$event !== null && changeAt(i, { flow: $event })"
        />
        <UButton
          variant="ghost"
          color="neutral"
          icon="i-lucide-trash-2"
          :aria-label="`Take out change ${i + 1}`"
          @click="dropChange(i)"
        />
      </div>
    </div>
    <details>
      <summary class="cursor-pointer muted underline underline-offset-2 py-1">
        Background and how wide the guesses are
      </summary>
      <div class="space-y-4 pt-2">
        <div class="flex flex-wrap gap-3 items-end">
          <UFormField label="Already in the air">
            <USelect v-model="background" :items="substances" class="w-56" />
          </UFormField>
          <UFormField
            :label="`${SUBSTANCE_NAME[background]}, mg/m³`"
            :error="errors[`air.background.${background}`]"
          >
            <UInput
              :model-value="String(air.background[background] ?? '')"
              inputmode="decimal"
              class="w-32"
              @update:model-value="setBackground(background, $event)"
            />
          </UFormField>
          <p class="muted">{{ entered }}</p>
        </div>
        <div class="grid grid-cols-2 sm:grid-cols-4 gap-4">
          <UFormField
            label="Fume given off, GSD"
            help="Lognormal"
            :error="errors['air.spread.emission']"
          >
            <UInput
              :model-value="air.spread.emission"
              type="number"
              min="1"
              max="10"
              step="0.1"
              class="w-full"
              @update:model-value="set({ spread: { ...air.spread, emission: Number($event) } })"
            />
          </UFormField>
          <UFormField
            label="Metal in the fume, GSD"
            help="Lognormal"
            :error="errors['air.spread.content']"
          >
            <UInput
              :model-value="air.spread.content"
              type="number"
              min="1"
              max="10"
              step="0.1"
              class="w-full"
              @update:model-value="set({ spread: { ...air.spread, content: Number($event) } })"
            />
          </UFormField>
          <div v-for="range in RANGES" :key="range.key" class="flex gap-2">
            <UFormField
              :label="`${range.label}, x at least`"
              :error="errors[`air.spread.${range.key}.low`]"
            >
              <UInput
                :model-value="air.spread[range.key].low"
                type="number"
                min="0"
                max="1"
                step="0.05"
                class="w-full"
                @update:model-value="setRange(range.key, 'low', $event)"
              />
            </UFormField>
            <UFormField label="at most" :error="errors[`air.spread.${range.key}.high`]">
              <UInput
                :model-value="air.spread[range.key].high"
                type="number"
                min="1"
                step="0.05"
                class="w-full"
                @update:model-value="setRange(range.key, 'high', $event)"
              />
            </UFormField>
          </div>
        </div>
        <p class="muted text-sm">
          Factors are triangular round the value entered; hoods uniform over their range. All drawn
          independently. Defaults of the product, to be edited by the shop.
        </p>
      </div>
    </details>
  </fieldset>
</template>
