<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { occasionName } from '#core/inspection/occasion'
import { jobRoutes } from '#shared/job/routes'
import { permitRoutes } from '#shared/permit/routes'
import { call } from '~/composables/api'
import { clockText, useServerClock } from '~/composables/clock'
import { useLoad } from '~/composables/load'
import { useLeft } from '~/composables/permit/left'
import { usePlanNow } from '~/composables/plan/now'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'
import { useShift } from '~/stores/shift'
import { joined } from '~/components/frame/joined'

useHead({ title: 'Today · Zonaris' })
const signIn = useSignIn()
const store = useShift()
const { now } = useServerClock()
const { when, clock, today } = useSiteTime()
const jobs = useLoad(() => call(jobRoutes.jobs, { query: {} }))
const drafts = useLoad(() => call(permitRoutes.permits, { query: { state: 'draft' } }))
onMounted(() => Promise.all([jobs.load(), drafts.load()]))
const shift = computed(() => store.shift)
const shop = usePlanNow()
const { leftOf } = useLeft()
const left = (iso: string | null): number | null =>
  iso === null ? null : Date.parse(iso) - now.value

type Running = NonNullable<typeof store.shift>['running'][number]
function nextRound({ nextRoundAt, endsAt }: Running): { says: string; late: boolean } | null {
  if (nextRoundAt === null || left(endsAt)! <= 0) return null
  const still = left(nextRoundAt)!
  return still < 0
    ? { says: 'Round overdue', late: true }
    : { says: `Next round in ${clockText(still)}`, late: false }
}

/** The one thing to do next, judged from the shift: fire first, then what is locked, then what is due. */
const next = computed(() => {
  const current = shift.value
  if (!current) return null
  const over = current.running.find((entry) => (left(entry.endsAt) ?? 1) <= 0)
  const late = current.running.find(
    (entry) =>
      entry.nextRoundAt !== null &&
      Date.parse(entry.nextRoundAt) < now.value &&
      (left(entry.endsAt) ?? 0) > 0,
  )
  const expired = current.running.find(
    (entry) => entry.state === 'expired' && entry.endsAt === null,
  )
  if (late)
    return {
      level: 'stop' as const,
      text: `Fire watch at ${late.place}: round due since ${clock(late.nextRoundAt)}`,
      to: `/watch/${late.id}`,
      go: 'Open the watch',
    }
  if (expired)
    return {
      level: 'stop' as const,
      text: `Permit ${expired.number} ran out with work going on: stop it`,
      to: `/watch/${expired.id}`,
      go: 'Open it',
    }
  if (over)
    return {
      level: 'caution' as const,
      text: `Watch at ${over.place} has run its time: last round, then close`,
      to: `/watch/${over.id}`,
      go: 'Open the watch',
    }
  if (current.dueCount > 0)
    return {
      level: 'unknown' as const,
      text: `${current.dueCount} ${current.dueCount === 1 ? 'look is' : 'looks are'} due before the gear is used`,
      to: '/gear/due',
      go: 'Inspect',
    }
  return {
    level: 'clear' as const,
    text: 'Nothing is waiting. Describe the next job.',
    to: '/jobs/new',
    go: 'Describe a job',
  }
})
</script>

