<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import type { AccessNotice } from '#shared/sign-in/schema'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

/** What others did to the own way in, until it has been seen on this device. */
const signIn = useSignIn()
const { when } = useSiteTime()
const seen = useLocalStorage(`zonaris-notices-${signIn.me!.id}`, 0)
const fresh = computed(() => (signIn.me?.notices ?? []).filter((notice) => notice.seq > seen.value))
const WHAT: Record<AccessNotice['what'], string> = {
  pin_reset: 'Your PIN was reset',
  password_reset: 'Your password was reset',
  sign_in_refused: 'A wrong password was tried for you',
  booth_refused: 'A wrong PIN was tried for you at a booth',
  pin_refused: 'A wrong PIN of yours was tried',
  code_refused: 'A wrong code of your second factor was tried',
  recovery_used: 'One of your recovery codes was used',
  second_factor_reset: 'Your second factor was taken off',
  let_in_at_machine: 'Your password was made anew on the machine itself',
  person_released: 'You were let in again after wrong tries',
}
const says = ({ what, by, at }: AccessNotice): string =>
  by ? `${WHAT[what]} by ${by}, ${when(at)}.` : `${WHAT[what]}, ${when(at)}.`
function dismiss(): void {
  seen.value = Math.max(...fresh.value.map((notice) => notice.seq))
}
</script>

<template>
  <section
    v-if="fresh.length > 0"
    class="panel edge edge-caution p-4 flex flex-wrap gap-4 items-start"
    aria-label="About your sign-in"
  >
    <ul class="grow">
      <li v-for="notice in fresh" :key="notice.seq">{{ says(notice) }}</li>
      <li class="muted">If that was not agreed, tell a lead.</li>
    </ul>
    <UButton variant="outline" color="neutral" @click="dismiss">Seen</UButton>
  </section>
</template>
