<script setup lang="ts">
import type { ComponentPublicInstance } from 'vue'
import { planRoutes } from '#shared/plan/routes'
import type { UnreachedGround } from '#shared/plan/ways'
import { call } from '~/composables/api'
import { useAddress } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useJudged } from '~/composables/plan/judged'
import { useShownFindings } from '~/composables/plan/shown'
import { useSiteTime } from '~/composables/time'
import { useChanged } from '~/stores/changes'
import { useSignIn } from '~/stores/sign-in'

/** The shop to scale as it was published last, with what the plan says. */
useHead({ title: 'Plan · Zonaris' })
const signIn = useSignIn()
const { when } = useSiteTime()
const address = useAddress()
/** One that was kept by a job or a permit; empty: the newest. */
const version = computed(() => address.text('version'))
const { data, failure, load } = useLoad(async () =>
  version.value
    ? {
        published: await call(planRoutes.planVersion, { params: { number: version.value } }),
      }
    : call(planRoutes.plan, {}),
)
const { found, readFurther } = useJudged('published')
const reload = (): Promise<unknown> => Promise.all([load(), found.load()])
onMounted(reload)
watch(version, load)
useChanged(['plan', 'gear', 'gas', 'stations'], reload)
const published = computed(() => data.value?.published ?? null)
const floors = computed(() => published.value?.plan.floors ?? [])
const floor = computed(
  () => floors.value.find(({ id }) => id === address.text('floor')) ?? floors.value[0],
)
const floorId = computed({
  get: () => floor.value?.id ?? '',
  set: (id) => address.put({ floor: id }),
})
const things = computed(
  () => published.value?.plan.things.filter((thing) => thing.floor === floor.value?.id) ?? [],
)
/** What is said holds for the newest plan alone. */
const judged = computed(() => (version.value ? null : found.data.value))
const { shown, levels, lines, screens } = useShownFindings(
  judged,
  useTemplateRef<ComponentPublicInstance>('canvas'),
)
const unreached = ref<UnreachedGround>([])
const strips = computed(
  () => unreached.value.find((one) => one.floor === floor.value?.id)?.strips ?? [],
)

const chosen = ref<string[]>([])
const thing = computed(() => things.value.find(({ id }) => id === chosen.value[0]) ?? null)
const path = computed(() => {
  if (!thing.value?.of) return null
  if (thing.value.kind === 'station') return `/air/stations/${thing.value.of}`
  if (thing.value.kind === 'gasStore') return `/gear/rack?store=${thing.value.of}`
  return `/gear/${thing.value.kind}/${thing.value.of}`
})
</script>

<template>
  <div class="space-y-4">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <h1>Plan</h1>
        <p v-if="published" class="muted">
          Version {{ published.number }}, published by {{ published.person }}
          {{ when(published.at) }}.
          <template v-if="published.note">{{ published.note }}</template>
        </p>
      </div>
      <UButton
        v-if="published"
        variant="outline"
        color="neutral"
        icon="i-lucide-monitor"
        to="/plan/wall"
      >
        Wall screen
      </UButton>
      <UButton v-if="signIn.may('lead', 'instructor')" icon="i-lucide-pencil-ruler" to="/plan/draw">
        Draw
      </UButton>
    </header>
    <Failure v-if="failure" :failure="failure" @retry="reload" />
    <div v-else-if="data && !published" class="panel p-6 space-y-3">
      <p>No plan is published yet. Drawn to scale, it measures rooms, distances and ways itself.</p>
      <UButton v-if="signIn.may('lead', 'instructor')" to="/plan/draw">Draw the shop</UButton>
    </div>
    <template v-else-if="published && floor">
      <FloorChoice v-model="floorId" :floors="floors" />
      <div class="grid grid-cols-1 lg:grid-cols-[2fr_1fr] gap-4">
        <div class="space-y-2 min-w-0 lg:sticky lg:top-2 lg:self-start">
          <PlanCanvas
            :key="floor.id"
            ref="canvas"
            v-model:chosen="chosen"
            class="h-[44dvh] lg:h-[66dvh] min-h-80"
            :things="things"
            :levels="levels"
            :lines="lines"
            :screens="screens"
            :strips="strips"
            :label="`Plan of ${floor.name}, ${things.length} things; what it says stands beside it`"
          >
            <div v-if="thing" class="absolute left-3 bottom-3 panel p-3" role="status">
              <p class="font-semibold">{{ thing.name }}</p>
              <NuxtLink v-if="path" :to="path" class="underline">Open</NuxtLink>
            </div>
          </PlanCanvas>
          <UnreachedChoice v-if="!version" v-model="unreached" :floor="floor.id" />
          <PlanDrawings :floor="floor.id" :version="version" />
          <PlanLegend :things="things" />
        </div>
        <section aria-labelledby="says" class="min-w-0">
          <h2 id="says" class="mb-2">What the plan says</h2>
          <p v-if="version">
            This is how version {{ version }} was drawn. What is said holds for the newest plan.
            <NuxtLink class="link" to="/plan">Show that one</NuxtLink>
          </p>
          <Failure
            v-else-if="found.failure.value"
            :failure="found.failure.value"
            @retry="found.load"
          />
          <PlanFindings
            v-else-if="judged"
            v-model="shown"
            :judged="judged"
            :floor="floor.id"
            :read-further="readFurther"
          />
          <p v-else class="muted">Measuring…</p>
        </section>
      </div>
    </template>
    <p v-else class="muted">Reading the plan…</p>
  </div>
</template>
