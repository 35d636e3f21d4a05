<script setup lang="ts">
import { inSentence } from '#core/finding/wording'
import { RUNGS, RUNG_NAME } from '#core/air/controls.table'
import type { Level } from '#core/finding/finding'
import { SUBSTANCE_NAME, type Particulate } from '#core/exposure/terms'
import { percentText } from '#shared/units/units'

/** Controls side by side with the work as it is, from what makes less to what is worn. */
const props = defineProps<{
  controls: readonly {
    id: string
    rung: string | null
    name: string
    chance: number
    level: Level
    upperShare: number
    because?: string
  }[]
  substance: Particulate
}>()
const asIs = computed(() => props.controls.find((control) => control.id === 'asIs'))
const rungs = computed(() =>
  RUNGS.map((rung) => ({
    rung,
    controls: props.controls.filter((control) => control.rung === rung),
  })),
)
/** Full: the chance as it is, or the highest of all. */
const most = computed(() => Math.max(1e-9, ...props.controls.map((control) => control.chance)))
const bar = (chance: number): number => (chance / most.value) * 100
/** The respirator is named only with what is not enough before it. */
const enoughBefore = computed(() =>
  props.controls.filter(
    (control) =>
      control.rung !== 'wear' &&
      control.id !== 'asIs' &&
      !control.because &&
      control.level !== 'stop',
  ),
)
const wearSays = computed(() => {
  const names = enoughBefore.value.map((control) => inSentence(control.name)).join('; ')
  if (names) return `Not first: ${names} would do by itself.`
  if (asIs.value?.level === 'stop')
    return 'None of the above is enough by itself: combine them, and wear this until sampling shows that they do.'
  return `Not asked for by this estimate of ${inSentence(SUBSTANCE_NAME[props.substance])} alone.`
})
</script>

<template>
  <div v-if="asIs" class="space-y-3" data-testid="controls">
    <p>
      <span class="font-semibold">As it is:</span>
      {{ percentText(asIs.chance) }} chance over the limit for
      {{ inSentence(SUBSTANCE_NAME[substance]) }}; 95th percentile
      {{ Number(asIs.upperShare.toPrecision(2)) }} times the limit.
    </p>
    <ol class="space-y-3">
      <li v-for="entry in rungs" :key="entry.rung">
        <h3 class="mb-1">{{ RUNG_NAME[entry.rung] }}</h3>
        <p v-if="entry.rung === 'wear'" class="mb-1">
          {{ wearSays }}
        </p>
        <ul class="divide-y divide-(--rule) border-y border-(--rule)">
          <li
            v-for="control in entry.controls"
            :key="control.id"
            class="grid grid-cols-[minmax(0,1fr)_7rem] sm:grid-cols-[minmax(0,1fr)_minmax(0,14rem)_7rem] gap-x-4 py-2 items-center"
          >
            <span class="font-semibold flex gap-2 items-center">
              <FindingMark :level="control.level" :size="18" />
              {{ control.name }}
            </span>
            <span v-if="control.because" class="muted sm:col-span-2">{{ control.because }}</span>
            <template v-else>
              <svg
                viewBox="0 0 100 10"
                preserveAspectRatio="none"
                class="hidden sm:block w-full h-3"
                aria-hidden="true"
              >
                <rect width="100" height="10" fill="var(--rule)" opacity="0.4" />
                <rect
                  :width="bar(control.chance)"
                  height="10"
                  :fill="`var(--level-${control.level})`"
                />
              </svg>
              <span class="text-right">
                <span class="plate text-2xl">{{ percentText(control.chance) }}</span>
                <span class="muted block text-sm">
                  95 %: {{ Number(control.upperShare.toPrecision(2)) }} x
                </span>
              </span>
            </template>
          </li>
        </ul>
      </li>
    </ol>
    <p class="muted text-sm">
      Each by itself, with the same draws. Effects are defaults to be edited; a hood counts only
      when proved before the arc.
    </p>
  </div>
</template>
