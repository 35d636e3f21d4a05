<script setup lang="ts">
import type { Finding } from '#core/finding/finding'
import type { JobBody } from '#shared/job/schema'
import { usePlanRooms } from '~/composables/plan/rooms'
import { useUnits } from '~/composables/units'
import { airWords } from './job-words'

/** What the air of the job comes to, and what was described of it. */
const draft = defineModel<JobBody>({ required: true })
const open = defineModel<boolean>('open', { required: true })
defineProps<{
  jobId: string | null
  dirty: boolean
  findings: readonly Finding[]
  errors: Record<string, string>
  disabled: boolean
}>()
const units = useUnits()
const { roomOf } = usePlanRooms()
const words = computed(() => airWords(draft.value.spec, units.value))
</script>

<template>
  <div class="flex flex-wrap gap-3 items-center">
    <UButton v-if="jobId" :to="`/jobs/${jobId}/air`" icon="i-lucide-wind">Air check</UButton>
    <UButton
      v-if="jobId && draft.stationId"
      variant="outline"
      color="neutral"
      :to="`/air/stations/${draft.stationId}`"
    >
      Hood and monitor here
    </UButton>
    <p v-if="!jobId" class="muted">Save the job; then the full air check opens.</p>
    <p v-else-if="dirty" class="muted">The check starts from the job as saved.</p>
  </div>
  <FindingList :findings="findings" />
  <FoldedForm v-model:open="open" :words="words" :disabled="disabled">
    <AirFields
      v-model="draft.spec.air"
      :errors="errors"
      prefix="spec.air"
      proof
      :disabled="disabled"
      :room="roomOf(draft.stationId)"
    />
    <AirExtras v-model="draft.spec" :errors="errors" :disabled="disabled" />
  </FoldedForm>
</template>
