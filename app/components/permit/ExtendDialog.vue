<script setup lang="ts">
import { extendBody, type Permit } from '#shared/permit/schema'
import { SIGNER_WORDS } from '~/components/permit/action-words'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

/** A permit goes on longer; everyone on it signs anew, and whoever issues it. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  permit: Permit
  extend: (entry: Omit<ReturnType<typeof entryOf>, 'local'>) => Promise<unknown>
}>()
const signIn = useSignIn()
const { toLocal, fromLocal, zone } = useSiteTime()
const HOUR = 3_600_000

const pinsOf = () =>
  props.permit.signatories.map(({ as, personId }) => ({
    as,
    ...(as === 'watcher' && { personId: personId! }),
    pin: '',
  }))
const entryOf = () => ({
  local: toLocal(new Date(Date.parse(props.permit.validTo) + HOUR).toISOString()),
  validTo: '',
  pins: pinsOf(),
  pin: '',
})
const form = ref(entryOf())
watch(open, (now) => {
  if (now) form.value = entryOf()
})
const entry = extendBody.omit({ eventId: true })
const body = () => {
  const { local, pins, pin } = form.value
  return { validTo: fromLocal(local) ?? '', pins, pin }
}
const labelOf = (i: number): string => {
  const { as, name, side } = props.permit.signatories[i]!
  return `PIN of ${name}, ${side ?? SIGNER_WORDS[as].name}`
}
const PIN_FIELD = { type: 'password', inputmode: 'numeric', autocomplete: 'one-time-code' } as const
</script>

<template>
  <FormDialog
    v-model:open="open"
    title="Extend the permit"
    description="Everyone on it signs for the longer time. All gates are judged again."
    confirm="Extend"
    :state="form"
    :schema="entry"
    :body="body"
    :send="extend"
  >
    <UFormField label="Valid to" name="validTo" :help="zone">
      <UInput v-model="form.local" type="datetime-local" class="w-full" />
    </UFormField>
    <UFormField
      v-for="(signer, i) in form.pins"
      :key="i"
      :label="labelOf(i)"
      :name="`pins.${i}.pin`"
    >
      <UInput v-model="signer.pin" v-bind="PIN_FIELD" maxlength="8" class="w-full" />
    </UFormField>
    <PinField v-model="form.pin" :label="`PIN of ${signIn.me!.name}, who issues it`" />
  </FormDialog>
</template>
