<script setup lang="ts">
/** A password, hidden unless whoever types asks to see it. */
const password = defineModel<string>({ required: true })
defineProps<{ autocomplete: 'current-password' | 'new-password' }>()
const shown = ref(false)
const icon = computed(() => (shown.value ? 'i-lucide-eye-off' : 'i-lucide-eye'))
</script>

<template>
  <UInput
    v-model="password"
    :type="shown ? 'text' : 'password'"
    :autocomplete="autocomplete"
    autocapitalize="none"
    spellcheck="false"
    class="w-full"
  >
    <template #trailing>
      <UButton
        variant="link"
        color="neutral"
        :icon="icon"
        aria-label="Show what is typed"
        :aria-pressed="shown"
        @click="shown = !shown"
      />
    </template>
  </UInput>
</template>
