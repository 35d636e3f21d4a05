<script setup lang="ts">
import { until } from '@vueuse/core'
import { planRoutes } from '#shared/plan/routes'
import { publishBody } from '#shared/plan/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'

/** The draft becomes the plan that everybody sees, once the server has all of it. */
const open = defineModel<boolean>('open', { required: true })
/** Something drawn is still on its way; and how often the draft was kept. */
const props = defineProps<{ waits: boolean; saved: number }>()
const emit = defineEmits<{ published: [number: number] }>()
const toast = useToast()
const events = useEventIds()
const form = ref({ note: '' })
const body = () => ({ id: crypto.randomUUID(), note: form.value.note })
async function send({ note }: { note: string }): Promise<{ number: number }> {
  await until(() => props.waits).toBe(false)
  return events.once('publish', { note, saved: props.saved }, (id) =>
    call(planRoutes.publishPlan, { body: { id, note } }),
  )
}
function done({ number }: { number: number }): void {
  form.value.note = ''
  emit('published', number)
  toast.add({ title: `Published as version ${number}`, color: 'success' })
}
</script>

<template>
  <FormDialog
    v-model:open="open"
    title="Publish the plan"
    description="Everybody sees it from then on. Earlier versions stay."
    confirm="Publish"
    :state="form"
    :schema="publishBody"
    :body="body"
    :send="send"
    @done="done"
  >
    <UFormField label="What changed" name="note">
      <UTextarea v-model="form.note" class="w-full" :rows="2" maxlength="500" />
    </UFormField>
  </FormDialog>
</template>
