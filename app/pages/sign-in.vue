<script setup lang="ts">
import { routes } from '#shared/api/routes'
import { signInBody } from '#shared/session/schema'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'
import { useSession } from '~/stores/session'

definePageMeta({ layout: 'door', open: true })
useHead({ title: 'Sign in · Zonaris' })
const route = useRoute()
const session = useSession()
const form = reactive({ email: '', password: '' })
const { busy, errors, message, submit, check } = useSubmit()

/** Only an address of this site is followed back. */
const back = computed(() =>
  typeof route.query.to === 'string' && /^\/(?![/\\])/.test(route.query.to) ? route.query.to : '/',
)

async function signIn(): Promise<void> {
  if (!check(signInBody, form)) return
  const me = await submit(() => call(routes.signIn, { body: form }))
  if (!me) return
  await session.load()
  await navigateTo(back.value)
}
</script>

<template>
  <h1>Sign in</h1>
  <form class="space-y-4" novalidate @submit.prevent="signIn">
    <UFormField label="Email" :error="errors.email">
      <UInput v-model="form.email" type="email" autocomplete="username" class="w-full" autofocus />
    </UFormField>
    <UFormField label="Password" :error="errors.password">
      <UInput
        v-model="form.password"
        type="password"
        autocomplete="current-password"
        class="w-full"
      />
    </UFormField>
    <p v-if="message && !errors.password" role="alert" class="text-stop font-semibold">
      {{ message }}
    </p>
    <UButton type="submit" :loading="busy" class="w-full">Sign in</UButton>
  </form>
  <p class="muted text-sm">No account? A safety lead adds people on the shop page.</p>
</template>
