<script setup lang="ts">
import { signInRoutes } from '#shared/sign-in/routes'
import { passwordBody } from '#shared/sign-in/schema'
import { call } from '~/composables/api'

/** The own password. */
const emit = defineEmits<{ changed: [] }>()
const toast = useToast()
const blank = () => ({ password: '', newPassword: '' })
const form = ref(blank())
const send = (): Promise<unknown> => call(signInRoutes.setPassword, { body: form.value })
function done(): void {
  form.value = blank()
  toast.add({
    title: 'Password changed',
    description: 'Other sign-ins and your API tokens have ended.',
  })
  emit('changed')
}
</script>

<template>
  <section class="panel p-5">
    <h2 class="mb-1">Password</h2>
    <p class="muted mb-3">A change signs you out everywhere else.</p>
    <FormFrame
      class="grid grid-cols-1 sm:grid-cols-[1fr_1fr_auto] gap-4 items-start"
      v-slot="{ busy }"
      :state="form"
      :schema="passwordBody"
      :body="() => form"
      :send="send"
      @done="done"
    >
      <UFormField label="Your password" name="password">
        <PasswordInput v-model="form.password" autocomplete="current-password" />
      </UFormField>
      <UFormField label="New password" help="At least 12 characters" name="newPassword">
        <NewPasswordInput v-model="form.newPassword" />
      </UFormField>
      <UButton type="submit" class="sm:mt-7" :loading="busy">Change it</UButton>
    </FormFrame>
  </section>
</template>
