<script setup lang="ts">
import { routes } from '#shared/api/routes'
import { pinBody, ROLE_NAME, tokenBody } from '#shared/session/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useUnits } from '~/composables/units'
import { useSession } from '~/stores/session'

useHead({ title: 'Account · Zonaris' })
const session = useSession()
const units = useUnits()
const colour = useColorMode()
const toast = useToast()
const { when } = useSiteTime()
const tokens = useLoad(() => call(routes.tokens, {}))
onMounted(tokens.load)
const pin = reactive({ password: '', pin: '' })
const pinForm = useSubmit()
const tokenName = ref('')
const fresh = ref('')
const tokenForm = useSubmit()
const revoking = shallowRef<{ id: string; name: string } | null>(null)
const revokeOpen = computed({
  get: () => revoking.value !== null,
  set: (on) => {
    if (!on) revoking.value = null
  },
})

async function setPin(): Promise<void> {
  if (!pinForm.check(pinBody, pin)) return
  if (!(await pinForm.submit(() => call(routes.setPin, { body: pin })))) return
  Object.assign(pin, { password: '', pin: '' })
  await session.load()
  toast.add({ title: 'PIN set' })
}
async function makeToken(): Promise<void> {
  const body = tokenForm.check(tokenBody, { name: tokenName.value })
  const made = body && (await tokenForm.submit(() => call(routes.createToken, { body })))
  if (!made) return
  fresh.value = made.token
  tokenName.value = ''
  await tokens.load()
}
</script>

<template>
  <div v-if="session.me" class="space-y-6 max-w-3xl">
    <header>
      <p class="muted">{{ ROLE_NAME[session.me.role] }}, {{ session.me.organisation }}</p>
      <h1>{{ session.me.name }}</h1>
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
      <ChoiceRow
        v-model="units"
        legend="Units on this device"
        :options="[
          { value: 'us', label: 'US' },
          { value: 'si', label: 'SI' },
        ]"
      />
      <ChoiceRow
        v-model="colour.preference"
        legend="Light"
        :options="[
          { value: 'light', label: 'Day' },
          { value: 'dark', label: 'Night' },
          { value: 'system', label: 'As the device' },
        ]"
      />
    </section>
    <section class="panel p-5">
      <h2 class="mb-1">PIN</h2>
      <p class="muted mb-3">
        {{
          session.me.hasPin
            ? 'Set. It signs permits on any tablet.'
            : 'Not set. Without it you cannot sign a permit.'
        }}
      </p>
      <form
        class="grid grid-cols-1 sm:grid-cols-[1fr_1fr_auto] gap-4 items-start"
        novalidate
        @submit.prevent="setPin"
      >
        <UFormField label="Your password" :error="pinForm.errors.value.password">
          <UInput
            v-model="pin.password"
            type="password"
            autocomplete="current-password"
            class="w-full"
          />
        </UFormField>
        <UFormField label="New PIN" :error="pinForm.errors.value.pin">
          <UInput
            v-model="pin.pin"
            type="password"
            inputmode="numeric"
            autocomplete="new-password"
            class="w-full"
          />
        </UFormField>
        <UButton type="submit" class="sm:mt-7" :loading="pinForm.busy.value">Set the PIN</UButton>
      </form>
      <p
        v-if="pinForm.message.value && Object.keys(pinForm.errors.value).length === 0"
        role="alert"
        class="text-stop font-semibold mt-2"
      >
        {{ pinForm.message.value }}
      </p>
    </section>
    <section class="panel p-5">
      <h2 class="mb-1">API tokens</h2>
      <p class="muted mb-3">
        For programs that read or write in your name. The description of the API:
        <a class="link" href="/api/v1/openapi.json" target="_blank">openapi.json</a>
      </p>
      <form class="flex flex-wrap gap-4 items-start" novalidate @submit.prevent="makeToken">
        <UFormField label="Name" :error="tokenForm.errors.value.name">
          <UInput v-model="tokenName" />
        </UFormField>
        <UButton type="submit" class="mt-7" :loading="tokenForm.busy.value">Make a token</UButton>
      </form>
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
          <span class="muted">
            {{
              token.revokedAt
                ? `revoked ${when(token.revokedAt)}`
                : `since ${when(token.createdAt)}`
            }}
          </span>
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
    <UButton variant="outline" color="neutral" icon="i-lucide-log-out" @click="session.leave()">
      Sign out
    </UButton>
    <AskDialog
      v-if="revoking"
      v-model:open="revokeOpen"
      :title="`Revoke ${revoking.name}`"
      says="Programs that use it are shut out at once."
      confirm="Revoke"
      danger
      :send="
        async () => {
          await call(routes.revokeToken, { params: { id: revoking!.id } })
          await tokens.load()
        }
      "
    />
  </div>
</template>
