<script setup lang="ts">
import { useSignIn } from '~/stores/sign-in'

/** The bar of somebody who signed in at a booth: the card, the shade, the stop, and out. */
const signIn = useSignIn()
const stopping = ref(false)
const asked = ref(false)
watch(stopping, () => {
  asked.value = true
})
</script>

<template>
  <header class="shiftbar no-print flex items-stretch gap-x-1" aria-label="Booth">
    <NuxtLink to="/card" class="segment grow">
      <span class="block text-sm">My</span>
      <span class="plate text-2xl">Card</span>
    </NuxtLink>
    <NuxtLink to="/eyes" class="segment text-right">
      <span class="block text-sm">Find your</span>
      <span class="plate text-2xl">Shade</span>
    </NuxtLink>
    <button type="button" class="segment stop" data-testid="stop-air" @click="stopping = true">
      <span class="block text-sm whitespace-nowrap">Feel ill, bad air</span>
      <span class="plate text-2xl">Stop</span>
    </button>
    <button
      type="button"
      class="segment cursor-pointer"
      data-testid="leave-booth"
      @click="signIn.leave()"
    >
      <span class="block text-sm">Leave</span>
      <span class="plate text-2xl">Out</span>
    </button>
    <LazyStopButton v-if="asked" v-model:open="stopping" />
  </header>
</template>
