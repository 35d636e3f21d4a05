<script setup lang="ts">
import { signInRoutes } from '#shared/sign-in/routes'
import { pinBody } from '#shared/sign-in/schema'
import { call } from '~/composables/api'
import { useSignIn } from '~/stores/sign-in'

/** The own PIN, which signs permits. */
const emit = defineEmits<{ changed: [] }>()
const signIn = useSignIn()
const toast = useToast()
const blank = () => ({ password: '', pin: '' })
const form = ref(blank())
const says = computed(() =>
  signIn.me?.hasPin
    ? 'Set. It signs permits on any tablet.'
    : 'Not set. Without it you cannot sign a permit.',
)
const send = (): Promise<unknown> => call(signInRoutes.setPin, { body: form.value })
async function done(): Promise<void> {
  form.value = blank()
  await signIn.load()
  toast.add({ title: 'PIN set', description: 'Other sign-ins and your API tokens have ended.' })
  emit('changed')
}
</script>

<template>
  <section class="panel p-5">
    <h2 class="mb-1">PIN</h2>
    <p class="muted mb-3">{{ says }}</p>
    <FormFrame
      class="grid grid-cols-1 sm:grid-cols-[1fr_1fr_auto] gap-4 items-start"
      v-slot="{ busy }"
      :state="form"
      :schema="pinBody"
      :body="() => form"
      :send="send"
      @done="done"
    >
      <UFormField label="Your password" name="password">
        <PasswordInput v-model="form.password" autocomplete="current-password" />
      </UFormField>
      <UFormField label="New PIN" name="pin">
        <UInput
          v-model="form.pin"
          type="password"
          inputmode="numeric"
          autocomplete="new-password"
          class="w-full"
        />
      </UFormField>
      <UButton type="submit" class="sm:mt-7" :loading="busy">Set the PIN</UButton>
    </FormFrame>
  </section>
</template>
