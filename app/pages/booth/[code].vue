<script setup lang="ts">
import { routes } from '#shared/api/routes'
import { boothSignInBody } from '#shared/training/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSession } from '~/stores/session'

/** A scanned booth: who are you, and your PIN. Leads to the own card. */
definePageMeta({ layout: 'door', open: true })
const session = useSession()
const code = String(useRoute().params.code).toUpperCase()
const { data, failure, load } = useLoad(() => call(routes.booth, { params: { code } }))
onMounted(load)
useHead({ title: () => `${data.value?.station ?? 'Booth'} · Zonaris` })
const { busy, errors, message, submit, check } = useSubmit()
const person = ref<string>()
const pin = ref('')
async function enter(): Promise<void> {
  const body = check(boothSignInBody, { personId: person.value, pin: pin.value })
  if (!body || !(await submit(() => call(routes.boothSignIn, { params: { code }, body })))) {
    pin.value = ''
    return
  }
  await session.load()
  await navigateTo('/card')
}
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <template v-else-if="data">
    <div>
      <p class="muted">{{ data.site }}</p>
      <h1>{{ data.station }}</h1>
    </div>
    <p v-if="data.people.length === 0">
      Nobody is expected here today. Ask the instructor, or
      <NuxtLink class="link" to="/sign-in">sign in by email</NuxtLink>
      .
    </p>
    <form v-else class="space-y-4" novalidate @submit.prevent="enter">
      <fieldset class="space-y-2">
        <legend class="font-semibold mb-1">Who are you?</legend>
        <label
          v-for="entry in data.people"
          :key="entry.id"
          class="flex items-center gap-3 min-h-14 px-4 border border-(--rule) rounded-sm cursor-pointer has-checked:border-(--ui-primary) has-checked:border-2"
        >
          <input
            v-model="person"
            type="radio"
            name="person"
            :value="entry.id"
            class="size-5 accent-(--ui-primary)"
          />
          <span class="font-semibold grow">{{ entry.name }}</span>
          <span v-if="!entry.hasPin" class="muted text-sm">no PIN yet</span>
        </label>
        <p v-if="errors.personId" class="text-stop text-sm font-semibold">Choose your name.</p>
      </fieldset>
      <UFormField label="PIN" :error="errors.pin">
        <UInput
          v-model="pin"
          type="password"
          inputmode="numeric"
          autocomplete="one-time-code"
          maxlength="8"
          class="w-full"
        />
      </UFormField>
      <p
        v-if="message && !errors.pin && !errors.personId"
        role="alert"
        class="text-stop font-semibold"
      >
        {{ message }}
      </p>
      <UButton type="submit" class="w-full" :loading="busy">Show my card</UButton>
    </form>
  </template>
</template>
