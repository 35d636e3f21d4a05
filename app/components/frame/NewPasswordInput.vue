<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'

/** A password that is being chosen, with how long somebody would need to guess it. */
const password = defineModel<string>({ required: true })
/** 0 to 4; null: nothing typed, or not worked out yet. */
const score = ref<number | null>(null)
const SAYS = [
  'Guessed at once',
  'Guessed soon',
  'Guessed with some patience',
  'Hard to guess',
  'Very hard to guess',
] as const
const COLOUR = ['error', 'error', 'warning', 'success', 'success'] as const

/** The lists it is held against are large, and come only once somebody types. */
const judge = useDebounceFn(async (typed: string) => {
  const { strengthOf } = await import('./password-strength')
  if (typed === password.value) score.value = strengthOf(typed)
}, 150)
watch(password, (typed) => {
  if (typed) void judge(typed)
  else score.value = null
})
</script>

<template>
  <div>
    <PasswordInput v-model="password" autocomplete="new-password" />
    <p v-if="score !== null" class="mt-2" data-testid="strength" aria-live="polite">
      <UProgress
        :model-value="score + 1"
        :max="5"
        size="sm"
        :color="COLOUR[score]"
        aria-label="How hard it is to guess"
      />
      <span class="text-sm">{{ SAYS[score] }}</span>
    </p>
  </div>
</template>
