<script setup lang="ts">
import { PLAN_KINDS } from '#core/plan/kinds.table'
import type { Point, Shape, Thing } from '#core/plan/plan'
import { areaOf, lengthOf } from '#core/plan/shape'
import { quantityText } from '#shared/units/units'
import { useStanding } from '~/composables/plan/standing'
import { useUnits } from '~/composables/units'

/** Everything of one thing as typed numbers; each is kept as it is typed. */
const thing = defineModel<Thing>({ required: true })
const units = useUnits()
const kind = computed(() => PLAN_KINDS[thing.value.kind])
// A form is of one thing, and a thing stays of its kind.
const standing = useStanding(kind.value.of)
onMounted(standing.load)

function put(change: Partial<Thing>): void {
  thing.value = { ...thing.value, ...change }
}
const isFigure = (value: number | null): value is number => value !== null && Number.isFinite(value)
function size(change: Record<string, number | null>): void {
  if (Object.values(change).every(isFigure))
    put({ shape: { ...thing.value.shape, ...change } as Shape })
}
function at(axis: 'x' | 'y', value: number | null): void {
  const { shape } = thing.value
  if (shape.type === 'box' && isFigure(value))
    put({ shape: { ...shape, at: { ...shape.at, [axis]: value } } })
}
function pointAt(index: number, axis: 'x' | 'y', value: number | null): void {
  const { shape } = thing.value
  if (shape.type === 'box' || !isFigure(value)) return
  const points = shape.points.map((p, i) => (i === index ? { ...p, [axis]: value } : p))
  put({ shape: { ...shape, points } })
}
function points(change: (all: Point[]) => Point[]): void {
  const { shape } = thing.value
  if (shape.type !== 'box') put({ shape: { ...shape, points: change([...shape.points]) } })
}
/** A new point half way to the next one. */
const addPoint = (i: number): void =>
  points((all) => {
    const [a, b] = [all[i]!, all[(i + 1) % all.length]!]
    return all.toSpliced(i + 1, 0, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
  })
const fewest = computed(() => (thing.value.shape.type === 'line' ? 2 : 3))

const NOTHING = 'nothing'
const choices = computed(() => [
  { value: NOTHING, label: 'Not on record' },
  ...standing.choices.value,
])
const of = computed({
  get: () => thing.value.of ?? NOTHING,
  set: (value: string) => {
    const label = choices.value.find((one) => one.value === value)?.label
    put(value === NOTHING ? { of: null } : { of: value, name: label ?? thing.value.name })
  },
})
const measured = computed(() => {
  const { shape } = thing.value
  const text = (amount: number, unit: 'm' | 'm2'): string =>
    quantityText({ amount, unit }, units.value)
  return shape.type === 'line' ? text(lengthOf(shape), 'm') : text(areaOf(shape), 'm2')
})
</script>

<template>
  <div class="space-y-4">
    <p class="muted">{{ kind.name }}, {{ measured }}</p>
    <UFormField label="Name">
      <UInput
        :model-value="thing.name"
        class="w-full"
        maxlength="100"
        @update:model-value="put({ name: String($event) })"
      />
    </UFormField>
    <UFormField v-if="kind.of" label="Stands for">
      <USelectMenu
        v-model="of"
        :items="choices"
        value-key="value"
        class="w-full"
        aria-label="Stands for"
      />
    </UFormField>
    <KindFields
      v-if="kind.fields.length > 0"
      :model-value="thing.facts"
      :fields="kind.fields"
      @update:model-value="put({ facts: $event })"
    />
    <div v-if="thing.shape.type === 'box'" class="grid grid-cols-2 gap-3">
      <QuantityInput
        :model-value="thing.shape.at.x"
        unit="m"
        :digits="6"
        label="East"
        @update:model-value="at('x', $event)"
      />
      <QuantityInput
        :model-value="thing.shape.at.y"
        unit="m"
        :digits="6"
        label="North"
        @update:model-value="at('y', $event)"
      />
      <QuantityInput
        :model-value="thing.shape.width"
        unit="m"
        :digits="6"
        label="Width"
        @update:model-value="size({ width: $event })"
      />
      <QuantityInput
        :model-value="thing.shape.depth"
        unit="m"
        :digits="6"
        label="Depth"
        @update:model-value="size({ depth: $event })"
      />
      <UFormField label="Front looks, degrees from east">
        <UInput
          :model-value="thing.shape.angle"
          type="number"
          class="w-full"
          @update:model-value="size({ angle: Number($event) })"
        />
      </UFormField>
    </div>
    <fieldset v-else class="space-y-2">
      <legend class="font-semibold">Points</legend>
      <div
        v-for="(point, i) in thing.shape.points"
        :key="i"
        class="grid grid-cols-[1fr_1fr_auto_auto] gap-2 items-end"
      >
        <QuantityInput
          :model-value="point.x"
          unit="m"
          :digits="6"
          :label="`East ${i + 1}`"
          @update:model-value="pointAt(i, 'x', $event)"
        />
        <QuantityInput
          :model-value="point.y"
          unit="m"
          :digits="6"
          :label="`North ${i + 1}`"
          @update:model-value="pointAt(i, 'y', $event)"
        />
        <UButton
          variant="ghost"
          color="neutral"
          icon="i-lucide-plus"
          :aria-label="`Add a point after ${i + 1}`"
          @click="addPoint(i)"
        />
        <UButton
          variant="ghost"
          color="neutral"
          icon="i-lucide-trash-2"
          :disabled="thing.shape.points.length <= fewest"
          :aria-label="`Take point ${i + 1} away`"
          @click="points((all) => all.toSpliced(i, 1))"
        />
      </div>
    </fieldset>
  </div>
</template>
