<script setup lang="ts">
import { SYMPTOM_NAME } from '#core/monitor/symptoms'
import { airRoutes } from '#shared/api/air'
import { clearBody, type AirAlarm } from '#shared/air/schema'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useSession } from '~/stores/session'
import { useShift } from '~/stores/shift'

/** Alarms, open ones first; a lead or instructor clears one by saying what was found. */
defineProps<{ alarms: AirAlarm[] }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const shift = useShift()
const { when } = useSiteTime()
const { busy, errors, message, submit, check } = useSubmit()
const clearing = ref<string | null>(null)
const note = ref('')
const WHAT = {
  ill: 'Someone felt ill',
  bad_air: 'Bad air',
  monitor: 'Monitor over a limit',
} as const
async function clear(id: string): Promise<void> {
  const body = check(clearBody, { note: note.value })
  if (!body || !(await submit(() => call(airRoutes.clearAlarm, { params: { id }, body })))) return
  clearing.value = null
  note.value = ''
  emit('changed')
  await shift.load()
}
</script>

<template>
  <ul class="space-y-2">
    <li
      v-for="alarm in alarms"
      :key="alarm.id"
      class="panel edge p-4"
      :class="alarm.clearedAt ? 'edge-clear' : 'edge-stop'"
      data-testid="alarm"
    >
      <div class="flex flex-wrap gap-x-4 gap-y-1 items-start">
        <FindingMark :level="alarm.clearedAt ? 'clear' : 'stop'" :size="26" />
        <div class="grow min-w-0">
          <p class="font-semibold">
            {{ WHAT[alarm.kind] }}
            <template v-if="alarm.where">, {{ alarm.where }}</template>
          </p>
          <p class="muted">
            {{ when(alarm.at) }}, {{ alarm.by }}
            <template v-if="alarm.note">: {{ alarm.note }}</template>
          </p>
          <p v-if="alarm.symptoms.length">
            {{ alarm.symptoms.map((symptom) => SYMPTOM_NAME[symptom]).join(', ') }}
          </p>
          <p v-if="alarm.clearedAt">
            Cleared {{ when(alarm.clearedAt) }} by {{ alarm.clearedBy }}: {{ alarm.clearedNote }}
          </p>
        </div>
        <div class="flex gap-2">
          <UButton v-if="alarm.jobId" variant="outline" :to="`/jobs/${alarm.jobId}/air`">
            Air check
          </UButton>
          <UButton
            v-if="!alarm.clearedAt && session.may('lead', 'instructor') && clearing !== alarm.id"
            variant="outline"
            color="neutral"
            @click="clearing = alarm.id"
          >
            Clear it
          </UButton>
        </div>
      </div>
      <form
        v-if="clearing === alarm.id"
        class="flex flex-wrap gap-3 items-end mt-3"
        novalidate
        @submit.prevent="clear(alarm.id)"
      >
        <UFormField label="What was found and done" class="grow" :error="errors.note">
          <UInput v-model="note" class="w-full" />
        </UFormField>
        <UButton type="submit" :loading="busy">Clear the alarm</UButton>
        <UButton variant="ghost" color="neutral" @click="clearing = null">Leave it</UButton>
        <p v-if="message && !errors.note" role="alert" class="text-stop font-semibold basis-full">
          {{ message }}
        </p>
      </form>
    </li>
  </ul>
</template>
