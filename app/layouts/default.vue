<script setup lang="ts">
import { useSignIn } from '~/stores/sign-in'

const signIn = useSignIn()
</script>

<template>
  <div class="min-h-dvh flex flex-col">
    <a
      href="#main"
      class="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-(--panel) focus:p-3"
    >
      Skip to the page
    </a>
    <SignalBar />
    <BoothBar v-if="signIn.atBooth" />
    <template v-else>
      <ShiftBar />
      <WorkRail />
      <AlertBar />
    </template>
    <main
      id="main"
      tabindex="-1"
      class="grow w-full max-w-7xl mx-auto px-4 sm:px-6 pt-6 pb-24 md:pb-12 outline-none"
    >
      <slot />
    </main>
  </div>
</template>
