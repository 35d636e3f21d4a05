<script setup lang="ts">
import type { PermitState } from '#core/permit/lifecycle'

defineProps<{ state: PermitState | string; large?: boolean }>()
const SAYS: Record<string, string> = {
  draft: 'Draft',
  issued: 'Issued',
  working: 'Work going on',
  watching: 'Fire watch',
  closed: 'Closed',
  suspended: 'Suspended',
  revoked: 'Revoked',
  expired: 'Expired',
}
const SHAPE: Record<string, string> = {
  draft: 'M3 20h18M6 15 17 4l3 3L9 18H6z',
  issued: 'M4 12l6 6L20 6',
  working: 'M12 3c5 6 6 9 6 12a6 6 0 0 1-12 0c0-3 3-4 3-7 2 1 3 2 3 4 1-2 1-5 0-9z',
  watching: 'M2 12c5-8 15-8 20 0-5 8-15 8-20 0zM12 9a3 3 0 1 1 0 6 3 3 0 0 1 0-6z',
  closed: 'M5 11h14v9H5zM8 11V7a4 4 0 0 1 8 0v4',
  suspended: 'M8 5v14M16 5v14',
  revoked: 'M5 5l14 14M19 5 5 19',
  expired: 'M12 3a9 9 0 1 1 0 18 9 9 0 0 1 0-18zM12 7v5l4 3',
}
const LEVEL: Record<string, string> = {
  revoked: 'text-stop',
  expired: 'text-stop',
  suspended: 'text-caution',
  working: 'text-caution',
  watching: 'text-caution',
  issued: 'text-clear',
}
</script>

<template>
  <span
    class="inline-flex items-center gap-2 font-bold whitespace-nowrap"
    :class="LEVEL[state]"
    data-testid="permit-state"
    :data-state="state"
  >
    <svg
      :width="large ? 30 : 20"
      :height="large ? 30 : 20"
      viewBox="0 0 24 24"
      fill="none"
      stroke="currentColor"
      stroke-width="2.6"
      stroke-linejoin="bevel"
      aria-hidden="true"
    >
      <path :d="SHAPE[state]" />
    </svg>
    <span :class="{ 'plate text-3xl': large }">{{ SAYS[state] ?? state }}</span>
  </span>
</template>
