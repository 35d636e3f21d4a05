<script setup lang="ts">
import { SYMPTOM_NAME } from '#core/monitor/symptoms'
import { monitorRoutes } from '#shared/monitor/routes'
import { clearBody, type AirAlarm } from '#shared/monitor/schema'
import { call } from '~/composables/api'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'
import { useShift } from '~/stores/shift'
import { joined } from '~/components/frame/joined'

/** Alarms, open ones first; a lead or instructor clears one by saying what was found. */
defineProps<{ alarms: AirAlarm[] }>()
const emit = defineEmits<{ changed: [] }>()
const signIn = useSignIn()
const shift = useShift()
const { when } = useSiteTime()
const clearing = ref<string | null>(null)
const form = ref({ note: '' })
const WHAT = {
  ill: 'Someone felt ill',
  bad_air: 'Bad air',
  monitor: 'Monitor over a limit',
} as const
async function cleared(): Promise<void> {
  clearing.value = null
  form.value.note = ''
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
            {{ joined(WHAT[alarm.kind], alarm.placeName) }}
          </p>
          <p class="muted">
            {{ when(alarm.at) }}, {{ alarm.note ? `${alarm.by}: ${alarm.note}` : alarm.by }}
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
            v-if="!alarm.clearedAt && signIn.may('lead', 'instructor') && clearing !== alarm.id"
            variant="outline"
            color="neutral"
            @click="clearing = alarm.id"
          >
            Clear it
          </UButton>
        </div>
      </div>
      <FormFrame
        v-if="clearing === alarm.id"
        class="flex flex-wrap gap-3 items-end mt-3"
        v-slot="{ busy }"
        :state="form"
        :schema="clearBody"
        :body="() => form"
        :send="(body) => call(monitorRoutes.clearAlarm, { params: { id: alarm.id }, body })"
        @done="cleared"
      >
        <UFormField label="What was found and done" class="grow" name="note">
          <UInput v-model="form.note" class="w-full" />
        </UFormField>
        <UButton type="submit" :loading="busy">Clear the alarm</UButton>
        <UButton variant="ghost" color="neutral" @click="clearing = null">Leave it</UButton>
      </FormFrame>
    </li>
  </ul>
</template>
