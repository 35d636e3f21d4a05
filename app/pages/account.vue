<script setup lang="ts">
import { signInRoutes } from '#shared/sign-in/routes'
import { ROLE_NAME } from '#shared/sign-in/schema'
import { addressOf } from '~/composables/api'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'

useHead({ title: 'Account · Zonaris' })
const signIn = useSignIn()
const units = useUnits()
const colour = useColorMode()
const tokens = useTemplateRef<{ load: () => Promise<void> }>('tokens')
const signIns = useTemplateRef<{ load: () => Promise<void> }>('signIns')
/** A change of the PIN or the password ends other sign-ins and the tokens. */
function ended(): void {
  void tokens.value?.load()
  void signIns.value?.load()
}
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
      <UButton to="/alerts" variant="outline" icon="i-lucide-siren">Alerts</UButton>
      <UButton to="/muster" variant="outline" icon="i-lucide-door-open">Everybody out</UButton>
      <UButton to="/waiting" variant="outline" icon="i-lucide-wifi-off">Entered offline</UButton>
      <UButton to="/scan" variant="outline" icon="i-lucide-scan-line">Scan</UButton>
      <UButton class="md:hidden" to="/plan" variant="outline" icon="i-lucide-map">Plan</UButton>
      <UButton class="md:hidden" to="/air" variant="outline" icon="i-lucide-wind">Air</UButton>
      <UButton class="md:hidden" to="/stores" variant="outline" color="neutral">Stores</UButton>
      <UButton class="md:hidden" to="/people" variant="outline" color="neutral">People</UButton>
      <UButton class="md:hidden" to="/shop" variant="outline" color="neutral">Shop</UButton>
    </nav>
    <section class="panel p-5 flex flex-wrap gap-8">
      <ChoiceRow v-model="units" legend="Units on this device" :options="UNITS" />
      <ChoiceRow v-model="colour.preference" legend="Light" :options="LIGHTS" />
    </section>
    <SecondFactorSection v-if="signIn.me.hasPassword" />
    <template v-if="signIn.me.hasPassword && !signIn.me.lacksFactor">
      <PinSection @changed="ended" />
      <PasswordSection @changed="ended" />
    </template>
    <template v-if="!signIn.me.lacksFactor">
      <ReachSection />
      <SignInSection ref="signIns" />
      <TokenSection ref="tokens" />
      <CalendarSection />
    </template>
    <section v-if="!signIn.me.lacksFactor" class="panel p-5">
      <h2 class="mb-1">Your data</h2>
      <p class="muted mb-3">
        Everything on record about you: eyes, respirator, clearances, permits, samples, sign-ins.
        Others see of your health only whether you are ready.
      </p>
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-download"
        :to="addressOf(signInRoutes.ownData)"
        target="_blank"
        external
      >
        Your data as JSON
      </UButton>
    </section>
    <UButton variant="outline" color="neutral" icon="i-lucide-log-out" @click="signIn.leave()">
      Sign out
    </UButton>
  </div>
</template>
