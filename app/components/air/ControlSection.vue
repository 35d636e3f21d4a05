<script setup lang="ts">
import { whyUndecided } from '#core/air/headline'
import type { AirAnswer } from '#core/air/judge'
import { SUBSTANCE_NAME } from '#core/exposure/terms'
import { inSentence } from '#core/finding/wording'
import type { RunAnswer } from '~/workers/simulate'

/** What lowers the exposure: the ladder, what matters most, what one thing at a time would take; or why there is none. */
const props = defineProps<{
  answer: AirAnswer
  drawn: RunAnswer | null
  /** How far the hood of the station still captures, m. */
  hoodReach: number | null
}>()
const substance = computed(() => props.answer.decisive?.substance ?? null)
const name = computed(() => substance.value && inSentence(SUBSTANCE_NAME[substance.value]))
</script>

<template>
  <p v-if="!drawn" class="panel p-4 muted no-print">
    Draw the range to see the chance to exceed each limit, the ladder of controls, and what matters
    most.
  </p>
  <section v-else class="panel p-4 sm:p-6 space-y-5" aria-labelledby="ladder">
    <h2 id="ladder">Ladder of controls</h2>
    <p v-if="!substance" class="edge edge-unknown py-2 px-3" data-testid="no-ladder">
      No ladder, because no substance has both an estimate and an adopted limit.
      {{ whyUndecided(answer) }}.
    </p>
    <template v-else>
      <ControlLadder :controls="drawn.controls" :substance="substance" />
      <h3>What matters most for {{ name }}</h3>
      <Tornado :swings="drawn.swings" />
      <h3>What it would take, one thing at a time</h3>
      <NeededList :needed="drawn.needed" :reach="hoodReach" />
    </template>
  </section>
</template>
