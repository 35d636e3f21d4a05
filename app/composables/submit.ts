import type { Ref } from 'vue'
import type { z } from 'zod'
import { asFailure } from './load'

/** Sending a form: one at a time, with the messages at their fields and the rest above the button. */
export function useSubmit(): {
  busy: Ref<boolean>
  errors: Ref<Record<string, string>>
  message: Ref<string>
  /** The version that stands on the server, once an older one was sent. */
  version: Ref<number | undefined>
  submit: <T>(work: () => Promise<T>) => Promise<T | undefined>
  check: <S extends z.ZodType>(schema: S, value: unknown) => z.output<S> | undefined
} {
  const busy = ref(false)
  const errors = ref<Record<string, string>>({})
  const message = ref('')
  const version = ref<number>()

  async function submit<T>(work: () => Promise<T>): Promise<T | undefined> {
    if (busy.value) return undefined
    busy.value = true
    errors.value = {}
    message.value = ''
    try {
      return await work()
    } catch (error) {
      const failure = asFailure(error)
      errors.value = Object.fromEntries(failure.fields.map((field) => [field.path, field.message]))
      message.value = failure.message
      version.value = failure.version
      return undefined
    } finally {
      busy.value = false
    }
  }

  /** The same rules as on the server, before anything is sent. */
  function check<S extends z.ZodType>(schema: S, value: unknown): z.output<S> | undefined {
    const result = schema.safeParse(value)
    errors.value = {}
    message.value = ''
    if (result.success) return result.data
    for (const issue of result.error.issues) errors.value[issue.path.join('.')] ??= issue.message
    message.value = 'Look at the fields marked.'
    return undefined
  }
  return { busy, errors, message, version, submit, check }
}
