<script setup lang="ts">
import type { SignedChange } from '#core/permit/signed-change'
import { useSiteTime } from '~/composables/time'

/** What something is now, and what it was when it was signed before. */
const props = defineProps<{ change: SignedChange }>()
const { when } = useSiteTime()
const inWords = (value: string | null): string => {
  if (value === null) return 'none'
  return props.change.isTime ? when(value) : value
}
</script>

<template>
  {{ inWords(change.after) }}
  <span v-if="change.before !== null" class="muted">before that {{ inWords(change.before) }}</span>
</template>
