<script setup lang="ts">
import { routes } from '#shared/api/routes'
import { setupBody } from '#shared/session/schema'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'
import { useSession } from '~/stores/session'

definePageMeta({ layout: 'door', open: true })
useHead({ title: 'First start · Zonaris' })
const session = useSession()
const form = reactive({
  organisation: '',
  site: '',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  units: 'us' as 'us' | 'si',
  name: '',
  email: '',
  password: '',
})
const { busy, errors, message, submit, check } = useSubmit()
const done = ref(false)
onMounted(async () => {
  done.value = !(await call(routes.setupState, {}).catch(() => ({ needed: true }))).needed
})

async function setUp(): Promise<void> {
  if (!check(setupBody, form)) return
  if (!(await submit(() => call(routes.setup, { body: form })))) return
  await session.load()
  await navigateTo('/shop')
}
</script>

<template>
  <h1>First start</h1>
  <p v-if="done">
    This Zonaris is already set up.
    <NuxtLink class="link" to="/sign-in">Sign in</NuxtLink>
  </p>
  <form v-else class="space-y-4" novalidate @submit.prevent="setUp">
    <p class="muted">
      Make your organisation, its first site and the safety lead. Everyone else is added from
      inside.
    </p>
    <UFormField label="Organisation" :error="errors.organisation">
      <UInput v-model="form.organisation" class="w-full" autofocus />
    </UFormField>
    <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
      <UFormField label="Site" :error="errors.site">
        <UInput v-model="form.site" class="w-full" />
      </UFormField>
      <UFormField label="Time zone" :error="errors.timeZone">
        <UInput v-model="form.timeZone" class="w-full" />
      </UFormField>
    </div>
    <ChoiceRow
      v-model="form.units"
      legend="Units"
      :options="[
        { value: 'us', label: 'US: ft, cfm, psi' },
        { value: 'si', label: 'SI: m, m³/h, bar' },
      ]"
    />
    <UFormField label="Your name" :error="errors.name">
      <UInput v-model="form.name" autocomplete="name" class="w-full" />
    </UFormField>
    <UFormField label="Email" :error="errors.email">
      <UInput v-model="form.email" type="email" autocomplete="username" class="w-full" />
    </UFormField>
    <UFormField label="Password" help="At least 12 characters" :error="errors.password">
      <UInput v-model="form.password" type="password" autocomplete="new-password" class="w-full" />
    </UFormField>
    <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    <UButton type="submit" :loading="busy" class="w-full">Set up</UButton>
  </form>
</template>
