<script setup lang="ts">
import { signInRoutes } from '#shared/sign-in/routes'
import { signInBody } from '#shared/sign-in/schema'
import { call } from '~/composables/api'
import { useSignIn } from '~/stores/sign-in'

definePageMeta({ layout: 'door', open: true })
useHead({ title: 'Sign in · Zonaris' })
const route = useRoute()
const signIn = useSignIn()
const form = reactive({ email: '', password: '' })

/** Only an address of this site is followed back. */
const back = computed(() =>
  typeof route.query.to === 'string' && /^\/(?![/\\])/.test(route.query.to) ? route.query.to : '/',
)

const send = (): Promise<unknown> => call(signInRoutes.signIn, { body: form })
async function entered(): Promise<void> {
  await signIn.load()
  await navigateTo(back.value)
}
</script>

<template>
  <h1>Sign in</h1>
  <FormFrame
    class="space-y-4"
    v-slot="{ busy }"
    :state="form"
    :schema="signInBody"
    :body="() => form"
    :send="send"
    @done="entered"
  >
    <UFormField label="Email" name="email">
      <UInput v-model="form.email" type="email" autocomplete="username" class="w-full" autofocus />
    </UFormField>
    <UFormField label="Password" name="password">
      <PasswordInput v-model="form.password" autocomplete="current-password" />
    </UFormField>
    <UButton type="submit" :loading="busy" class="w-full">Sign in</UButton>
  </FormFrame>
  <p class="muted text-sm">No account? A safety lead adds people, under People.</p>
</template>
