<script setup lang="ts" generic="Body, Answer">
import type { z } from 'zod'

/** A form in a dialog: it closes when the server has taken it, and stays open with what is wrong. */
const props = defineProps<{
  title: string
  description: string
  /** What the button says. */
  confirm: string
  danger?: boolean
  wide?: boolean
  state: object
  schema: z.ZodType<Body>
  body: () => unknown
  send: (body: Body) => Promise<Answer>
  /** It closes after that. */
  onDone?: (answer: Answer) => unknown
}>()
const emit = defineEmits<{ changed: [version: number] }>()
const open = defineModel<boolean>('open', { required: true })
const busy = ref(false)
const id = useId()

/** Whether it is yet to close by itself; not where somebody closed it meanwhile, and may have opened it for something else. */
let isClosing = false
watch(open, () => {
  isClosing = false
})
function close(): void {
  if (isClosing) open.value = false
}
async function taken(answer: Answer): Promise<void> {
  isClosing = true
  try {
    await props.onDone?.(answer)
  } finally {
    close()
  }
}
// Where what is read again does not come, the page may show that in place of all else.
onBeforeUnmount(close)
</script>

<template>
  <UModal
    v-model:open="open"
    :title="title"
    :description="description"
    :ui="{ content: wide ? 'max-w-3xl' : '' }"
  >
    <template #body>
      <FormFrame
        :id="id"
        v-model:busy="busy"
        class="space-y-4"
        autocomplete="off"
        :state="state"
        :schema="schema"
        :body="body"
        :send="send"
        @done="taken"
        @changed="emit('changed', $event)"
      >
        <slot />
      </FormFrame>
    </template>
    <template #footer>
      <UButton type="submit" :form="id" :color="danger ? 'error' : 'primary'" :loading="busy">
        {{ confirm }}
      </UButton>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
    </template>
  </UModal>
</template>