<template>
  <div class="space-y-6">
    <LazyAccessNotices v-if="signIn.me?.notices.length" />
    <section
      v-if="next"
      class="panel edge p-5 flex flex-wrap items-center gap-5"
      :class="`edge-${next.level}`"
      aria-label="Next"
    >
      <FindingMark :level="next.level" :size="44" />
      <div class="grow basis-72">
        <p class="muted">Next</p>
        <h1>{{ next.text }}</h1>
      </div>
      <UButton :to="next.to" class="px-6">{{ next.go }}</UButton>
    </section>
    <section v-if="shop.published.value" aria-label="The shop now">
      <LazyShopNow :shop="shop" />
    </section>
    <LazyBeginMissing v-if="signIn.may('lead', 'instructor')" />
    <div class="grid grid-cols-1 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-6 items-start">
      <div class="space-y-6 min-w-0">
        <section aria-labelledby="hot">
          <h2 id="hot" class="mb-3">Hot work</h2>
          <p v-if="shift && shift.running.length === 0" class="panel p-5 muted">
            No permit is running. One starts at the step Fire of its job.
          </p>
          <ul v-else class="grid grid-cols-1 sm:grid-cols-2 gap-4">
            <li v-for="entry in shift?.running ?? []" :key="entry.id">
              <NuxtLink
                :to="`/watch/${entry.id}`"
                class="panel p-4 block hover:border-(--ui-primary)"
              >
                <span class="flex justify-between gap-2">
                  <StateMark :state="entry.state" />
                  <span class="muted">permit {{ entry.number }}</span>
                </span>
                <span class="plate text-5xl block mt-3">
                  {{ leftOf(entry) }}
                </span>
                <span class="font-semibold block mt-2">{{ entry.place }}</span>
                <span class="muted block">Watch: {{ entry.fireWatch }}</span>
                <span
                  v-if="nextRound(entry)"
                  class="block"
                  :class="{ 'text-stop font-bold': nextRound(entry)!.late }"
                >
                  {{ nextRound(entry)!.says }}
                </span>
              </NuxtLink>
            </li>
          </ul>
          <p v-for="draft in drafts.data.value?.rows ?? []" :key="draft.id" class="mt-3">
            Draft:
            <NuxtLink class="link" :to="`/permits/${draft.id}`">
              permit {{ draft.number }}, {{ draft.place }}
            </NuxtLink>
          </p>
        </section>
        <section aria-labelledby="jobs">
          <div class="flex items-end gap-4 mb-3">
            <h2 id="jobs" class="grow">Jobs</h2>
            <UButton
              v-if="signIn.may('lead', 'instructor', 'worker')"
              to="/jobs/new"
              icon="i-lucide-plus"
            >
              Describe a job
            </UButton>
          </div>
          <Failure v-if="jobs.failure.value" :failure="jobs.failure.value" @retry="jobs.load" />
          <p v-else-if="jobs.data.value?.rows.length === 0" class="panel p-5 muted">
            No jobs yet. The first one takes a minute: process, current, metal, place.
          </p>
          <ul v-else class="panel divide-y divide-(--rule)">
            <li v-for="job in (jobs.data.value?.rows ?? []).slice(0, 8)" :key="job.id">
              <NuxtLink
                :to="`/jobs/${job.id}`"
                class="flex items-baseline gap-4 px-4 py-3 hover:bg-(--ui-primary)/8"
              >
                <span class="plate text-2xl w-10 text-right shrink-0">{{ job.number }}</span>
                <span class="grow min-w-0">
                  <span class="font-semibold block">{{ job.title }}</span>
                  <span class="muted block">
                    {{ joined(job.process, job.placeName, job.welder) }}
                  </span>
                </span>
                <span class="muted text-sm whitespace-nowrap hidden sm:block">
                  {{ when(job.updatedAt) }}
                </span>
              </NuxtLink>
            </li>
          </ul>
        </section>
      </div>
      <div class="space-y-6">
        <section v-if="signIn.may('lead', 'instructor', 'worker')" aria-labelledby="bay">
          <div class="flex items-end gap-3 mb-3">
            <h2 id="bay" class="grow">Session</h2>
            <UButton to="/card" variant="outline" color="neutral" icon="i-lucide-id-card">
              My card
            </UButton>
            <UButton to="/eyes" variant="outline" color="neutral" icon="i-lucide-eye">Eyes</UButton>
          </div>
          <ul v-if="(shift?.sessions.length ?? 0) > 0" class="panel divide-y divide-(--rule)">
            <li v-for="entry in shift?.sessions ?? []" :key="entry.id">
              <NuxtLink
                :to="`/sessions/${entry.id}`"
                class="flex gap-4 px-4 py-3 hover:bg-(--ui-primary)/8"
              >
                <span class="font-semibold grow">{{ entry.title }}</span>
                <span class="muted">{{ entry.people }} people</span>
              </NuxtLink>
            </li>
          </ul>
          <p v-else class="panel p-4 muted">
            None today.
            <NuxtLink class="link" to="/sessions">Copy the last one</NuxtLink>
          </p>
        </section>
        <RoundsToday />
        <section aria-labelledby="locked">
          <h2 id="locked" class="mb-3">Locked out</h2>
          <p v-if="shift?.locked.length === 0" class="panel p-4 muted">Nothing is locked out.</p>
          <ul v-else class="panel edge edge-stop divide-y divide-(--rule)">
            <li v-for="gear in shift?.locked ?? []" :key="gear.id">
              <NuxtLink
                :to="`/gear/${gear.kind}/${gear.id}`"
                class="flex gap-4 px-4 py-3 hover:bg-(--ui-primary)/8"
              >
                <span class="plate text-2xl shrink-0 w-16">{{ gear.label }}</span>
                <span class="leading-snug">{{ gear.reason }}</span>
              </NuxtLink>
            </li>
          </ul>
        </section>
        <section aria-labelledby="due">
          <h2 id="due" class="mb-3">Due today</h2>
          <p v-if="shift?.dueCount === 0" class="panel p-4 muted">Everything has been looked at.</p>
          <ul v-else class="panel p-4 flex flex-wrap gap-2">
            <li
              v-for="look in (shift?.due ?? []).slice(0, 20)"
              :key="`${look.id} ${look.occasion}`"
            >
              <UButton
                variant="outline"
                color="neutral"
                :to="`/gear/look/${look.kind}/${look.id}?look=${look.occasion}`"
              >
                <span class="plate text-xl">{{ look.label }}</span>
                <span class="muted text-sm font-normal">
                  {{ occasionName(look.occasion, look.everyDays).toLowerCase() }}
                </span>
              </UButton>
            </li>
            <li v-if="(shift?.dueCount ?? 0) > 20">
              <NuxtLink class="link" to="/gear/due">all {{ shift?.dueCount }}</NuxtLink>
            </li>
          </ul>
        </section>
        <section v-if="(shift?.expiring.length ?? 0) > 0" aria-labelledby="expiring">
          <h2 id="expiring" class="mb-3">Running out</h2>
          <ul class="panel divide-y divide-(--rule)">
            <li v-for="entry in shift?.expiring ?? []" :key="entry.personId + entry.what">
              <NuxtLink
                :to="`/people/${entry.personId}`"
                class="flex gap-3 px-4 py-2.5 hover:bg-(--ui-primary)/8"
              >
                <FindingMark :level="entry.on < today() ? 'stop' : 'caution'" :size="20" />
                <span class="grow">
                  <span class="font-semibold">{{ entry.name }},</span>
                  {{ entry.what === 'fit_test' ? 'fit test' : 'respirator clearance' }}
                </span>
                <span class="muted">{{ dayText(entry.on) }}</span>
              </NuxtLink>
            </li>
          </ul>
        </section>
        <p v-if="(shift?.reorder ?? 0) > 0">
          <NuxtLink class="link" to="/stores?show=order">
            {{ shift?.reorder }} {{ shift?.reorder === 1 ? 'item' : 'items' }} of the store to order
          </NuxtLink>
        </p>
      </div>
    </div>
  </div>
</template>
