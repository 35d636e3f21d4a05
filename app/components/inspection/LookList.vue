<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { USE_NAME } from '#core/inspection/kind'
import { occasionName, type Occasion } from '#core/inspection/occasion'
import { dueState, type Look } from '#core/inspection/schedule'
import type { Gear } from '#shared/inspection/schema'
import { RESULT_WORDS } from '~/components/inspection/line-words'
import { useSiteTime } from '~/composables/time'
import { useGearKinds } from '~/stores/gear-kinds'
import { useSignIn } from '~/stores/sign-in'

/** Every look of a piece of gear: when it was done, when it is due, and the way to it. */
const props = defineProps<{ gear: Gear; mayInspect: boolean }>()
const occasion = defineModel<Occasion>({ required: true })
const kinds = useGearKinds()
const signIn = useSignIn()
const { today, dayName } = useSiteTime()

const rows = computed(() =>
  kinds.occasionsOf(props.gear).map((name) => {
    const look = props.gear.looks.find((one) => one.occasion === name)
    return { name, title: occasionName(name, props.gear.everyDays), ...standOf(name, look) }
  }),
)

function standOf(name: Occasion, look: Look | undefined) {
  const last = look?.lastOn
    ? `${RESULT_WORDS[look.lastResult!].text}, ${dayName(look.lastOn)}`
    : 'Not yet'
  if (name === 'afterEvent') return { last, due: '', level: null }
  if (props.gear.lockReason) return { last, due: 'waits for the repair', level: null }
  const state = look ? dueState(look, today(), signIn.me?.site.inspection.grace ?? {}) : 'due'
  return { last, due: dueText(look, state), level: LEVEL[state] }
}
const LEVEL = { open: 'clear', grace: 'caution', due: 'unknown' } as const

function dueText(look: Look | undefined, state: keyof typeof LEVEL): string {
  const use = kinds.useMeasureOf(props.gear)
  const used =
    look?.useEvery && use
      ? `, or after ${look.useEvery} ${USE_NAME[use]} (${look.used} so far)`
      : ''
  if (!look?.dueOn) return 'due now'
  if (state === 'open') return `due ${dayText(look.dueOn)}${used}`
  return `due since ${dayText(look.dueOn)}${state === 'grace' ? ', grace runs' : ''}${used}`
}
</script>

<template>
  <ul>
    <li
      v-for="row in rows"
      :key="row.name"
      class="py-2 border-b border-(--rule) last:border-0 flex flex-wrap items-center gap-x-3 gap-y-1"
    >
      <FindingMark v-if="row.level" :level="row.level" :size="20" />
      <span class="font-semibold">{{ row.title }}</span>
      <span class="grow basis-48 muted">
        {{ row.last }}
        <template v-if="row.due">· {{ row.due }}</template>
      </span>
      <span v-if="mayInspect" class="flex gap-3 shrink-0">
        <UButton
          size="lg"
          :variant="occasion === row.name ? 'solid' : 'outline'"
          color="neutral"
          :aria-pressed="occasion === row.name"
          @click="occasion = row.name"
        >
          Lines
        </UButton>
        <UButton
          size="lg"
          icon="i-lucide-smartphone"
          :to="`/gear/look/${gear.kind}/${gear.id}?look=${row.name}`"
          :aria-label="`${row.title}, one line at a time`"
        >
          Look
        </UButton>
      </span>
    </li>
  </ul>
</template>
