<script setup lang="ts">
import type { z } from 'zod'
import { signInRoutes } from '#shared/sign-in/routes'
import { pinBody, ROLE_NAME, tokenBody, type Token } from '#shared/sign-in/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'

useHead({ title: 'Account · Zonaris' })
const signIn = useSignIn()
const units = useUnits()
const colour = useColorMode()
const toast = useToast()
const { when } = useSiteTime()
const tokens = useLoad(() => call(signInRoutes.tokens, {}))
onMounted(tokens.load)
const pin = reactive({ password: '', pin: '' })
const newToken = reactive({ name: '' })
const fresh = ref('')
const revoking = shallowRef<{ id: string; name: string } | null>(null)
const revokeOpen = computed({
  get: () => revoking.value !== null,
  set: (on) => {
    if (!on) revoking.value = null
  },
})

const sendPin = (): Promise<unknown> => call(signInRoutes.setPin, { body: pin })
async function pinSet(): Promise<void> {
  Object.assign(pin, { password: '', pin: '' })
  await signIn.load()
  toast.add({ title: 'PIN set' })
}
const sendToken = (body: z.output<typeof tokenBody>): Promise<{ token: string }> =>
  call(signInRoutes.createToken, { body })
async function tokenMade(made: { token: string }): Promise<void> {
  fresh.value = made.token
  newToken.name = ''
  await tokens.load()
}
async function revoke(): Promise<void> {
  await call(signInRoutes.revokeToken, { params: { id: revoking.value!.id } })
  await tokens.load()
}
const pinSays = computed(() =>
  signIn.me?.hasPin
    ? 'Set. It signs permits on any tablet.'
    : 'Not set. Without it you cannot sign a permit.',
)
const tokenSays = ({ revokedAt, createdAt }: Token): string =>
  revokedAt ? `revoked ${when(revokedAt)}` : `since ${when(createdAt)}`
const UNITS = [
  { value: 'us', label: 'US' },
  { value: 'si', label: 'SI' },
] as const
const LIGHTS = [
  { value: 'light', label: 'Day' },
  { value: 'dark', label: 'Night' },
  { value: 'system', label: 'As the device' },
] as const
</script>

<template>
  <div v-if="signIn.me" class="space-y-6 max-w-3xl">
    <header>
      <p class="muted">{{ ROLE_NAME[signIn.me.role] }}, {{ signIn.me.organisation }}</p>
      <h1>{{ signIn.me.name }}</h1>
    </header>
    <nav class="flex flex-wrap gap-2" aria-label="More">
      <UButton to="/card" icon="i-lucide-id-card">My card</UButton>
      <UButton to="/eyes" variant="outline" icon="i-lucide-eye">Eyes</UButton>
      <UButton to="/scan" variant="outline" icon="i-lucide-scan-line">Scan</UButton>
      <UButton class="md:hidden" to="/air" variant="outline" icon="i-lucide-wind">Air</UButton>
      <UButton class="md:hidden" to="/stores" variant="outline" color="neutral">Stores</UButton>
      <UButton class="md:hidden" to="/people" variant="outline" color="neutral">People</UButton>
      <UButton class="md:hidden" to="/shop" variant="outline" color="neutral">Shop</UButton>
    </nav>
    <section class="panel p-5 flex flex-wrap gap-8">
      <ChoiceRow v-model="units" legend="Units on this device" :options="UNITS" />
      <ChoiceRow v-model="colour.preference" legend="Light" :options="LIGHTS" />
    </section>
    <section class="panel p-5">
      <h2 class="mb-1">PIN</h2>
      <p class="muted mb-3">
        {{ pinSays }}
      </p>
      <FormFrame
        class="grid grid-cols-1 sm:grid-cols-[1fr_1fr_auto] gap-4 items-start"
        v-slot="{ busy }"
        :state="pin"
        :schema="pinBody"
        :body="() => pin"
        :send="sendPin"
        @done="pinSet"
      >
        <UFormField label="Your password" name="password">
          <UInput
            v-model="pin.password"
            type="password"
            autocomplete="current-password"
            class="w-full"
          />
        </UFormField>
        <UFormField label="New PIN" name="pin">
          <UInput
            v-model="pin.pin"
            type="password"
            inputmode="numeric"
            autocomplete="new-password"
            class="w-full"
          />
        </UFormField>
        <UButton type="submit" class="sm:mt-7" :loading="busy">Set the PIN</UButton>
      </FormFrame>
    </section>
    <section class="panel p-5">
      <h2 class="mb-1">API tokens</h2>
      <p class="muted mb-3">
        For programs that read or write in your name. The description of the API:
        <a class="link" href="/api/v1/openapi.json" target="_blank">openapi.json</a>
      </p>
      <FormFrame
        class="flex flex-wrap gap-4 items-start"
        v-slot="{ busy }"
        :state="newToken"
        :schema="tokenBody"
        :body="() => newToken"
        :send="sendToken"
        @done="tokenMade"
      >
        <UFormField label="Name" name="name">
          <UInput v-model="newToken.name" />
        </UFormField>
        <UButton type="submit" class="mt-7" :loading="busy">Make a token</UButton>
      </FormFrame>
      <p v-if="fresh" class="edge edge-caution p-3 mt-3 break-all">
        <span class="font-semibold block">Copy it now; it is not shown again.</span>
        <code>{{ fresh }}</code>
      </p>
      <ul class="mt-4 divide-y divide-(--rule)">
        <li
          v-for="token in tokens.data.value ?? []"
          :key="token.id"
          class="flex flex-wrap items-center gap-4 py-2"
        >
          <span class="grow font-semibold" :class="{ 'line-through': token.revokedAt }">
            {{ token.name }}
          </span>
          <span class="muted">{{ tokenSays(token) }}</span>
          <UButton
            v-if="!token.revokedAt"
            variant="outline"
            color="error"
            @click="revoking = token"
          >
            Revoke
          </UButton>
        </li>
      </ul>
    </section>
    <UButton variant="outline" color="neutral" icon="i-lucide-log-out" @click="signIn.leave()">
      Sign out
    </UButton>
    <AskDialog
      v-if="revoking"
      v-model:open="revokeOpen"
      :title="`Revoke ${revoking.name}`"
      says="Programs that use it are shut out at once."
      confirm="Revoke"
      danger
      :send="revoke"
    />
  </div>
</template>
