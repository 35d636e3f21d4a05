<script setup lang="ts">
import { PLAN_KINDS, type ThingKind } from '#core/plan/kinds.table'
import { drawn } from '#core/plan/move'
import type { Plan, Thing } from '#core/plan/plan'
import { SKETCH_KINDS } from '#shared/permit/sketch'
import { useSketch } from '~/composables/permit/sketch'
import { useUnderlay } from '~/composables/plan/underlay'
import { useUnits } from '~/composables/units'

/** A place that no plan shows, drawn in a minute: a room by its size, walls and what burns by a pull, over a photo where there is one. */
const open = defineModel<boolean>('open', { required: true })
const sketch = defineModel<Plan>({ required: true })
const pen = useSketch(sketch)
const { things, chosen, floor } = pen
const units = useUnits()
const underlay = useUnderlay(computed(() => floor.value.id))
const underlayOpen = ref(false)
const tool = ref<ThingKind | null>(null)
const grid = computed(() => (units.value === 'us' ? 0.1524 : 0.25))

const width = ref<number | null>(6)
const depth = ref<number | null>(4)
const ofSize = (): boolean => (width.value ?? 0) > 0 && (depth.value ?? 0) > 0
/** Beside the rooms that are drawn already. */
function addRoom(): void {
  if (!ofSize()) return
  const east = Math.max(
    0,
    ...things.value.flatMap(({ shape }) =>
      shape.type === 'area' ? shape.points.map(({ x }) => x) : [],
    ),
  )
  pen.add('room', drawn('area', { x: east, y: 0 }, { x: east + width.value!, y: depth.value! }))
}
/** In the middle, for whoever draws by keyboard. */
function addInMiddle(kind: ThingKind): void {
  const { x, y } = pen.middle.value
  const [across = 2, up = 2] = PLAN_KINDS[kind].size ?? []
  const { shape } = PLAN_KINDS[kind]
  const to = { x: x + across / 2, y: shape === 'line' ? y : y + up / 2 }
  pen.add(kind, drawn(shape, { x: x - across / 2, y: shape === 'line' ? y : y - up / 2 }, to))
}
const canvas = useTemplateRef<{ showAll: () => void }>('canvas')
/** The first thing, and each room, comes into view. */
watch(
  () => things.value.filter(({ kind }) => kind === 'room').length || things.value.length > 0,
  () => nextTick(() => canvas.value?.showAll()),
)
const only = computed({
  get: () =>
    chosen.value.length === 1 ? things.value.find(({ id }) => id === chosen.value[0]) : undefined,
  set: (thing: Thing | undefined) => {
    if (thing) pen.put([thing])
  },
})
const howTo = computed(() =>
  tool.value
    ? `Press and pull to draw: ${PLAN_KINDS[tool.value].name}.`
    : 'Press to choose, pull to move. Enter on a kind draws one in the middle.',
)
const outdoors = computed({
  get: () => floor.value.outdoors,
  set: (is: boolean) => pen.setOutdoors(is),
})
</script>

<template>
  <UModal
    v-model:open="open"
    title="Sketch of the place"
    description="What is drawn here is measured."
    :ui="{ content: 'max-w-4xl' }"
  >
    <template #body>
      <div class="space-y-4">
        <fieldset class="flex flex-wrap gap-3 items-end">
          <legend class="font-semibold mb-1">A room by its size</legend>
          <QuantityInput v-model="width" unit="m" label="Wide" class="w-28" />
          <QuantityInput v-model="depth" unit="m" label="Deep" class="w-28" />
          <UButton icon="i-lucide-plus" @click="addRoom">Add the room</UButton>
          <UCheckbox v-model="outdoors" label="Under the sky" class="py-2" />
        </fieldset>
        <div class="flex flex-wrap gap-1" role="toolbar" aria-label="Drawing">
          <UButton
            v-for="kind in SKETCH_KINDS"
            :key="kind"
            size="sm"
            color="neutral"
            :variant="tool === kind ? 'solid' : 'outline'"
            :aria-pressed="tool === kind"
            @click="tool = tool === kind ? null : kind"
            @keydown.enter.prevent="addInMiddle(kind)"
          >
            {{ PLAN_KINDS[kind].name }}
          </UButton>
        </div>
        <div class="flex flex-wrap gap-2">
          <UButton
            variant="outline"
            color="neutral"
            icon="i-lucide-undo-2"
            aria-label="Undo"
            :disabled="!pen.mayUndo.value"
            @click="pen.undo"
          />
          <UButton
            variant="outline"
            color="neutral"
            icon="i-lucide-redo-2"
            aria-label="Redo"
            :disabled="!pen.mayRedo.value"
            @click="pen.redo"
          />
          <UButton
            variant="outline"
            color="neutral"
            icon="i-lucide-trash-2"
            aria-label="Take away"
            :disabled="chosen.length === 0"
            @click="pen.remove"
          />
          <UButton
            variant="outline"
            color="neutral"
            icon="i-lucide-image"
            @click="underlayOpen = true"
          >
            Over a photo
          </UButton>
        </div>
        <PlanCanvas
          ref="canvas"
          v-model:chosen="chosen"
          class="h-80"
          editable
          :things="things"
          :tool="tool"
          :grid="grid"
          :underlay="underlay.shown.value"
          label="The sketch; what is chosen can be typed below"
          @draw="tool && pen.add(tool, $event)"
          @put="pen.put"
        />
        <p class="muted text-sm">
          {{ howTo }}
        </p>
        <ThingForm v-if="only" :key="only.id" v-model="only" />
        <LazyUnderlayForm
          v-model:open="underlayOpen"
          :lies="underlay.kept.value !== null"
          @put="underlay.put"
          @remove="underlay.remove"
        />
      </div>
    </template>
    <template #footer>
      <UButton @click="open = false">Done</UButton>
    </template>
  </UModal>
</template>
