<script setup lang="ts">
import { useServerClock } from '~/composables/clock'
import { useSignIn } from '~/stores/sign-in'

/** A screen on the wall that nobody touches: the shop, and the time. */
const signIn = useSignIn()
const { now } = useServerClock()
const time = computed(() =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
    timeZone: signIn.me?.site.timeZone,
  }).format(now.value),
)
</script>

<template>
  <div class="h-dvh flex flex-col p-3 gap-2">
    <header class="flex items-baseline gap-6">
      <p class="plate text-3xl grow">{{ signIn.me?.site.name }}</p>
      <p class="plate text-3xl">{{ time }}</p>
      <NuxtLink class="link" to="/plan">Leave</NuxtLink>
    </header>
    <main id="main" class="grow min-h-0"><slot /></main>
  </div>
</template>
