<script setup lang="ts">
import {
  codeBody,
  factorRemovalBody,
  passwordOnlyBody,
  secondFactorRoutes,
  type FactorKey,
} from '#shared/sign-in/second-factor'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

/** A second factor: codes from an app on the own phone, asked for beside the password. */
const signIn = useSignIn()
const toast = useToast()
const { when } = useSiteTime()
const factor = useLoad(() => call(secondFactorRoutes.secondFactor, {}))
onMounted(factor.load)
const key = shallowRef<FactorKey | null>(null)
const recovery = ref<string[]>([])
const turningOff = ref(false)
const password = ref({ password: '' })
const code = ref({ code: '' })
const removal = ref({ password: '', code: '' })

const begin = (): Promise<FactorKey> =>
  call(secondFactorRoutes.beginSecondFactor, { body: password.value })
function begun(made: FactorKey): void {
  key.value = made
  password.value.password = ''
}
const confirm = (): Promise<{ recovery: string[] }> =>
  call(secondFactorRoutes.confirmSecondFactor, { body: code.value })
async function confirmed(answer: { recovery: string[] }): Promise<void> {
  key.value = null
  code.value.code = ''
  recovery.value = answer.recovery
  await Promise.all([factor.load(), signIn.load()])
}
const remove = (): Promise<unknown> =>
  call(secondFactorRoutes.removeSecondFactor, { body: removal.value })
async function removed(): Promise<void> {
  removal.value = { password: '', code: '' }
  recovery.value = []
  await Promise.all([factor.load(), signIn.load()])
  toast.add({ title: 'Second factor turned off' })
}
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(recovery.value.join('\n'))
  toast.add({ title: 'Copied' })
}
</script>

<template>
  <section class="panel p-5 space-y-4" aria-labelledby="second-factor">
    <div>
      <h2 id="second-factor" class="mb-1">Second factor</h2>
      <p v-if="factor.data.value?.since" class="muted">
        On since {{ when(factor.data.value.since) }}. Recovery codes left:
        {{ factor.data.value.recoveryLeft }}.
      </p>
      <p v-else-if="signIn.me?.lacksFactor" class="edge edge-caution p-3">
        This shop asks its safety leads for a second factor. Set yours up to go on.
      </p>
      <p v-else class="muted">
        An authenticator app on your phone makes a code; signing in then takes the password and the
        code.
      </p>
    </div>
    <Failure v-if="factor.failure.value" :failure="factor.failure.value" @retry="factor.load" />
    <template v-else-if="factor.data.value && !factor.data.value.since">
      <FormFrame
        v-if="!key"
        v-slot="{ busy }"
        class="grid grid-cols-1 sm:grid-cols-[1fr_auto] gap-4 items-start max-w-xl"
        :state="password"
        :schema="passwordOnlyBody"
        :body="() => password"
        :send="begin"
        @done="begun"
      >
        <UFormField label="Your password" name="password">
          <PasswordInput v-model="password.password" autocomplete="current-password" />
        </UFormField>
        <UButton type="submit" class="sm:mt-7" :loading="busy">Set it up</UButton>
      </FormFrame>
      <div v-else class="flex flex-wrap gap-6">
        <QrCode :text="key.address" label="QR code for the authenticator app" />
        <FormFrame
          v-slot="{ busy }"
          class="space-y-4 grow min-w-60"
          :state="code"
          :schema="codeBody"
          :body="() => code"
          :send="confirm"
          @done="confirmed"
        >
          <p>
            Scan the code with the app, or type the key:
            <code class="break-all font-semibold">{{ key.key }}</code>
          </p>
          <UFormField label="First code" help="Six digits that the app shows now" name="code">
            <UInput
              v-model="code.code"
              inputmode="numeric"
              autocomplete="one-time-code"
              class="w-full"
            />
          </UFormField>
          <UButton type="submit" :loading="busy">Turn it on</UButton>
        </FormFrame>
      </div>
    </template>
    <div v-if="recovery.length > 0" class="edge edge-caution p-4 space-y-3" data-testid="recovery">
      <p class="font-semibold">
        Recovery codes. Each opens once, where the phone is lost. They are not shown again: keep
        them on paper.
      </p>
      <ul class="grid grid-cols-1 sm:grid-cols-2 gap-x-6 gap-y-1">
        <li v-for="entry in recovery" :key="entry">
          <code>{{ entry }}</code>
        </li>
      </ul>
      <UButton variant="outline" icon="i-lucide-copy" @click="copy">Copy</UButton>
    </div>
    <UButton
      v-if="factor.data.value?.since"
      variant="outline"
      color="neutral"
      @click="turningOff = true"
    >
      Turn it off
    </UButton>
    <FormDialog
      v-model:open="turningOff"
      title="Turn the second factor off"
      description="Signing in then takes the password alone."
      confirm="Turn it off"
      danger
      :state="removal"
      :schema="factorRemovalBody"
      :body="() => removal"
      :send="remove"
      @done="removed"
    >
      <UFormField label="Your password" name="password">
        <PasswordInput v-model="removal.password" autocomplete="current-password" />
      </UFormField>
      <UFormField label="Code" help="From the app, or a recovery code" name="code">
        <UInput v-model="removal.code" autocomplete="one-time-code" class="w-full" />
      </UFormField>
    </FormDialog>
  </section>
</template>
