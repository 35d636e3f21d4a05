<script setup lang="ts">
import { planRoutes } from '#shared/plan/routes'
import { byName } from '~/composables/by-name'
import { call } from '~/composables/api'
import { useAddress } from '~/composables/list'
import { useLoad } from '~/composables/load'

/** What is due in the order in which one walks to it, drawn and as a list. */
const props = defineProps<{ days: number; today: string }>()
const address = useAddress()
const from = computed(() => address.text('from'))
const plan = useLoad(() => call(planRoutes.plan, {}))
const walk = useLoad(() =>
  call(planRoutes.planWalk, {
    query: { days: String(props.days), ...(from.value && { from: from.value }) },
  }),
)
onMounted(() => Promise.all([plan.load(), walk.load()]))
watch([() => props.days, from], walk.load)

const all = computed(() => plan.data.value?.published?.plan.things ?? [])
const things = computed(() =>
  all.value.filter(({ floor }) => floor === walk.data.value?.from?.floor),
)
/** Where a walk may begin. */
const STARTS = ['exit', 'station', 'desk', 'meetingPoint']
const starts = computed(() =>
  all.value
    .filter(({ kind }) => STARTS.includes(kind))
    .map(({ id, name }) => ({ value: id, label: name }))
    .toSorted((a, b) => byName(a.label, b.label)),
)
const begin = computed({
  get: () => from.value || walk.data.value?.from?.thing,
  set: (thing) => address.put({ from: thing }),
})
const lines = computed(() => walk.data.value?.stops.map(({ points }) => points) ?? [])
const levels = computed(
  () => new Map(walk.data.value?.stops.map(({ thing }) => [thing, 'caution']) ?? []),
)
const hasWay = computed(() => (walk.data.value?.stops.length ?? 0) > 0)
</script>

<template>
  <Failure v-if="walk.failure.value" :failure="walk.failure.value" @retry="walk.load" />
  <p v-else-if="!walk.data.value" class="muted">Looking for a short way…</p>
  <div v-else class="space-y-4">
    <div v-if="hasWay" class="grid lg:grid-cols-[3fr_2fr] gap-4 items-start">
      <PlanCanvas
        v-if="things.length"
        class="h-[40dvh] lg:h-[60dvh] lg:sticky lg:top-4"
        :things="things"
        :lines="lines"
        :levels="levels"
        label="The way over the plan; the list beside it has the same order"
      />
      <div class="space-y-3">
        <UFormField label="From">
          <USelectMenu v-model="begin" :items="starts" value-key="value" class="w-full" />
        </UFormField>
        <p>
          <QuantityText :amount="walk.data.value.length" unit="m" />
          in all, a short way, not proved to be the shortest.
        </p>
        <ol class="panel p-4">
          <li
            v-for="(stop, i) in walk.data.value.stops"
            :key="stop.thing"
            class="border-b border-(--rule) last:border-0 py-2"
          >
            <p class="flex gap-3 items-baseline">
              <span class="plate text-2xl w-8">{{ i + 1 }}</span>
              <span class="font-semibold grow">{{ stop.name }}</span>
              <span class="muted"><QuantityText :amount="stop.metres" unit="m" /></span>
            </p>
            <LookRow
              v-for="look in stop.looks"
              :key="`${look.id} ${look.occasion}`"
              :look="look"
              :today="today"
            />
          </li>
        </ol>
      </div>
    </div>
    <p v-else class="panel p-4">
      Nothing that is due is drawn on a published plan.
      <NuxtLink class="link" to="/plan">Open the plan</NuxtLink>
    </p>
    <section v-if="walk.data.value.astray.length" class="panel p-4">
      <h2 class="mb-2">Not on this walk</h2>
      <p class="muted">Not drawn, on another floor, or no way leads there.</p>
      <LookRow
        v-for="look in walk.data.value.astray"
        :key="`${look.id} ${look.occasion}`"
        :look="look"
        :today="today"
      />
    </section>
    <p v-if="walk.data.value.more" class="muted">There are more; these are the longest overdue.</p>
  </div>
</template>
