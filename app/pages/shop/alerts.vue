<script setup lang="ts">
import { RULE_BOUNDS, type AlertRules } from '#core/alert/rules'
import { CHANNEL_NAME, CHANNELS } from '#shared/alert/channels'
import { alertRoutes } from '#shared/alert/routes'
import { alertRulesBody, type AlertRulesAnswer } from '#shared/alert/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSignIn } from '~/stores/sign-in'

/** How soon the site calls whom, and by which ways. */
useHead({ title: 'Alerts of the shop · Zonaris' })
const signIn = useSignIn()
const toast = useToast()
const { data, failure, load } = useLoad<AlertRulesAnswer>(() => call(alertRoutes.alertRules, {}))
const form = ref<(AlertRules & { version: number }) | null>(null)
watch(data, (answer) => {
  if (!answer) return
  const { channels: _, ...rules } = answer
  form.value = rules
})
if (signIn.may('lead', 'instructor')) onMounted(load)

const FIELDS: { rule: keyof AlertRules; label: string; help: string }[] = [
  { rule: 'late', label: 'Leads are called after', help: 'Minutes after a round was due' },
  { rule: 'missed', label: 'Everybody is called after', help: 'And again after each such time' },
  { rule: 'hold', label: '"I am on it" holds for', help: 'Each person once' },
  { rule: 'expiring', label: 'Before a permit runs out', help: 'While work goes on' },
  { rule: 'unwatched', label: 'Work with nobody at the watch', help: 'Since it was begun' },
  { rule: 'silent', label: 'A phone or monitor is silent', help: 'Since it was heard of' },
]
const hintOf = ({ rule, help }: (typeof FIELDS)[number]): string => {
  const [least, most] = RULE_BOUNDS[rule]
  return `${help}. ${least} to ${most} minutes.`
}
const send = (body: AlertRules & { version: number }): Promise<AlertRulesAnswer> =>
  call(alertRoutes.updateAlertRules, { body })
function saved(answer: AlertRulesAnswer): void {
  data.value = answer
  toast.add({ title: 'Saved' })
}
const levelOf = (channel: (typeof CHANNELS)[number]): 'clear' | 'unknown' =>
  data.value!.channels[channel] ? 'clear' : 'unknown'
const SETTING = { mail: 'ZONARIS_SMTP_URL', text: 'ZONARIS_TEXT_URL' } as const
</script>

<template>
  <div class="space-y-6">
    <p class="flex flex-wrap gap-x-6">
      <NuxtLink class="link" to="/alerts">Alerts now and before</NuxtLink>
      <NuxtLink class="link" to="/muster">Everybody out, and drills</NuxtLink>
      <NuxtLink class="link" to="/waiting">Entered offline</NuxtLink>
    </p>
    <section v-if="signIn.may('lead', 'instructor')" aria-labelledby="soon" class="space-y-3">
      <h2 id="soon">How soon</h2>
      <Failure v-if="failure && !data" :failure="failure" @retry="load" />
      <p v-else-if="!form || !data" class="muted">Reading the rules…</p>
      <template v-else>
        <FormFrame
          class="panel p-4 sm:p-6 grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-3 gap-4 items-start"
          :state="form"
          :schema="alertRulesBody"
          :body="() => form"
          :send="send"
          @done="saved"
          @changed="form.version = $event"
        >
          <UFormField
            v-for="field in FIELDS"
            :key="field.rule"
            :label="field.label"
            :help="hintOf(field)"
            :name="field.rule"
          >
            <UInput
              v-model.number="form[field.rule]"
              type="number"
              inputmode="numeric"
              class="w-full"
              :disabled="!signIn.may('lead')"
            />
          </UFormField>
          <template #end="{ busy }">
            <div v-if="signIn.may('lead')" class="sm:col-span-2 lg:col-span-3">
              <UButton type="submit" :loading="busy">Save how soon</UButton>
            </div>
          </template>
        </FormFrame>
        <p class="muted">
          A fire alarm calls everybody at once. These minutes are a choice of the shop within safe
          bounds; your local rules come first.
        </p>
        <h2>Which ways</h2>
        <ul class="panel p-4 grid grid-cols-1 sm:grid-cols-2 gap-2">
          <li v-for="channel in CHANNELS" :key="channel" class="flex gap-2">
            <FindingMark :level="levelOf(channel)" class="mt-0.5" />
            <span v-if="data.channels[channel]" class="first-letter:uppercase">
              {{ CHANNEL_NAME[channel] }}
            </span>
            <span v-else>
              No {{ CHANNEL_NAME[channel] }}: {{ SETTING[channel as keyof typeof SETTING] }} is not
              set where Zonaris runs
            </span>
          </li>
        </ul>
      </template>
    </section>
    <ContactSection />
  </div>
</template>
