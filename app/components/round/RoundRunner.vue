<script setup lang="ts">
import { ROUND_NAME, type Round } from '#core/inspection/round'
import type { ChecklistLine } from '#core/inspection/line'
import { useRound } from '~/composables/inspection/round'

/** A round, one line a screen. */
const props = defineProps<{
  round: Round
  stationId: string | null
  lines: readonly ChecklistLine[]
}>()
const emit = defineEmits<{ made: [how: 'sent' | 'kept'] }>()
const { list, busy, message, send } = useRound(props.round, props.stationId, props.lines)

const SAYS = {
  locks: 'Something is open that keeps it from work.',
  fails: 'What is not right stays open until it is put right.',
  passes: 'Everything is as it should be.',
}
const SENDS: Record<Round, string> = {
  opening: 'Open the shop',
  closing: 'Close the shop',
  handover: 'Hand it over',
  arrival: 'Take it over',
}
async function log(): Promise<void> {
  const how = await send()
  if (how) emit('made', how)
}
</script>

<template>
  <ChecklistRunner
    :list="list"
    :label="ROUND_NAME[round]"
    :busy="busy"
    :message="message"
    :says="SAYS"
    :sends="{ locks: 'Put it on record', usual: SENDS[round] }"
    critical="before any work"
    @send="log"
  />
</template>
