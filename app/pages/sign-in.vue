<script setup lang="ts">
import type { z } from 'zod'
import { signInRoutes } from '#shared/sign-in/routes'
import { signInBody } from '#shared/sign-in/schema'
import { ApiFailure, call } from '~/composables/api'
import { forgetAnswers } from '~/composables/offline/answers'
import { useSignIn } from '~/stores/sign-in'

definePageMeta({ layout: 'door', open: true })
useHead({ title: 'Sign in · Zonaris' })
const route = useRoute()
const signIn = useSignIn()
const form = reactive({ email: '', password: '', code: '' })
/** Asked for once the password was right and the person has a second factor. */
const codeNeeded = ref(false)
const body = (): unknown => ({
  email: form.email,
  password: form.password,
  ...(codeNeeded.value && { code: form.code }),
})

/** Only an address of this site is followed back. */
const back = computed(() =>
  typeof route.query.to === 'string' && /^\/(?![/\\])/.test(route.query.to) ? route.query.to : '/',
)

async function send(sent: z.output<typeof signInBody>): Promise<unknown> {
  try {
    return await call(signInRoutes.signIn, { body: sent })
  } catch (error) {
    if (!(error instanceof ApiFailure) || error.code !== 'code_needed' || codeNeeded.value)
      throw error
    codeNeeded.value = true
    return null
  }
}
async function entered(answer: unknown): Promise<void> {
  if (!answer) return
  // Whoever was here before is nobody's answer any more.
  await forgetAnswers()
  await signIn.load()
  await navigateTo(back.value)
}
</script>

<template>
  <h1>Sign in</h1>
  <WaitingNote />
  <FormFrame
    class="space-y-4"
    v-slot="{ busy }"
    :state="form"
    :schema="signInBody"
    :body="body"
    :send="send"
    @done="entered"
  >
    <UFormField label="Email" name="email">
      <UInput v-model="form.email" type="email" autocomplete="username" class="w-full" autofocus />
    </UFormField>
    <UFormField label="Password" name="password">
      <PasswordInput v-model="form.password" autocomplete="current-password" />
    </UFormField>
    <UFormField
      v-if="codeNeeded"
      label="Code"
      help="Six digits from your app, or a recovery code"
      name="code"
    >
      <UInput
        v-model="form.code"
        inputmode="numeric"
        autocomplete="one-time-code"
        class="w-full"
        autofocus
      />
    </UFormField>
    <UButton type="submit" :loading="busy" class="w-full">Sign in</UButton>
  </FormFrame>
  <p class="muted text-sm">No account? A safety lead adds people, under People.</p>
</template>
