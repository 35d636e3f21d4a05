<script setup lang="ts">
import type { Assessment, ShopRules } from '#core/assessment/assess'
import type { Finding } from '#core/finding/finding'
import { isArc } from '#core/job/job'
import type { Gear } from '#shared/inspection/schema'
import type { JobBody } from '#shared/job/schema'
import type { Person } from '#shared/people/schema'

/** The shade, the helmet that gives it, and the way to find what suits one person. */
const draft = defineModel<JobBody>({ required: true })
const props = defineProps<{
  assessment: Assessment
  rules: ShopRules
  helmet: Gear | null
  person: Person | null
  findings: readonly Finding[]
  errors: Record<string, string>
  disabled: boolean
}>()
const emit = defineEmits<{ found: [] }>()
const spec = computed(() => draft.value.spec)
function moveLadder(x: number): void {
  if (isArc(spec.value.process)) spec.value.amps = x
  else spec.value.thickness = x
}
/** Where a search for the own shade starts; null while there is no shade. */
const search = computed(() => {
  const { floor } = props.assessment.shade
  const start = props.assessment.wanted
  return floor === null || start === null ? null : { floor, start }
})
</script>

<template>
  <LensLadder
    :query="spec"
    :rules="rules"
    :wanted="assessment.wanted"
    :ranges="helmet?.ranges"
    :disabled="disabled"
    @move="moveLadder"
  />
  <LaserFields
    v-if="spec.process === 'LBW'"
    v-model="spec.laser"
    :errors="errors"
    prefix="spec.laser"
    :disabled="disabled"
  />
  <FindingList :findings="findings" />
  <ShadeSearch
    v-if="search"
    :key="`${spec.process} ${spec.amps}`"
    v-bind="search"
    :spec="spec"
    :person="person"
    @found="emit('found')"
  />
</template>
