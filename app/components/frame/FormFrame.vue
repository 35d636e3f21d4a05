<script setup lang="ts" generic="Body, Answer">
import type { FormError, FormErrorEvent } from '@nuxt/ui'
import type { z } from 'zod'
import { asFailure } from '~/composables/load'

/**
 * A form: checked by the schema of its request when it is sent, and as a marked field is put right; sent once at a time.
 * At once, as a late look at what was typed would wipe what the server has said meanwhile.
 * Not as one leaves a field: a message that goes away then moves the button from under the finger.
 * What the server refuses stands at its field too; what belongs to no field stands at the end.
 */
const props = defineProps<{
  /** What the fields hold. */
  state: object
  schema: z.ZodType<Body>
  /** The request made of what the fields hold: blanks become nothing, units become SI. */
  body: () => unknown
  send: (body: Body) => Promise<Answer>
  /** What is read again after it has time to come: until then nobody begins from figures that are gone. */
  onDone?: (answer: Answer) => unknown
}>()
const emit = defineEmits<{ changed: [version: number] }>()
const busy = defineModel<boolean>('busy', { default: false })
const frame = useTemplateRef('frame')
const message = ref('')

function faults(): FormError[] {
  const read = props.schema.safeParse(props.body())
  if (read.success) return []
  return read.error.issues.map((issue) => ({
    name: issue.path.join('.'),
    message: issue.message,
  }))
}

async function submit(): Promise<void> {
  if (busy.value) return
  busy.value = true
  message.value = ''
  try {
    await props.send(props.schema.parse(props.body())).then(taken, refuse)
  } finally {
    busy.value = false
  }
}

function taken(answer: Answer): unknown {
  frame.value?.clear()
  return props.onDone?.(answer)
}

function refuse(error: unknown): void {
  const { fields, message: says, version } = asFailure(error)
  frame.value?.setErrors(fields.map((field) => ({ name: field.path, message: field.message })))
  const shown = frame.value?.getErrors().length ?? 0
  if (shown === 0 || version !== undefined) message.value = says
  // Sent again, it is known what it goes over.
  if (version !== undefined) emit('changed', version)
}

/** The first field that is marked takes the focus; a fault that no field shows is said in words. */
function mark({ errors }: FormErrorEvent): void {
  const first = errors.find((error) => error.id)
  message.value = first ? '' : (errors[0]?.message ?? '')
  if (first) document.getElementById(first.id!)?.focus()
}
</script>

<template>
  <UForm
    ref="frame"
    :state="state"
    :validate="faults"
    :validate-on="['input']"
    :validate-on-input-delay="0"
    :loading-auto="false"
    novalidate
    @submit="submit"
    @error="mark"
  >
    <slot :busy="busy" />
    <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    <slot name="end" :busy="busy" />
  </UForm>
</template>
