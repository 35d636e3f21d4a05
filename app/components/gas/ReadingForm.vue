<script setup lang="ts">
import type { z } from 'zod'
import { phaseOf } from '#core/gas/composition'
import { gasRoutes } from '#shared/gas/routes'
import { readingEntry, type Cylinder } from '#shared/gas/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'

/** A gauge with its temperature, or a scale: whichever tells something of this gas. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ cylinder: Cylinder; onDone?: (cylinder: Cylinder) => unknown }>()
const events = useEventIds()
const blank = () => ({
  pressure: null as number | null,
  temperature: null as number | null,
  weight: null as number | null,
  note: '',
})
const form = ref(blank())
watch(open, (now) => {
  if (now) form.value = blank()
})
const phase = computed(() => props.cylinder.parts && phaseOf(props.cylinder.parts))
const byWeight = computed(() => phase.value !== 'permanent')
const byPressure = computed(
  () =>
    phase.value === null ||
    phase.value === 'permanent' ||
    Boolean(props.cylinder.parts?.carbonDioxide),
)
const says = computed(() => {
  if (phase.value === 'permanent')
    return 'Read the high-pressure gauge, and the temperature where it stands.'
  if (phase.value === null) return 'What it holds is not told: enter what you can read.'
  return 'Put it on a scale: the pressure of this gas does not tell how much is left.'
})
const send = (entry: z.output<typeof readingEntry>): Promise<Cylinder> =>
  events.once('reading', { id: props.cylinder.id, entry }, (eventId) =>
    call(gasRoutes.readCylinder, {
      params: { id: props.cylinder.id },
      body: { ...entry, eventId },
    }),
  )
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="`Reading of ${cylinder.label}`"
    :description="says"
    confirm="Log the reading"
    :state="form"
    :schema="readingEntry"
    :body="() => form"
    :send="send"
    @done="onDone?.($event)"
  >
    <div v-if="byPressure" class="grid grid-cols-2 gap-4 items-start">
      <QuantityInput v-model="form.pressure" unit="Pa" label="Gauge" name="pressure" />
      <QuantityInput v-model="form.temperature" unit="K" label="Temperature" name="temperature" />
    </div>
    <QuantityInput
      v-if="byWeight"
      v-model="form.weight"
      unit="kg"
      label="On the scale"
      help="With the cylinder, without its cap"
      name="weight"
    />
    <UFormField label="Note" name="note">
      <UInput v-model="form.note" class="w-full" />
    </UFormField>
  </FormDialog>
</template>
