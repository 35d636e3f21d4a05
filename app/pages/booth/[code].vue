<script setup lang="ts">
import type { z } from 'zod'
import { signInRoutes } from '#shared/sign-in/routes'
import { boothSignInBody } from '#shared/session/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { forgetAnswers } from '~/composables/offline/answers'
import { useSignIn } from '~/stores/sign-in'

/** A scanned booth: who are you, and your PIN. Leads to the own card. */
definePageMeta({ layout: 'door', open: true })
const signIn = useSignIn()
const code = String(useRoute().params.code).toUpperCase()
const { data, failure, load } = useLoad(() => call(signInRoutes.booth, { params: { code } }))
onMounted(load)
useHead({ title: () => `${data.value?.station ?? 'Booth'} · Zonaris` })
const form = ref({ personId: '', pin: '' })
async function send(body: z.output<typeof boothSignInBody>): Promise<void> {
  const pin = form.value.pin
  form.value.pin = ''
  await call(signInRoutes.boothSignIn, { params: { code }, body: { ...body, pin } })
}
async function entered(): Promise<void> {
  // Whoever was here before is nobody's answer any more.
  await forgetAnswers()
  await signIn.load()
  await navigateTo('/card')
}
const people = computed(() =>
  (data.value?.people ?? []).map(({ id, name, hasPin }) => ({
    value: id,
    label: name,
    description: hasPin ? undefined : 'no PIN yet',
  })),
)
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <template v-else-if="data">
    <div>
      <p class="muted">{{ data.site }}</p>
      <h1>{{ data.station }}</h1>
    </div>
    <p v-if="data.people.length === 0">
      Nobody is expected here today. Ask the instructor.
      <NuxtLink class="link" to="/sign-in">Sign in by email</NuxtLink>
    </p>
    <FormFrame
      v-else
      class="space-y-4"
      v-slot="{ busy }"
      :state="form"
      :schema="boothSignInBody"
      :body="() => form"
      :send="send"
      @done="entered"
    >
      <UFormField name="personId">
        <URadioGroup
          v-model="form.personId"
          legend="Who are you?"
          :items="people"
          variant="table"
          :ui="{ fieldset: 'flex-col flex-nowrap', item: 'min-h-14' }"
        />
      </UFormField>
      <UFormField label="PIN" name="pin">
        <UInput
          v-model="form.pin"
          type="password"
          inputmode="numeric"
          autocomplete="one-time-code"
          maxlength="8"
          class="w-full"
        />
      </UFormField>
      <UButton type="submit" class="w-full" :loading="busy">Show my card</UButton>
    </FormFrame>
  </template>
</template>
