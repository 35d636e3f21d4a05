<script setup lang="ts">
import type { ComponentPublicInstance } from 'vue'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import {
  LAYER_NAME,
  LAYERS,
  PLAN_KINDS,
  THING_KINDS,
  type Layer,
  type ThingKind,
} from '#core/plan/kinds.table'
import { drawn, middleOfAll } from '#core/plan/move'
import type { Shape, Thing } from '#core/plan/plan'
import { toGeoJson } from '#core/plan/geojson'
import type { Draft } from '#shared/plan/schema'
import { usePlanEditor } from '~/composables/plan/editor'
import { useJudged } from '~/composables/plan/judged'
import { useEditorKeys } from '~/composables/plan/keys'
import { useShownFindings } from '~/composables/plan/shown'
import { useUnderlay } from '~/composables/plan/underlay'
import { useUnits } from '~/composables/units'

/** Drawing on the draft by mouse, finger and keyboard; each step is kept as it is done. */
const props = defineProps<{ draft: Draft }>()
const emit = defineEmits<{ floors: [] }>()
const editor = usePlanEditor(props.draft)
const { chosen, open, message } = editor
const units = useUnits()

const floorId = ref(props.draft.floors[0]!.id)
const underlay = useUnderlay(floorId)
const underlayOpen = ref(false)
const floorNames = computed(() =>
  props.draft.floors.map(({ id, name }) => ({ value: id, label: name })),
)
const here = computed(() => editor.things.value.filter(({ floor }) => floor === floorId.value))
const grid = computed(() => (units.value === 'us' ? 0.1524 : 0.25))

const { found, readFurther } = useJudged('draft')
onMounted(found.load)
watch(editor.saved, () => found.load())
const faults = computed(() => found.data.value?.faults ?? [])
/** More than these nobody reads before the first are put right. */
const MOST_FAULTS = 20
const {
  shown,
  levels: judgedLevels,
  lines,
  screens,
} = useShownFindings(found.data, useTemplateRef<ComponentPublicInstance>('canvas'))
const levels = computed(
  () =>
    new Map([
      ...judgedLevels.value,
      ...faults.value.map(
        ({ thing, kind }) => [thing, kind === 'error' ? 'stop' : 'caution'] as const,
      ),
    ]),
)

const tool = ref<ThingKind | null>(null)
/** Layers that are not shown; on this device. */
const hidden = useLocalStorage<Layer[]>('plan-hidden-layers', [])
function toggle(layer: Layer): void {
  hidden.value = hidden.value.includes(layer)
    ? hidden.value.filter((one) => one !== layer)
    : [...hidden.value, layer]
}
const seen = computed(() =>
  here.value.filter(({ kind }) => !hidden.value.includes(PLAN_KINDS[kind].layer)),
)
const TOOLS = LAYERS.map((layer) => ({
  id: layer,
  layer: LAYER_NAME[layer],
  kinds: THING_KINDS.filter((kind) => PLAN_KINDS[kind].layer === layer),
}))
/** A new one has the number after those that are there. */
function nameFor(kind: ThingKind): string {
  const { name } = PLAN_KINDS[kind]
  return `${name} ${editor.things.value.filter((thing) => thing.kind === kind).length + 1}`
}
function addNew(kind: ThingKind, shape: Shape): void {
  editor.add({ kind, floor: floorId.value, name: nameFor(kind), shape, facts: {}, of: null })
  tool.value = null
}
/** In the middle of what is drawn, to be moved from there: for whoever draws by keyboard. */
function addInMiddle(kind: ThingKind): void {
  const middle = middleOfAll(here.value.map(({ shape }) => shape))
  const { size = [4, 4], shape } = PLAN_KINDS[kind]
  const [width, depth] = size
  addNew(
    kind,
    drawn(
      shape,
      { x: middle.x - depth / 2, y: middle.y - width / 2 },
      {
        x: middle.x + depth / 2,
        y: shape === 'line' ? middle.y - width / 2 : middle.y + width / 2,
      },
    ),
  )
}
/** What is chosen once the hand lets go: the form and the table take longer to tell than a frame, and a pull begins at once. */
const pressing = ref(false)
const settled = ref<string[]>([])
watch([chosen, pressing], () => {
  if (!pressing.value) settled.value = chosen.value
})
const inTable = computed({
  get: () => settled.value,
  set: (ids: string[]) => {
    chosen.value = ids
  },
})
watch(floorId, () => {
  chosen.value = []
  pressing.value = false
})
const only = computed({
  get: () =>
    settled.value.length === 1 ? here.value.find(({ id }) => id === settled.value[0]) : undefined,
  set: (thing: Thing | undefined) => {
    if (thing) editor.type(thing)
  },
})

