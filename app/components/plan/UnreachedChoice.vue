<script setup lang="ts">
import { reachOf } from '#core/plan/judge/reach'
import { FIRE_CLASS_NAME } from '#core/inspection/fire-class'
import { REACHED, type UnreachedGround } from '#shared/plan/ways'
import { planRoutes } from '#shared/plan/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useUnits } from '~/composables/units'
import { quantityText } from '#shared/units/units'

/** Shade what is out of reach of an eyewash or an extinguisher, measured on foot. */
const ground = defineModel<UnreachedGround>({ default: () => [] })
const props = defineProps<{ floor: string }>()
const units = useUnits()
const NOTHING = 'nothing'
const what = ref<(typeof REACHED)[number] | typeof NOTHING>(NOTHING)
const { failure, loading, load, data } = useLoad<UnreachedGround>(async () =>
  what.value === NOTHING ? [] : call(planRoutes.planUnreached, { query: { what: what.value } }),
)
watch(what, () => {
  ground.value = []
  void load()
})
watch(data, (found) => {
  ground.value = found ?? []
})
const CHOICES = [
  { value: NOTHING, label: 'Nothing shaded' },
  ...REACHED.map((value) => ({
    value,
    label:
      value === 'eyewash' ? 'Too far from an eyewash' : `Too far for ${FIRE_CLASS_NAME[value]}`,
  })),
]
const here = computed(() => ground.value.find(({ floor }) => floor === props.floor))
const amount = (value: number, unit: 'm' | 'm2'): string =>
  quantityText({ amount: value, unit }, units.value)
const says = computed(() => {
  if (failure.value) return failure.value.message
  if (what.value === NOTHING || loading.value || !here.value) return ''
  const { area, lookedAt } = here.value
  if (lookedAt === 0) return 'No room is drawn on this floor, so nothing is measured.'
  return area > 0
    ? `${amount(area, 'm2')} in rooms are out of reach.`
    : 'Everything in rooms is within reach.'
})
/** By which rule, one line below the answer. */
const because = computed(() => {
  if (what.value === NOTHING) return ''
  const { longest, source } = reachOf(what.value)
  return `Farther than ${amount(longest, 'm')} on foot around walls to one that is ready. ${source.document}.`
})
</script>

<template>
  <div class="flex flex-wrap items-center gap-3">
    <USelect v-model="what" :items="CHOICES" aria-label="Shade" class="w-72" />
    <p role="status">
      {{ says }}
      <span class="muted block text-sm">{{ because }}</span>
    </p>
  </div>
</template>
