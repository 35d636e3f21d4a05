<script setup lang="ts">
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
watch(what, load)
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
const area = computed(() => ground.value.find(({ floor }) => floor === props.floor)?.area ?? 0)
const says = computed(() => {
  if (what.value === NOTHING || loading.value) return ''
  return area.value > 0
    ? `${quantityText({ amount: area.value, unit: 'm2' }, units.value)} in rooms are out of reach.`
    : 'Everything in rooms is within reach.'
})
</script>

<template>
  <div class="flex flex-wrap items-center gap-3">
    <USelect v-model="what" :items="CHOICES" aria-label="Shade" class="w-72" />
    <p role="status">{{ failure ? failure.message : says }}</p>
  </div>
</template>
