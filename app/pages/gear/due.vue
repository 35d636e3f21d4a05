<script setup lang="ts">
import { dayText, daysBetween } from '#core/calendar/day'
import { occasionName } from '#core/inspection/occasion'
import { inspectionRoutes, type DueLook } from '#shared/inspection/routes'
import { call } from '~/composables/api'
import { useAddress } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSignIn } from '~/stores/sign-in'

/** What is to be looked at, place by place, in the order in which one walks. */
useHead({ title: 'Due · Zonaris' })
const signIn = useSignIn()
const SPANS = [
  { value: 'today', label: 'Today' },
  { value: 'week', label: 'This week' },
  { value: 'month', label: '30 days' },
] as const
const DAYS = { today: 0, week: 6, month: 30 } as const
const span = useAddress().choice('until', ['today', 'week', 'month'])
const page = ref(1)
const { data, failure, load } = useLoad(() =>
  call(inspectionRoutes.gearDue, {
    query: { days: String(DAYS[span.value]), page: String(page.value) },
  }),
)
onMounted(load)
watch(span, () => {
  page.value = 1
})
watch([span, page], load)

const NOWHERE = 'No place of its own'
/** By place; within one, the longest overdue first. */
const places = computed(() => {
  const by = new Map<string, DueLook[]>()
  for (const look of data.value?.rows ?? []) {
    const place = look.station ?? NOWHERE
    by.set(place, [...(by.get(place) ?? []), look])
  }
  return [...by].sort(([a], [b]) => {
    if (a === NOWHERE || b === NOWHERE) return a === NOWHERE ? 1 : -1
    return a.localeCompare(b, undefined, { numeric: true })
  })
})
function sinceText({ dueOn }: DueLook): string {
  if (dueOn === null) return 'never looked at'
  const over = daysBetween(dueOn, data.value!.today)
  if (over === 0) return 'today'
  if (over < 0) return dayText(dueOn)
  return over === 1 ? 'since yesterday' : `${over} days over`
}
const isOver = ({ dueOn }: DueLook): boolean => dueOn === null || dueOn < data.value!.today
const mayInspect = computed(() => signIn.may('lead', 'instructor', 'worker'))
const pathOf = ({ kind, id, occasion }: DueLook): string =>
  mayInspect.value ? `/gear/look/${kind}/${id}?look=${occasion}` : `/gear/${kind}/${id}`
</script>

<template>
  <div class="space-y-5">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/gear">Gas and gear</NuxtLink></p>
        <h1>Due</h1>
      </div>
      <ChoiceRow v-model="span" legend="Until" hide-legend :options="SPANS" />
    </header>
    <Failure v-if="failure && !data" :failure="failure" @retry="load" />
    <p v-else-if="!data" class="muted">Reading what is due…</p>
    <p v-else-if="data.rows.length === 0" class="panel edge edge-clear p-5 flex gap-3">
      <FindingMark level="clear" :size="26" />
      Everything has been looked at.
    </p>
    <template v-else>
      <p>
        {{ data.total > 999 ? 'More than 999' : data.total }} looks, place by place. A tap opens the
        first line.
      </p>
      <div class="gap-4 md:columns-2 xl:columns-3">
        <section
          v-for="[place, looks] in places"
          :key="place"
          class="panel p-4 mb-4 break-inside-avoid"
        >
          <h2 class="mb-2">{{ place }}</h2>
          <ul>
            <li
              v-for="look in looks"
              :key="`${look.id} ${look.occasion}`"
              class="border-b border-(--rule) last:border-0"
            >
              <NuxtLink
                class="flex gap-3 items-center py-2 min-h-12 no-underline"
                :to="pathOf(look)"
              >
                <FindingMark :level="isOver(look) ? 'unknown' : 'caution'" :size="20" />
                <span class="plate text-xl shrink-0">{{ look.label }}</span>
                <span class="leading-tight grow">
                  {{ look.kindName }}
                  <span class="muted block text-sm">
                    {{ occasionName(look.occasion, look.everyDays) }}
                  </span>
                </span>
                <span class="text-sm text-right" :class="{ 'font-semibold': isOver(look) }">
                  {{ sinceText(look) }}
                </span>
              </NuxtLink>
            </li>
          </ul>
        </section>
      </div>
      <Pager v-model:page="page" :total="data.total" noun="looks" />
    </template>
  </div>
</template>
