<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { peopleRoutes } from '#shared/people/routes'
import type { PersonDetail } from '#shared/people/schema'
import { secondFactorRoutes } from '#shared/sign-in/second-factor'
import { call } from '~/composables/api'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

/** What staff do about access: let somebody in again, and take the name of one who left out of the records. */
const props = defineProps<{ detail: PersonDetail }>()
const emit = defineEmits<{ changed: [] }>()
const signIn = useSignIn()
const { when } = useSiteTime()
const params = () => ({ id: props.detail.person.id })
const releasing = ref(false)
const erasing = ref(false)
const resetting = ref(false)
async function release(): Promise<void> {
  await call(peopleRoutes.releasePerson, { params: params() })
  emit('changed')
}
async function resetFactor(): Promise<void> {
  await call(secondFactorRoutes.resetSecondFactor, { params: params() })
  emit('changed')
}
async function erase(): Promise<void> {
  await call(peopleRoutes.erasePerson, { params: params() })
  emit('changed')
}
const othersFactor = computed(
  () => props.detail.hasSecondFactor && signIn.me?.id !== props.detail.person.id,
)
const leftSays = computed(() => {
  const { leftOn, erased } = props.detail.person
  if (erased) return 'The name and the health data were taken out of the records.'
  return leftOn ? `Left on ${dayText(leftOn)}.` : ''
})
</script>

<template>
  <p
    v-if="detail.waitsUntil"
    class="panel edge edge-caution p-4 flex flex-wrap gap-4 items-center"
    data-testid="waits"
  >
    <span class="grow">
      After wrong tries of a PIN or password, somewhere the next one waits until
      {{ when(detail.waitsUntil) }}. Ask who tried before you let them in.
    </span>
    <UButton variant="outline" @click="releasing = true">Let in again</UButton>
  </p>
  <p v-if="othersFactor" class="panel p-4 flex flex-wrap gap-4 items-center">
    <span class="grow">Signs in with a second factor.</span>
    <UButton variant="outline" color="neutral" @click="resetting = true">Take it off</UButton>
  </p>
  <p v-if="leftSays" class="panel p-4 flex flex-wrap gap-4 items-center">
    <span class="grow">{{ leftSays }}</span>
    <UButton
      v-if="!detail.person.erased && signIn.may('lead')"
      variant="outline"
      color="error"
      @click="erasing = true"
    >
      Take the name out
    </UButton>
  </p>
  <AskDialog
    v-model:open="releasing"
    :title="`Let ${detail.person.name} in again`"
    says="Wrong tries counted so far are forgotten. It stands in the audit."
    confirm="Let in again"
    :send="release"
  />
  <AskDialog
    v-model:open="resetting"
    :title="`Take the second factor off ${detail.person.name}`"
    says="For somebody who lost the device and the recovery codes. Make sure that it is they who ask; they are told."
    confirm="Take it off"
    danger
    :send="resetFactor"
  />
  <AskDialog
    v-model:open="erasing"
    :title="`Take ${detail.person.name} out of the records`"
    says="Name, address, eyes, respirator, kit and clearances go for good. What was signed stays under a made-up name; sampling results stay as they are, as the law asks for 30 years."
    confirm="Take the name out"
    danger
    :send="erase"
  />
</template>