const rowOpen = ref(false)
const fileOpen = ref(false)
const floorIds = computed(() => props.draft.floors.map(({ id }) => id))
/** The draft as it is drawn now, for another program. */
function download(): void {
  const plan = { floors: props.draft.floors, things: editor.things.value }
  const file = new Blob([JSON.stringify(toGeoJson(plan), null, 1)], {
    type: 'application/geo+json',
  })
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = 'plan.geojson'
  link.click()
  URL.revokeObjectURL(link.href)
}
const floorsOpen = ref(false)
const publishing = ref(false)
const nameOf = (id: string): string =>
  editor.things.value.find((thing) => thing.id === id)?.name ?? 'Something'
function show(id: string): void {
  const thing = editor.things.value.find((one) => one.id === id)
  if (!thing) return
  floorId.value = thing.floor
  void nextTick(() => {
    chosen.value = [id]
  })
}

useEditorKeys(editor, {
  grid,
  all: () => here.value.map(({ id }) => id),
  leave: () => {
    tool.value = null
    chosen.value = []
  },
})
// What the server does not have yet is not left behind unseen.
useEventListener(window, 'beforeunload', (event) => {
  if (editor.open.value) event.preventDefault()
})
const howTo = computed(() =>
  tool.value
    ? `Press and pull to draw: ${PLAN_KINDS[tool.value].name}. Escape leaves it.`
    : 'Press to choose, pull to move, arrow keys by the grid, R turns, Ctrl+Z takes back, Ctrl+D copies.',
)
const savedSays = computed(() => {
  if (message.value) return message.value
  return open.value ? 'Saving…' : 'Everything is kept.'
})
</script>

