<script setup lang="ts">
import { dayText, daysBetween } from '#core/calendar/day'
import { occasionName } from '#core/inspection/occasion'
import type { DueLook } from '#shared/inspection/due'
import { useSignIn } from '~/stores/sign-in'

/** One look that is due; a tap opens its first line. */
const props = defineProps<{ look: DueLook; today: string }>()
const signIn = useSignIn()
const isOver = computed(() => props.look.dueOn === null || props.look.dueOn < props.today)
const since = computed(() => {
  const { dueOn } = props.look
  if (dueOn === null) return 'never looked at'
  const over = daysBetween(dueOn, props.today)
  if (over === 0) return 'today'
  if (over < 0) return dayText(dueOn)
  return over === 1 ? 'since yesterday' : `${over} days over`
})
const path = computed(() => {
  const { kind, id, occasion } = props.look
  return signIn.may('lead', 'instructor', 'worker')
    ? `/gear/look/${kind}/${id}?look=${occasion}`
    : `/gear/${kind}/${id}`
})
</script>

<template>
  <NuxtLink class="flex gap-3 items-center py-2 min-h-12 no-underline" :to="path">
    <FindingMark :level="isOver ? 'unknown' : 'caution'" :size="20" />
    <span class="plate text-xl shrink-0">{{ look.label }}</span>
    <span class="leading-tight grow">
      {{ look.kindName }}
      <span class="muted block text-sm">{{ occasionName(look.occasion, look.everyDays) }}</span>
    </span>
    <span class="text-sm text-right" :class="{ 'font-semibold': isOver }">{{ since }}</span>
  </NuxtLink>
</template>
