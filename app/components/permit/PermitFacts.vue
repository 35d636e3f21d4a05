<script setup lang="ts">
import { reachText } from '#core/firewatch/rules.table'
import { RULE_SET_NAME } from '#core/firewatch/rule-sets.table'
import { foundText } from '#shared/permit/found'
import { watchText } from '#shared/permit/watch-text'
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
    ...permit.watchers.map(({ name, side }) => [side, name]),
    ...(permit.attendant ? [['Attendant', permit.attendant]] : []),
    ...(permit.rescue ? [['Rescue', permit.rescue]] : []),
    ...(permit.putsBack ? [['Detectors back', permit.putsBack]] : []),
    ...(permit.found.length > 0 ? [['Found today', foundText(permit.found)]] : []),
    ['Watch', watchText(permit)],
    ['Sweep', reachText(permit.reach)],
    ['Rules', permit.ruleSets.map((set) => RULE_SET_NAME[set]).join(', ')],
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