<template>
  <div class="space-y-4">
    <header class="flex flex-wrap items-end gap-3">
      <div class="grow">
        <p class="muted"><NuxtLink to="/plan" class="underline">Plan</NuxtLink></p>
        <h1>Draw the shop</h1>
        <p role="status" :class="message ? 'text-stop font-semibold' : 'muted'" data-testid="kept">
          {{ savedSays }}
          <UButton v-if="message" variant="link" @click="editor.send()">Try again</UButton>
        </p>
      </div>
      <USelect v-model="floorId" :items="floorNames" aria-label="Floor" class="w-44" />
      <UButton variant="outline" color="neutral" @click="floorsOpen = true">Floors</UButton>
      <UButton icon="i-lucide-upload" @click="publishing = true">Publish</UButton>
    </header>

    <div class="flex flex-wrap gap-2" role="toolbar" aria-label="Drawing">
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-undo-2"
        :disabled="!editor.mayUndo.value"
        @click="editor.undo"
        aria-label="Undo"
        title="Undo"
      />
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-redo-2"
        :disabled="!editor.mayRedo.value"
        @click="editor.redo"
        aria-label="Redo"
        title="Redo"
      />
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-copy"
        :disabled="chosen.length === 0"
        @click="editor.copy"
        aria-label="Copy"
        title="Copy"
      />
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-rotate-ccw"
        :disabled="chosen.length === 0"
        @click="editor.turn(15)"
        aria-label="Turn"
        title="Turn"
      />
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-trash-2"
        :disabled="chosen.length === 0"
        @click="editor.remove"
        aria-label="Take away"
        title="Take away"
      />
      <UButton variant="outline" color="neutral" icon="i-lucide-rows-3" @click="rowOpen = true">
        Booths in a row
      </UButton>
      <UButton variant="outline" color="neutral" icon="i-lucide-image" @click="underlayOpen = true">
        Draw over a picture
      </UButton>
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-file-input"
        @click="fileOpen = true"
      >
        From a file
      </UButton>
      <UButton variant="outline" color="neutral" icon="i-lucide-download" @click="download">
        GeoJSON
      </UButton>
    </div>

    <div class="grid grid-cols-1 lg:grid-cols-[11rem_1fr_20rem] gap-4 items-start">
      <nav class="panel p-3 space-y-3 lg:max-h-[66dvh] overflow-y-auto" aria-label="What is drawn">
        <div v-for="group in TOOLS" :key="group.layer">
          <div class="flex items-center mb-1">
            <h2 class="text-sm font-semibold grow">{{ group.layer }}</h2>
            <UButton
              size="sm"
              variant="ghost"
              color="neutral"
              :icon="hidden.includes(group.id) ? 'i-lucide-eye-off' : 'i-lucide-eye'"
              :aria-label="`Show: ${group.layer}`"
              :aria-pressed="!hidden.includes(group.id)"
              @click="toggle(group.id)"
            />
          </div>
          <ul class="flex flex-wrap lg:flex-col gap-1">
            <li v-for="kind in group.kinds" :key="kind" class="flex">
              <UButton
                size="sm"
                class="grow justify-start text-left"
                :variant="tool === kind ? 'solid' : 'ghost'"
                color="neutral"
                :aria-pressed="tool === kind"
                @click="tool = tool === kind ? null : kind"
              >
                {{ PLAN_KINDS[kind].name }}
              </UButton>
              <UButton
                size="sm"
                variant="ghost"
                color="neutral"
                icon="i-lucide-plus"
                :aria-label="`Add: ${PLAN_KINDS[kind].name}`"
                @click="addInMiddle(kind)"
              />
            </li>
          </ul>
        </div>
      </nav>
      <div class="space-y-2 min-w-0 lg:sticky lg:top-2">
        <PlanCanvas
          :key="floorId"
          ref="canvas"
          v-model:chosen="chosen"
          v-model:pressing="pressing"
          class="h-[66dvh] min-h-96"
          editable
          :things="seen"
          :levels="levels"
          :lines="lines"
          :screens="screens"
          :underlay="underlay.shown.value"
          :tool="tool"
          :grid="grid"
          label="The floor as it is drawn; every thing stands in the table below too"
          @draw="tool && addNew(tool, $event)"
          @put="editor.put"
        />
        <PlanLegend :things="here" />
        <p class="muted text-sm">
          {{ howTo }}
        </p>
      </div>
      <div class="space-y-4 min-w-0">
        <section v-if="only" class="panel p-4" aria-label="What is chosen">
          <ThingForm :key="only.id" v-model="only" />
        </section>
        <p v-else-if="settled.length > 1" class="panel p-4">{{ settled.length }} chosen.</p>
        <section v-if="faults.length > 0" class="panel p-4" aria-labelledby="faults">
          <h2 id="faults">Wrong on the plan</h2>
          <ul class="space-y-1">
            <li
              v-for="(fault, i) in faults.slice(0, MOST_FAULTS)"
              :key="i"
              class="flex gap-2 items-baseline"
            >
              <FindingMark :level="fault.kind === 'error' ? 'stop' : 'caution'" :size="16" />
              <span>
                <UButton variant="link" class="px-0" @click="show(fault.thing)">
                  {{ nameOf(fault.thing) }}
                </UButton>
                {{ fault.message }}
              </span>
            </li>
          </ul>
          <p v-if="faults.length > MOST_FAULTS" class="muted">
            And {{ faults.length - MOST_FAULTS }} more.
          </p>
        </section>
        <section aria-labelledby="draft-says">
          <h2 id="draft-says" class="mb-2">What it says</h2>
          <Failure v-if="found.failure.value" :failure="found.failure.value" @retry="found.load" />
          <PlanFindings
            v-else-if="found.data.value"
            v-model="shown"
            :judged="found.data.value"
            :floor="floorId"
            :read-further="readFurther"
          />
          <p v-else class="muted">Measuring…</p>
        </section>
      </div>
    </div>

    <ThingTable v-model:chosen="inTable" :things="here" />
    <BoothRow v-model:open="rowOpen" :floor="floorId" @made="editor.put" />
    <LazyUnderlayForm
      v-model:open="underlayOpen"
      :lies="underlay.kept.value !== null"
      @put="underlay.put"
      @remove="underlay.remove"
    />
    <PlanFile v-model:open="fileOpen" :floors="floorIds" @read="editor.replace" />
    <FloorsForm v-model:open="floorsOpen" :draft="draft" @saved="emit('floors')" />
    <PublishForm v-model:open="publishing" :waits="editor.open.value" :saved="editor.saved.value" />
  </div>
</template>
