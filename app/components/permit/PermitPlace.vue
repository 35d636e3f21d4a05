<script setup lang="ts">
import { FOUND_RULES } from '#core/firewatch/found'
import type { WorkPoint } from '#core/firewatch/reach-map'
import { PLAN_KINDS } from '#core/plan/kinds.table'
import { middleOf } from '#core/plan/shape'
import type { Plan, Point, Thing } from '#core/plan/plan'
import type { FoundBody } from '#shared/permit/found'
import type { Permit } from '#shared/permit/schema'
import { quantityText } from '#shared/units/units'
import { byName } from '~/composables/by-name'
import { useUnits } from '~/composables/units'

/** Where the work is: pointed at on the plan, or by what is drawn there. */
const work = defineModel<WorkPoint | null>({ required: true })
/** Of the arc above its floor, m. */
const height = defineModel<number | null>('height', { required: true })
/** What is being pointed at in place of the work. */
const pointing = defineModel<string | null>('pointing', { default: null })
const emit = defineEmits<{ pointed: [at: Point] }>()
const props = defineProps<{
  plan: Plan
  permit: Permit
  found: readonly FoundBody[]
  errors: Record<string, string | undefined>
  disabled?: boolean
}>()
const units = useUnits()

const NOWHERE = 'nowhere'
const POINTED = 'pointed'
/** What work is said to be at. */
const PLACES: readonly Thing['kind'][] = ['station', 'room', 'combustible', 'gasStore', 'desk']
const places = computed(() =>
  props.plan.things
    .filter(({ kind, name }) => PLACES.includes(kind) && name !== '')
    .map((thing) => ({ thing, at: { floor: thing.floor, ...middleOf(thing.shape) } }))
    .toSorted((a, b) => byName(a.thing.name, b.thing.name)),
)
/** Of several of one name, what each is. */
const nameOf = ({ name, kind }: Thing): string =>
  places.value.filter(({ thing }) => thing.name === name).length > 1
    ? `${name}: ${PLAN_KINDS[kind].name.toLowerCase()}`
    : name
const isAt = (at: WorkPoint): boolean =>
  at.floor === work.value?.floor && at.x === work.value.x && at.y === work.value.y
const pointedAt = computed(() => {
  if (!work.value) return 'A point on the plan'
  const { x, y } = work.value
  const text = (amount: number): string => quantityText({ amount, unit: 'm' }, units.value)
  return `A point, ${text(x)} east, ${text(y)} north`
})
const choices = computed(() => [
  { value: NOWHERE, label: 'Not on the plan' },
  ...(work.value ? [{ value: POINTED, label: pointedAt.value }] : []),
  ...places.value.map(({ thing }) => ({ value: thing.id, label: nameOf(thing) })),
])
const chosen = computed({
  get: () => {
    if (!work.value) return NOWHERE
    return places.value.find(({ at }) => isAt(at))?.thing.id ?? POINTED
  },
  set: (id: string) => {
    if (id === POINTED) return
    work.value = places.value.find(({ thing }) => thing.id === id)?.at ?? null
  },
})
const floorId = ref(work.value?.floor ?? props.plan.floors[0]!.id)
watch(work, (now) => {
  if (now) floorId.value = now.floor
})
const floors = computed(() => props.plan.floors.map(({ id, name }) => ({ value: id, label: name })))

/** Typed, for whoever points at nothing. */
const typed = (axis: 'x' | 'y') =>
  computed({
    get: () => work.value?.[axis] ?? null,
    set: (metres: number | null) => {
      if (work.value && metres !== null && Number.isFinite(metres))
        work.value = { ...work.value, [axis]: metres }
    },
  })
const east = typed('x')
const north = typed('y')

const pointedName = computed(() => {
  const one = props.found.find(({ id }) => id === pointing.value)
  return one ? one.name || FOUND_RULES[one.kind].name : null
})
const pointLine = useTemplateRef<HTMLElement>('pointLine')
watch(pointedName, async (name) => {
  await nextTick()
  if (name) pointLine.value?.scrollIntoView({ block: 'start' })
})

/** To a tenth of a metre: nobody points nearer than that. */
const rounded = (metres: number): number => Math.round(metres * 10) / 10
function point({ x, y }: Point): void {
  if (props.disabled) return
  const at = { x: rounded(x), y: rounded(y) }
  if (pointing.value === null) work.value = { floor: floorId.value, ...at }
  else emit('pointed', at)
}
</script>

<template>
  <div class="space-y-2">
    <div class="grid grid-cols-1 sm:grid-cols-2 gap-3">
      <UFormField label="The work is at" help="Choose it, or point at it on the plan">
        <USelect v-model="chosen" :items="choices" class="w-full" :disabled="disabled" />
      </UFormField>
      <UFormField v-if="plan.floors.length > 1" label="Floor">
        <USelect v-model="floorId" :items="floors" class="w-full" />
      </UFormField>
      <QuantityInput
        v-model="height"
        unit="m"
        label="Height of the work above the floor"
        :error="errors.height"
        :disabled="disabled"
      />
      <div v-if="work" class="grid grid-cols-2 gap-3">
        <QuantityInput v-model="east" unit="m" label="East" :disabled="disabled" />
        <QuantityInput v-model="north" unit="m" label="North" :disabled="disabled" />
      </div>
    </div>
    <p v-if="errors.work" class="text-stop">{{ errors.work }}</p>
    <p
      v-if="pointedName"
      ref="pointLine"
      class="edge edge-caution px-3 py-2 flex items-center gap-3"
    >
      <span class="grow font-semibold">Press where it stands: {{ pointedName }}</span>
      <UButton variant="ghost" color="neutral" @click="pointing = null">Leave it</UButton>
    </p>
    <ReachMap
      :plan="plan"
      :floor="floorId"
      :work="work"
      :height="height"
      :permit="permit"
      :found="found"
      @press="point"
    />
  </div>
</template>
