<script setup lang="ts">
import { z } from 'zod'

/** One question before something that matters: a PIN, a reason, or both. Stays open with the message when refused. */
interface Entry {
  pin?: string
  note?: string
}
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  title: string
  says: string
  confirm: string
  pinOf?: string | null
  noteLabel?: string
  danger?: boolean
  send: (entry: Entry) => Promise<unknown>
}>()
const form = ref({ pin: '', note: '' })
watch(open, (now) => {
  if (now) form.value = { pin: '', note: '' }
})
/** Whether a PIN is right and a reason long enough is for the server to say. */
const entry = z.object({ pin: z.string().optional(), note: z.string().optional() })
const body = (): Entry => ({
  ...(props.pinOf && form.value.pin && { pin: form.value.pin }),
  ...(form.value.note && { note: form.value.note }),
})
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="title"
    :description="says"
    :confirm="confirm"
    :danger="danger"
    :state="form"
    :schema="entry"
    :body="body"
    :send="send"
  >
    <UFormField v-if="noteLabel" :label="noteLabel" name="note">
      <UTextarea v-model="form.note" :rows="3" class="w-full" autofocus />
    </UFormField>
    <PinField v-if="pinOf" v-model="form.pin" :label="`PIN of ${pinOf}`" />
  </FormDialog>
</template>
