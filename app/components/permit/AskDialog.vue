<script setup lang="ts">
import type { ApiFailure } from '~/composables/api'
import { asFailure } from '~/composables/load'

/** One question before something that matters: a PIN, a reason, or both. Stays open with the message when refused. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  title: string
  says: string
  confirm: string
  pinOf?: string | null
  noteLabel?: string
  danger?: boolean
  send: (entry: { pin?: string; note?: string }) => Promise<unknown>
}>()
const pin = ref('')
const note = ref('')
const busy = ref(false)
const failure = shallowRef<ApiFailure | null>(null)
watch(open, (now) => {
  if (now) {
    pin.value = ''
    note.value = ''
    failure.value = null
  }
})
const at = (path: string): string | undefined =>
  failure.value?.fields.find((field) => field.path === path)?.message

async function submit(): Promise<void> {
  if (busy.value) return
  busy.value = true
  failure.value = null
  try {
    await props.send({
      ...(props.pinOf && { pin: pin.value || undefined }),
      ...(note.value && { note: note.value }),
    })
    open.value = false
  } catch (error) {
    failure.value = asFailure(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <UModal v-model:open="open" :title="title" :description="says">
    <template #body>
      <form id="ask" class="space-y-4" novalidate @submit.prevent="submit">
        <UFormField v-if="noteLabel" :label="noteLabel" :error="at('note') ?? at('reason')">
          <UTextarea v-model="note" :rows="3" class="w-full" autofocus />
        </UFormField>
        <UFormField v-if="pinOf" :label="`PIN of ${pinOf}`" :error="at('pin')">
          <UInput
            v-model="pin"
            type="password"
            inputmode="numeric"
            autocomplete="one-time-code"
            maxlength="8"
            class="w-full"
          />
        </UFormField>
        <p
          v-if="failure && !at('pin') && !at('note') && !at('reason')"
          role="alert"
          class="text-stop font-semibold"
        >
          {{ failure.message }}
        </p>
      </form>
    </template>
    <template #footer>
      <UButton type="submit" form="ask" :color="danger ? 'error' : 'primary'" :loading="busy">
        {{ confirm }}
      </UButton>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
    </template>
  </UModal>
</template>
