<script setup lang="ts">
/** Where a PIN is typed that signs for something. */
const pin = defineModel<string>({ required: true })
defineProps<{ label: string }>()
</script>

<template>
  <UFormField :label="label" name="pin">
    <UInput
      v-model="pin"
      type="password"
      inputmode="numeric"
      autocomplete="one-time-code"
      maxlength="8"
      class="w-full"
    />
  </UFormField>
</template>
