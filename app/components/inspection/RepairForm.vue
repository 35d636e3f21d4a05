<script setup lang="ts">
import { inspectionRoutes } from '#shared/inspection/routes'
import { repairBody, type Gear } from '#shared/inspection/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'

/** What was repaired, with which parts, at what cost. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ gear: Gear }>()
const emit = defineEmits<{ done: [] }>()
const events = useEventIds()
const blank = () => ({ note: '', parts: '', cost: '' })
const form = ref(blank())
watch(open, (now) => {
  if (now) form.value = blank()
})

/** One part a line: "2 contact tips", or the name alone. */
const partsOf = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const counted = /^(\d{1,4})\s+(?:x\s+)?(.+)$/.exec(line)
      return counted ? { count: Number(counted[1]), name: counted[2]! } : { count: 1, name: line }
    })
const body = (): unknown => ({
  id: crypto.randomUUID(),
  note: form.value.note,
  parts: partsOf(form.value.parts),
  cost: form.value.cost.trim() === '' ? null : Number(form.value.cost),
})
const send = (repair: { note: string }) =>
  events.once('repair', { of: props.gear.id, ...repair, id: undefined }, (id) =>
    call(inspectionRoutes.logRepair, {
      params: { kind: props.gear.kind, id: props.gear.id },
      body: { ...repairBody.parse(repair), id },
    }),
  )
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="`Repair of ${gear.label}`"
    description="It stays out of use until it has been looked at again."
    confirm="Log the repair"
    :state="form"
    :schema="repairBody"
    :body="body"
    :send="send"
    @done="emit('done')"
  >
    <UFormField label="What was repaired" name="note">
      <UTextarea v-model="form.note" :rows="3" class="w-full" />
    </UFormField>
    <UFormField label="Parts" help="One a line, as: 2 contact tips" name="parts">
      <UTextarea v-model="form.parts" :rows="2" class="w-full" />
    </UFormField>
    <UFormField label="Cost" help="In the money of the shop; blank if not known" name="cost">
      <UInput v-model="form.cost" inputmode="decimal" class="w-full" />
    </UFormField>
  </FormDialog>
</template>
