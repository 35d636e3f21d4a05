<script setup lang="ts">
import { NEED_NAME } from '#core/readiness/terms'
import type { Fix, SessionMember } from '#shared/session/schema'

defineProps<{
  member: SessionMember
  cell: SessionMember['cells'][number]
  mayWrite: boolean
  busy: boolean
}>()
defineEmits<{ fix: [fix: Fix] }>()
</script>

<template>
  <section class="panel p-4 space-y-2" aria-live="polite" aria-label="Chosen square">
    <h3>{{ member.name }}: {{ NEED_NAME[cell.need] }}</h3>
    <FindingLine v-if="cell.finding" :finding="cell.finding" />
    <p v-else class="muted">The work does not ask for it.</p>
    <FixButtons
      v-if="mayWrite && cell.fixes.length > 0"
      :fixes="cell.fixes"
      :busy="busy"
      @fix="$emit('fix', $event)"
    />
  </section>
</template>
