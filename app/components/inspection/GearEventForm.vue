<script setup lang="ts">
import { GEAR_EVENT_NAME, GEAR_EVENTS, type GearEvent } from '#core/inspection/occasion'
import { inspectionRoutes } from '#shared/inspection/routes'
import { gearEventBody, type Gear } from '#shared/inspection/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'

/** Something happened to a piece of gear; nobody uses it until it was looked at. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ gear: Gear }>()
const emit = defineEmits<{ done: [] }>()
const events = useEventIds()
const form = ref({ event: undefined as GearEvent | undefined, note: '' })
watch(open, (now) => {
  if (now) form.value = { event: undefined, note: '' }
})
const CHOICES = GEAR_EVENTS.map((value) => ({ value, label: GEAR_EVENT_NAME[value] }))
const body = (): unknown => ({ id: crypto.randomUUID(), ...form.value })
const send = ({ event, note }: { event: GearEvent; note: string }) =>
  events.once('event', { of: props.gear.id, event, note }, (id) =>
    call(inspectionRoutes.logGearEvent, {
      params: { kind: props.gear.kind, id: props.gear.id },
      body: { id, event, note },
    }),
  )
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="`Something happened to ${gear.label}`"
    description="It is unknown from now on, until the look after an event has passed."
    confirm="Log it"
    :state="form"
    :schema="gearEventBody"
    :body="body"
    :send="send"
    @done="emit('done')"
  >
    <ChoiceRow v-model="form.event" legend="What happened" name="event" :options="CHOICES" />
    <UFormField label="Note" name="note">
      <UInput v-model="form.note" class="w-full" />
    </UFormField>
  </FormDialog>
</template>
