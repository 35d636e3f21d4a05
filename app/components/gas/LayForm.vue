<script setup lang="ts">
import type { z } from 'zod'
import { gasRoutes } from '#shared/gas/routes'
import { layEntry, type Cylinder } from '#shared/gas/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'

/** Acetylene lay down: how long it lay decides how long it stands. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ cylinder: Cylinder; onDone?: (cylinder: Cylinder) => unknown }>()
const events = useEventIds()
const blank = () => ({ minutes: null as number | null, note: '' })
const form = ref(blank())
watch(open, (now) => {
  if (now) form.value = blank()
})
const send = (entry: z.output<typeof layEntry>): Promise<Cylinder> =>
  events.once('lay', { id: props.cylinder.id, entry }, (eventId) =>
    call(gasRoutes.layCylinder, {
      params: { id: props.cylinder.id },
      body: { ...entry, eventId },
    }),
  )
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="`${cylinder.label} lay down`"
    description="Stand it up first. The time runs from now, by the rule of this shop."
    confirm="It stands now"
    :state="form"
    :schema="layEntry"
    :body="() => form"
    :send="send"
    @done="onDone?.($event)"
  >
    <QuantityInput
      v-model="form.minutes"
      unit="min"
      label="It lay for"
      help="Blank if nobody knows: then it stays unknown"
      name="minutes"
    />
    <UFormField label="Note" name="note">
      <UInput v-model="form.note" class="w-full" />
    </UFormField>
  </FormDialog>
</template>
