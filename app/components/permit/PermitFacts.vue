<script setup lang="ts">
import { WATCH_MINUTES } from '#core/firewatch/rules.table'
import type { Permit } from '#shared/permit/schema'
import { useSiteTime } from '~/composables/time'

/** From when to when, who, and how long the watch is. */
const props = defineProps<{ permit: Permit }>()
const { when } = useSiteTime()
const facts = computed(() => {
  const { permit } = props
  const rows = [
    ['Valid', `${when(permit.validFrom)} to ${when(permit.validTo)}`],
    ['Operator', permit.operator ?? 'not named'],
    ['Fire watch', permit.fireWatch ?? 'not named'],
    ['Watch', `${permit.watchMinutes} min, ${WATCH_MINUTES[permit.ruleSet].name}`],
  ]
  if (permit.issuedBy) rows.push(['Issued', `${permit.issuedBy}, ${when(permit.issuedAt)}`])
  return rows
})
</script>

<template>
  <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
    <template v-for="[name, value] in facts" :key="name">
      <dt class="muted">{{ name }}</dt>
      <dd>{{ value }}</dd>
    </template>
  </dl>
</template>
