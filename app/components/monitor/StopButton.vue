<script setup lang="ts">
import { MAY_BE, SYMPTOMS, SYMPTOM_NAME, URGENT, type Symptom } from '#core/monitor/symptoms'
import { monitorRoutes } from '#shared/monitor/routes'
import type { AirAlarm } from '#shared/monitor/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { useSubmit } from '~/composables/submit'
import { useShift } from '~/stores/shift'
import { useSignIn } from '~/stores/sign-in'

/** One tap stops the work; symptoms are asked for afterwards. On a job's page it is that job, elsewhere a place is named. */
const open = defineModel<boolean>('open', { required: true })
const route = useRoute()
const shift = useShift()
const signIn = useSignIn()
const { busy, message, submit } = useSubmit()
const { once } = useEventIds()
const alarm = shallowRef<AirAlarm | null>(null)
const symptoms = ref<Symptom[]>([])
const note = ref('')
const told = ref(false)
const here = computed(() => {
  const id = /^\/(?:jobs)\/([0-9a-f-]{36})/.exec(route.path)?.[1]
  const station = /^\/air\/stations\/([0-9a-f-]{36})/.exec(route.path)?.[1]
  return { jobId: id ?? null, stationId: station ?? null }
})
watch(open, (now) => {
  if (now) {
    alarm.value = null
    symptoms.value = []
    note.value = ''
    told.value = false
  }
})
async function raise(kind: 'ill' | 'bad_air'): Promise<void> {
  const entry = { kind, ...here.value }
  const made = await submit(() =>
    once('alarm', entry, (id) => call(monitorRoutes.raiseAlarm, { body: { id, ...entry } })),
  )
  if (!made) return
  alarm.value = made
  await shift.load()
}
async function tell(): Promise<void> {
  const done = await submit(() =>
    call(monitorRoutes.tellAlarm, {
      params: { id: alarm.value!.id },
      body: { symptoms: symptoms.value, note: note.value },
    }),
  )
  if (done) {
    alarm.value = done
    told.value = true
  }
}
const toggle = (symptom: Symptom): void => {
  symptoms.value = symptoms.value.includes(symptom)
    ? symptoms.value.filter((entry) => entry !== symptom)
    : [...symptoms.value, symptom]
}
const urgent = computed(() => symptoms.value.some((symptom) => URGENT.includes(symptom)))
const says = computed(() =>
  alarm.value
    ? 'The work is stopped. Go to fresh air.'
    : 'One tap stops the work here. Nobody is asked why first.',
)
const check = computed(() => {
  if (alarm.value?.jobId) return `/jobs/${alarm.value.jobId}/air`
  return alarm.value?.stationId ? `/air/stations/${alarm.value.stationId}` : '/air'
})
</script>

<template>
  <UModal v-model:open="open" title="Stop: air" :description="says">
    <template #body>
      <div v-if="!alarm" class="grid gap-3">
        <UButton
          size="xl"
          color="error"
          block
          class="min-h-20 text-xl"
          :loading="busy"
          @click="raise('ill')"
        >
          I feel ill
        </UButton>
        <UButton
          size="xl"
          color="error"
          variant="outline"
          block
          class="min-h-20 text-xl"
          :loading="busy"
          @click="raise('bad_air')"
        >
          The air is bad
        </UButton>
        <UButton
          size="xl"
          color="neutral"
          variant="outline"
          block
          class="min-h-16 text-xl"
          icon="i-lucide-door-open"
          to="/muster"
          @click="open = false"
        >
          Fire or gas: everybody out
        </UButton>
        <p v-if="message" role="alert" class="text-stop font-semibold">
          {{ message }} Stop anyway and tell the lead.
        </p>
      </div>
      <div v-else class="space-y-4">
        <p class="edge edge-stop py-2 px-3 font-semibold" role="status">
          Stopped. Out into fresh air, do not go back in for anyone without air of your own. Tell
          the lead.
        </p>
        <p
          v-if="urgent"
          role="alert"
          class="sticky top-0 z-10 bg-[#b3250f] text-white p-3 font-bold"
        >
          Call emergency help now. Say what was welded.
        </p>
        <fieldset>
          <legend class="font-semibold mb-2">What do you feel?</legend>
          <div class="grid grid-cols-1 sm:grid-cols-2 gap-2">
            <button
              v-for="symptom in SYMPTOMS"
              :key="symptom"
              type="button"
              class="min-h-12 px-3 border border-(--rule) text-left font-semibold aria-pressed:bg-(--ui-primary) aria-pressed:text-(--panel) aria-pressed:border-(--ui-primary)"
              :aria-pressed="symptoms.includes(symptom)"
              @click="toggle(symptom)"
            >
              {{ SYMPTOM_NAME[symptom] }}
            </button>
          </div>
        </fieldset>
        <ul v-if="symptoms.length" class="text-sm space-y-1">
          <li v-for="symptom in symptoms" :key="symptom">
            <span class="font-semibold">{{ SYMPTOM_NAME[symptom] }}:</span>
            {{ MAY_BE[symptom] }}.
          </li>
        </ul>
        <UFormField label="Anything else"><UInput v-model="note" class="w-full" /></UFormField>
        <p class="muted text-sm">
          This is no diagnosis. See a doctor if it lasts or comes back tonight, and take the data
          sheet along.
        </p>
        <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
      </div>
    </template>
    <template #footer>
      <template v-if="alarm">
        <UButton :loading="busy" :disabled="told" @click="tell">
          {{ told ? 'Written down' : 'Write it down' }}
        </UButton>
        <UButton
          v-if="!signIn.atBooth"
          variant="outline"
          color="neutral"
          :to="check"
          @click="open = false"
        >
          Open the air check
        </UButton>
      </template>
      <UButton v-else variant="ghost" color="neutral" @click="open = false">Not now</UButton>
    </template>
  </UModal>
</template>
