<script setup lang="ts">
import type { z } from 'zod'
import type { Permit } from '#shared/permit/schema'
import { roundBody } from '#shared/permit/schema'
import type { RoundEntry } from '~/composables/permit/actions'

/** A round on somebody else's phone: whoever made it says so with the own PIN. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  permit: Permit
  note: string
  looked: NonNullable<RoundEntry['looked']>
  round: (entry: RoundEntry) => Promise<unknown>
}>()
const emit = defineEmits<{ made: [] }>()
const entry = roundBody.pick({ madeBy: true, pin: true })
const form = ref({ madeBy: null as string | null, pin: '' })
watch(open, (now) => {
  if (now) form.value = { madeBy: props.permit.fireWatchId, pin: '' }
})
const named = computed(() =>
  props.permit.fireWatchId === null
    ? null
    : { id: props.permit.fireWatchId, name: props.permit.fireWatch! },
)
const body = (): unknown => ({
  ...(form.value.madeBy !== props.permit.fireWatchId && { madeBy: form.value.madeBy }),
  pin: form.value.pin,
})
async function send(sent: z.output<typeof entry>): Promise<void> {
  const { note, looked } = props
  await props.round({ ...sent, looked, ...(note && { note }) })
  emit('made')
}
</script>

<template>
  <FormDialog
    v-model:open="open"
    title="Round made"
    description="You are not the fire watch of this permit: whoever walked the round signs for it."
    confirm="Log the round"
    :state="form"
    :schema="entry"
    :body="body"
    :send="send"
  >
    <UFormField label="Made by" name="madeBy">
      <PersonPicker v-model="form.madeBy" label="Made by" training :known="named" />
    </UFormField>
    <PinField v-model="form.pin" label="Their PIN" />
  </FormDialog>
</template>
