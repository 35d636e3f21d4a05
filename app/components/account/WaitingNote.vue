<script setup lang="ts">
import { countWaiting } from '~/composables/offline/queue'

/** Entries that wait on this device for whoever made them. Of whom and of what is nobody else's business. */
const count = ref(0)
onMounted(async () => {
  count.value = await countWaiting()
})
const says = computed(() =>
  count.value === 1 ? '1 entry waits on this device' : `${count.value} entries wait on this device`,
)
</script>

<template>
  <p v-if="count > 0" role="status" class="edge edge-caution panel p-3" data-testid="waiting-note">
    {{ says }}: whoever made it signs in to send it.
  </p>
</template>
