<script setup lang="ts">
import type { Occasion } from '#core/inspection/occasion'
import type { Gear } from '#shared/inspection/schema'
import { useInspection } from '~/composables/inspection/inspection'
import { useSignIn } from '~/stores/sign-in'

/** A look at one piece of gear, one line a screen. */
const props = defineProps<{ gear: Gear; occasion: Occasion }>()
const emit = defineEmits<{ logged: [result: string] }>()
const signIn = useSignIn()
const { list, busy, errors, message, log } = useInspection(props.gear, props.occasion)
const { entries } = list

const SAYS = {
  locks: 'Logged, this locks it out.',
  fails: 'A fault goes on record; it stays in use.',
  passes: 'Everything passes.',
}
const SENDS = { locks: 'Log it and lock it out', usual: 'Log it' }
/** This look, passed afresh, lets locked gear back into service. */
const unlocks = computed(
  () =>
    props.gear.lockReason !== null &&
    props.gear.lockOccasion === props.occasion &&
    signIn.may('lead', 'instructor'),
)
async function send(): Promise<void> {
  const result = await log()
  if (result) emit('logged', result)
}
</script>

<template>
  <ChecklistRunner
    :list="list"
    :label="`Look at ${gear.label}`"
    :busy="busy"
    :message="message"
    :says="SAYS"
    :sends="SENDS"
    critical="locks out"
    photos
    @send="send"
  >
    <UFormField
      v-if="unlocks"
      label="Repair note"
      help="What was repaired, if no repair was logged. A full pass then unlocks the gear."
      :error="errors.repairNote"
    >
      <UTextarea v-model="entries.repairNote" :rows="2" class="w-full" />
    </UFormField>
  </ChecklistRunner>
</template>
