<script setup lang="ts">
import { signInRoutes } from '#shared/sign-in/routes'
import { setupBody } from '#shared/sign-in/schema'
import { call } from '~/composables/api'
import { useSignIn } from '~/stores/sign-in'

definePageMeta({ layout: 'door', open: true })
useHead({ title: 'First start · Zonaris' })
const signIn = useSignIn()
const form = reactive({
  code: '',
  organisation: '',
  site: '',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  units: 'us' as 'us' | 'si',
  name: '',
  email: '',
  password: '',
})
const done = ref(false)
onMounted(async () => {
  done.value = !(await call(signInRoutes.setupState, {}).catch(() => ({ needed: true }))).needed
})

const send = (): Promise<unknown> => call(signInRoutes.setup, { body: form })
async function madeIt(): Promise<void> {
  await signIn.load()
  await navigateTo('/begin')
}
const UNITS = [
  { value: 'us', label: 'US: ft, cfm, psi' },
  { value: 'si', label: 'SI: m, m³/h, bar' },
] as const
</script>

<template>
  <h1>First start</h1>
  <p v-if="done">
    This Zonaris is already set up.
    <NuxtLink class="link" to="/sign-in">Sign in</NuxtLink>
  </p>
  <FormFrame
    v-else
    class="space-y-4"
    v-slot="{ busy }"
    :state="form"
    :schema="setupBody"
    :body="() => form"
    :send="send"
    @done="madeIt"
  >
    <p class="muted">
      Make your organisation, its first site and the safety lead. Everyone else is added from
      inside.
    </p>
    <UFormField label="Setup code" help="Printed by the command that started Zonaris" name="code">
      <UInput v-model="form.code" class="w-full" autocomplete="off" autofocus />
    </UFormField>
    <UFormField label="Organisation" name="organisation">
      <UInput v-model="form.organisation" class="w-full" />
    </UFormField>
    <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
      <UFormField label="Site" name="site">
        <UInput v-model="form.site" class="w-full" />
      </UFormField>
      <UFormField label="Time zone" name="timeZone">
        <UInput v-model="form.timeZone" class="w-full" />
      </UFormField>
    </div>
    <ChoiceRow v-model="form.units" legend="Units" :options="UNITS" />
    <UFormField label="Your name" name="name">
      <UInput v-model="form.name" autocomplete="name" class="w-full" />
    </UFormField>
    <UFormField label="Email" name="email">
      <UInput v-model="form.email" type="email" autocomplete="username" class="w-full" />
    </UFormField>
    <UFormField label="Password" help="At least 12 characters" name="password">
      <NewPasswordInput v-model="form.password" />
    </UFormField>

    <UButton type="submit" :loading="busy" class="w-full">Set up</UButton>
  </FormFrame>
</template>
