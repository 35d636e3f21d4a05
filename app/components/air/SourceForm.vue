<script setup lang="ts">
import type { FumeSource } from '#core/air/case'
import type { Composition } from '#core/fume/composition'
import { CONSUMED_SOURCE, consumedPerHour, WIRE_METALS, type Consumed } from '#core/fume/consumed'
import { EMISSION_FACTORS } from '#core/fume/emission.table'
import { grindBack, ZINC_COATINGS } from '#core/fume/zinc'
import {
  BASE_METALS,
  BASE_METAL_NAME,
  COATINGS,
  COATING_NAME,
  PROCESSES,
  PROCESS_NAME,
  isArc,
} from '#core/job/job'
import { quantityText } from '#shared/units/units'
import { useUnits } from '~/composables/units'

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
const units = useUnits()
const set = (change: Partial<FumeSource>): void => {
  source.value = { ...source.value, ...change }
}
const error = (field: string): string | undefined => props.errors[`${props.prefix}.${field}`]
const NONE = 'none'
const consumables = computed(() => [
  { value: NONE, label: 'None, or not listed' },
  ...props.own
    .filter((row) => row.process === source.value.process)
    .map((row) => ({ value: `own ${row.name}`, label: `${row.name} (own)` })),
  ...EMISSION_FACTORS.filter((row) => row.process === source.value.process).map((row) => ({
    value: row.name,
    label: row.name,
  })),
])
const consumable = computed({
  get: () =>
    source.value.own ? `own ${source.value.own.name}` : (source.value.consumable ?? NONE),
  set: (value) => {
    const own = props.own.find((row) => `own ${row.name}` === value) ?? null
    set({
      own: own && (JSON.parse(JSON.stringify(own)) as Composition),
      consumable: own ? null : value === NONE ? null : value,
    })
  },
})
const processes = PROCESSES.filter(
  (process): process is FumeSource['process'] => process !== 'GRIND',
).map((value) => ({ value, label: PROCESS_NAME[value] }))
const metals = BASE_METALS.map((value) => ({ value, label: BASE_METAL_NAME[value] }))
const coatings = COATINGS.map((value) => ({ value, label: COATING_NAME[value] }))
const WAYS = [
  { value: 'default', label: 'By current' },
  { value: 'rate', label: 'Known' },
  { value: 'wire', label: 'Wire feed' },
  { value: 'rods', label: 'Rods' },
] as const
const BLANK: Record<Consumed['by'], Consumed> = {
  default: { by: 'default' },
  rate: { by: 'rate', rate: 1.5 },
  wire: { by: 'wire', diameter: 0.001, speed: 0.12, metal: 'steel', tubular: false },
  rods: { by: 'rods', perHour: 12, mass: 0.036, stub: 0.005 },
}
const way = computed({
  get: () => source.value.consumed.by,
  set: (by) => set({ consumed: { ...BLANK[by] } }),
})
const consumed = computed(() => source.value.consumed)
const change = (part: Record<string, number | string | boolean | null>): void => {
  if (!Object.values(part).includes(null))
    set({ consumed: { ...source.value.consumed, ...part } as Consumed })
}
const melted = computed(() => {
  try {
    const rate = consumedPerHour(consumed.value)
    return rate === null
      ? 'by the amperage default, an estimate'
      : quantityText({ amount: rate, unit: 'kg/h' }, units.value)
  } catch {
    return '–'
  }
})
const ZINC = {
  coating: ZINC_COATINGS[0].coating,
  sides: 1 as const,
  width: 0.02,
  travel: 0.004,
  vaporised: 0.5,
}
const zincOn = computed({
  get: () => source.value.zinc !== null,
  set: (on) => set({ zinc: on ? { ...ZINC } : null }),
})
const bare = computed(() =>
  source.value.zinc && source.value.zinc.width > 0
    ? quantityText({ amount: grindBack(source.value.zinc.width) * 1000, unit: 'mm' }, units.value)
    : '–',
)
const percent = (value: number): number => Math.round(value * 1000) / 10
const HOODS = [
  { label: 'none', low: 0, high: 0 },
  { label: 'arm, in place', low: 0.75, high: 0.95 },
  { label: 'out of place', low: 0.2, high: 0.6 },
] as const
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
        :options="[
          { value: 'weld', label: 'Arc or flame' },
          { value: 'grind', label: 'Grinding' },
        ]"
        @update:model-value="set({ kind: $event })"
      />
      <div class="space-y-2 sm:pt-7">
        <UCheckbox
          :model-value="source.mine"
          label="The person judged stands here"
          @update:model-value="set({ mine: Boolean($event) })"
        />
      </div>
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
        <UFormField label="Consumable" :error="error('consumable')">
          <USelect v-model="consumable" :items="consumables" class="w-full" />
        </UFormField>
        <UFormField label="Base metal">
          <USelect
            :model-value="source.baseMetal"
            :items="metals"
            class="w-full"
            @update:model-value="set({ baseMetal: $event })"
          />
        </UFormField>
        <ChoiceRow v-model="way" legend="Filler melted" class="sm:col-span-2" :options="WAYS" />
        <p class="sm:pt-8 lg:col-span-2">
          <span class="muted">Per arc hour:</span>
          <span class="font-semibold">{{ melted }}</span>
          <span v-if="consumed.by === 'wire' || consumed.by === 'rods'" class="muted block text-sm">
            {{ CONSUMED_SOURCE.document }}
          </span>
        </p>
        <QuantityInput
          v-if="consumed.by === 'rate'"
          :model-value="consumed.rate"
          unit="kg/h"
          label="Filler per arc hour"
          :error="error('consumed.rate')"
          @update:model-value="change({ rate: $event })"
        />
        <template v-if="consumed.by === 'wire'">
          <QuantityInput
            :model-value="consumed.diameter * 1000"
            unit="mm"
            label="Wire size"
            :error="error('consumed.diameter')"
            @update:model-value="change({ diameter: $event === null ? null : $event / 1000 })"
          />
          <QuantityInput
            :model-value="consumed.speed"
            unit="m/s"
            label="Wire feed"
            :error="error('consumed.speed')"
            @update:model-value="change({ speed: $event })"
          />
          <UFormField label="Wire of">
            <USelect
              :model-value="consumed.metal"
              :items="[...WIRE_METALS]"
              class="w-full"
              @update:model-value="change({ metal: $event })"
            />
          </UFormField>
          <UCheckbox
            :model-value="consumed.tubular"
            label="Tubular (cored)"
            class="sm:pt-8"
            @update:model-value="change({ tubular: Boolean($event) })"
          />
        </template>
        <template v-if="consumed.by === 'rods'">
          <UFormField label="Rods per arc hour" :error="error('consumed.perHour')">
            <UInput
              :model-value="consumed.perHour"
              type="number"
              min="1"
              class="w-full"
              @update:model-value="change({ perHour: Number($event) })"
            />
          </UFormField>
          <UFormField label="Rod, g" :error="error('consumed.mass')">
            <UInput
              :model-value="consumed.mass * 1000"
              type="number"
              min="1"
              class="w-full"
              @update:model-value="change({ mass: Number($event) / 1000 })"
            />
          </UFormField>
          <UFormField label="Stub, g" :error="error('consumed.stub')">
            <UInput
              :model-value="consumed.stub * 1000"
              type="number"
              min="0"
              class="w-full"
              @update:model-value="change({ stub: Number($event) / 1000 })"
            />
          </UFormField>
        </template>
        <UFormField label="Coating" class="sm:col-span-2">
          <USelect
            :model-value="source.coating"
            :items="coatings"
            class="w-full"
            @update:model-value="set({ coating: $event, zinc: null })"
          />
        </UFormField>
        <UCheckbox
          v-if="source.coating === 'zinc'"
          v-model="zincOn"
          label="Work out the zinc that burns off"
          class="sm:pt-8 lg:col-span-2"
        />
        <template v-if="source.coating === 'zinc' && source.zinc">
          <UFormField
            label="Zinc a side, g/m²"
            :help="ZINC_COATINGS.map((row) => `${row.name} ${row.coating}`).join(' · ')"
            :error="error('zinc.coating')"
            class="sm:col-span-2"
          >
            <UInput
              :model-value="source.zinc.coating"
              type="number"
              min="1"
              class="w-full"
              @update:model-value="set({ zinc: { ...source.zinc!, coating: Number($event) } })"
            />
          </UFormField>
          <QuantityInput
            :model-value="source.zinc.width * 1000"
            unit="mm"
            label="Burnt width"
            :error="error('zinc.width')"
            @update:model-value="
              $event !== null && set({ zinc: { ...source.zinc!, width: $event / 1000 } })
            "
          />
          <QuantityInput
            :model-value="source.zinc.travel"
            unit="m/s"
            label="Travel"
            :error="error('zinc.travel')"
            @update:model-value="
              $event !== null && set({ zinc: { ...source.zinc!, travel: $event } })
            "
          />
          <ChoiceRow
            :model-value="String(source.zinc.sides)"
            legend="Sides that burn"
            :options="[
              { value: '1', label: 'One' },
              { value: '2', label: 'Both' },
            ]"
            @update:model-value="set({ zinc: { ...source.zinc!, sides: $event === '2' ? 2 : 1 } })"
          />
          <p class="sm:col-span-2 sm:pt-7">
            <span class="font-semibold">Grind back {{ bare }}</span>
            each side of the seam and no zinc burns; then the dust is the hazard and the bare zone
            must be protected again.
          </p>
        </template>
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
      <UFormField label="People at it" :error="error('welders')">
        <UInput
          :model-value="source.welders"
          type="number"
          min="1"
          max="100"
          class="w-full"
          @update:model-value="set({ welders: Number($event) })"
        />
      </UFormField>
      <UFormField
        label="Arc share, %"
        help="Usual: stick 20 to 30, wire 30 to 50, TIG 20"
        :error="error('arcShare')"
      >
        <UInput
          :model-value="percent(source.arcShare)"
          type="number"
          min="1"
          max="100"
          class="w-full"
          @update:model-value="set({ arcShare: Number($event) / 100 })"
        />
      </UFormField>
      <UFormField label="From minute" :error="error('from')">
        <UInput
          :model-value="source.from"
          type="number"
          min="0"
          class="w-full"
          @update:model-value="set({ from: Number($event) })"
        />
      </UFormField>
      <UFormField label="To minute" :error="error('to')">
        <UInput
          :model-value="source.to"
          type="number"
          min="1"
          class="w-full"
          @update:model-value="set({ to: Number($event) })"
        />
      </UFormField>
      <UFormField label="Hood takes at least, %" :error="error('capture.low') ?? error('capture')">
        <UInput
          :model-value="percent(source.capture.low)"
          type="number"
          min="0"
          max="100"
          class="w-full"
          @update:model-value="set({ capture: { ...source.capture, low: Number($event) / 100 } })"
        />
      </UFormField>
      <UFormField label="At most, %" :error="error('capture.high')">
        <UInput
          :model-value="percent(source.capture.high)"
          type="number"
          min="0"
          max="100"
          class="w-full"
          @update:model-value="set({ capture: { ...source.capture, high: Number($event) / 100 } })"
        />
      </UFormField>
      <div class="flex flex-wrap gap-1 sm:pt-7 lg:col-span-2">
        <UButton
          v-for="hood in HOODS"
          :key="hood.label"
          variant="soft"
          color="neutral"
          @click="set({ capture: { low: hood.low, high: hood.high } })"
        >
          {{ hood.label }}
        </UButton>
      </div>
    </div>
  </fieldset>
</template>
