<script setup lang="ts">
import { GEAR_KINDS } from '#core/inspection/kind'
import { OCCASIONS, occasionName } from '#core/inspection/occasion'
import { inspectionRoutes } from '#shared/inspection/routes'
import { RESULT_WORDS } from '~/components/inspection/line-words'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useGearKinds } from '~/stores/gear-kinds'
import { useShift } from '~/stores/shift'

/** A look at one piece of gear, one line a screen, and from there to whatever is due next. */
const route = useRoute()
const kinds = useGearKinds()
const shift = useShift()
const kind = GEAR_KINDS.find((name) => name === route.params.kind)
const id = String(route.params.id)
if (!kind) throw createError({ statusCode: 404, fatal: true })
const occasion = OCCASIONS.find((name) => name === route.query.look) ?? 'beforeUse'
const { data, failure, load } = useLoad(async () => {
  await kinds.load()
  return call(inspectionRoutes.gear, { params: { kind, id } })
})
onMounted(load)
useHead({ title: () => `${data.value?.gear.label ?? 'Look'} · Zonaris` })

const result = ref<keyof typeof RESULT_WORDS | null>(null)
function logged(how: string): void {
  result.value = how as keyof typeof RESULT_WORDS
}
/** What is due next, as the shift bar has it. */
const next = computed(() =>
  (shift.shift?.due ?? []).find((look) => look.id !== id || look.occasion !== occasion),
)
const hasLook = computed(() => data.value && kinds.linesOf(data.value.gear, occasion).length > 0)
</script>

<template>
  <Failure v-if="failure && !data" :failure="failure" @retry="load" />
  <div v-else-if="data" class="max-w-2xl mx-auto space-y-4">
    <header class="flex items-end gap-3">
      <div class="grow min-w-0">
        <p class="muted">
          {{ data.gear.kindName }}. {{ occasionName(occasion, data.gear.everyDays) }}
        </p>
        <h1>{{ data.gear.label }}</h1>
      </div>
      <UButton variant="outline" color="neutral" :to="`/gear/${kind}/${id}?look=${occasion}`">
        All lines
      </UButton>
    </header>
    <section v-if="result" class="panel p-5 space-y-4" role="status" data-testid="logged">
      <p class="flex gap-3 items-center text-2xl font-semibold">
        <FindingMark :level="RESULT_WORDS[result].level" :size="32" />
        {{ RESULT_WORDS[result].text }}
      </p>
      <div class="grid gap-3">
        <UButton
          v-if="next"
          block
          class="min-h-20 text-xl"
          icon="i-lucide-arrow-right"
          :to="`/gear/look/${next.kind}/${next.id}?look=${next.occasion}`"
        >
          Next: {{ next.label }}
        </UButton>
        <UButton block size="xl" variant="outline" color="neutral" to="/scan">Scan</UButton>
        <UButton block size="xl" variant="ghost" color="neutral" :to="`/gear/${kind}/${id}`">
          {{ data.gear.label }}
        </UButton>
      </div>
    </section>
    <p v-else-if="!hasLook" class="panel p-5">There is no such look for this kind of gear.</p>
    <GearLook v-else :gear="data.gear" :occasion="occasion" @logged="logged" />
  </div>
  <p v-else class="muted">Reading the gear…</p>
</template>
