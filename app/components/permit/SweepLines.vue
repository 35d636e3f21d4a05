<script setup lang="ts">
import type { SweepAnswer } from '#core/firewatch/fire'
import { sweepText, type SweepLine } from '#core/firewatch/rules.table'
import type { Permit } from '#shared/permit/schema'
import { useSiteTime } from '~/composables/time'

/** Lines of the sweep, each answered, with what the plan shows for it. */
const sweep = defineModel<Record<string, SweepAnswer | undefined>>({ required: true })
const props = defineProps<{
  lines: readonly SweepLine[]
  reach: number
  /** Names on the plan, by line. */
  shown: ReadonlyMap<string, string>
  permit: Pick<Permit, 'sweep' | 'seen' | 'from'>
}>()
const ANSWERS = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
  { value: 'na', label: 'n/a' },
] as const
const { when } = useSiteTime()
const WORD: Readonly<Record<SweepAnswer, string>> = { yes: 'yes', no: 'no', na: 'does not apply' }

/** Who saw it, once it is kept; before that what was answered last time. */
function saysOf(id: string): string {
  const { sweep: kept, seen, from } = props.permit
  const answer = sweep.value[id]
  const by = seen[id]
  if (answer && answer === kept[id]) return by ? `Seen by ${by.name}, ${when(by.at)}.` : ''
  const then = from?.sweep[id]
  return !answer && then ? `Under permit ${from.number}: ${WORD[then]}.` : ''
}
</script>

<template>
  <div
    v-for="line in lines"
    :key="line.id"
    class="flex flex-wrap items-center gap-x-4 gap-y-1 py-1.5 border-b border-(--rule)"
  >
    <p class="grow basis-72 leading-snug">
      {{ sweepText(line, reach) }}
      <span v-if="shown.get(line.id)" class="block muted text-sm">
        On the plan: {{ shown.get(line.id) }}.
      </span>
      <span v-if="saysOf(line.id)" class="block muted text-sm">{{ saysOf(line.id) }}</span>
    </p>
    <ChoiceRow
      v-model="sweep[line.id]"
      :legend="sweepText(line, reach)"
      hide-legend
      :options="ANSWERS"
      :data-testid="`sweep-${line.id}`"
    />
  </div>
</template>
