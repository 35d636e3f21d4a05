<script setup lang="ts">
import type { z } from 'zod'
import type { Permit } from '#shared/permit/schema'
import { handOverBody } from '#shared/permit/schema'

/** The watch passes to somebody else, who takes it over with the own PIN. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  permit: Permit
  handOver: (personId: string, pin: string) => Promise<unknown>
}>()
const entry = handOverBody.pick({ personId: true, pin: true })
const blank = () => ({ personId: null as string | null, pin: '' })
const form = ref(blank())
watch(open, (now) => {
  if (now) form.value = blank()
})
const says = computed(
  () =>
    `${props.permit.fireWatch} leaves; somebody else stays for the rest of the watch. Rounds made so far count on.`,
)
const send = ({ personId, pin }: z.output<typeof entry>) => props.handOver(personId, pin)
</script>

<template>
  <FormDialog
    v-model:open="open"
    title="Hand the watch over"
    :description="says"
    confirm="Take the watch over"
    :state="form"
    :schema="entry"
    :body="() => form"
    :send="send"
  >
    <UFormField label="Takes the watch over" name="personId">
      <PersonPicker v-model="form.personId" label="Takes the watch over" training />
    </UFormField>
    <PinField v-model="form.pin" label="Their PIN" />
  </FormDialog>
</template>
