<script setup lang="ts">
import { reachText, SWEEP, type SweepLine } from '#core/firewatch/rules.table'
import type { SweepAnswer } from '#core/firewatch/fire'
import { lookReach } from '#core/firewatch/spark-reach'
import { thingsInReach } from '#core/firewatch/reach-map'
import { planRoutes } from '#shared/plan/routes'
import { permitRoutes } from '#shared/permit/routes'
import { permitDraftBody, type Permit, type PermitDraftBody } from '#shared/permit/schema'
import { NEW_CONTAINER } from '#shared/permit/container'
import { watchText } from '#shared/permit/watch-text'
import { call } from '~/composables/api'
import { useKeptDraft } from '~/composables/kept-draft'
import { useGround } from '~/composables/permit/ground'
import { useKeptPhotos } from '~/composables/photo/kept'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

/** The fire side of a draft: sweep, people, times, rule. Saved as it is answered, so that the walk around the area can be interrupted. */
const props = defineProps<{ permit: Permit }>()
const emit = defineEmits<{ saved: [permit: Permit] }>()
const signIn = useSignIn()
const { toLocal, fromLocal, zone } = useSiteTime()
const { busy, errors, message, submit, check } = useSubmit()

const bodyOf = (permit: Permit): PermitDraftBody => ({
  sweep: { ...permit.sweep },
  operatorId: permit.operatorId,
  fireWatchId: permit.fireWatchId,
  validFrom: permit.validFrom,
  validTo: permit.validTo,
  ruleSets: [...permit.ruleSets],
  watchers: permit.watchers.map(({ personId, side }) => ({ personId, side })),
  attendantId: permit.attendantId,
  rescue: permit.rescue,
  putsBackId: permit.putsBackId,
  work: permit.work,
  height: permit.height,
  container: permit.container && { ...permit.container },
  sketch: permit.sketch,
  found: permit.found.map((one) => ({ ...one })),
  version: permit.version,
})
const draft = ref<PermitDraftBody>(bodyOf(props.permit))
const { dirty, restored, begin, settle } = useKeptDraft(`permit-${props.permit.id}`, draft)
begin(bodyOf(props.permit))
/** Somebody else saved it meanwhile; what is typed here and not saved stays. */
watch(
  () => props.permit.version,
  (version) => {
    if (dirty.value || draft.value.version === version) return
    draft.value = bodyOf(props.permit)
    settle()
  },
)

const time = (key: 'validFrom' | 'validTo') =>
  computed({
    get: () => toLocal(draft.value[key]),
    set: (local: string) => {
      const iso = fromLocal(local)
      if (iso) draft.value[key] = iso
    },
  })
const from = time('validFrom')
const to = time('validTo')
/** Those of the shop hold on every permit. */
const ofShop = computed(() => signIn.me?.site.ruleSets ?? [])
/** As the last saved answers make it; the server reckons it. */
const rulesSay = computed(() => `${watchText(props.permit)} after the last arc`)
const NEVER = SWEEP.filter((line) => line.never)
const AROUND = SWEEP.filter((line) => !line.never)
const published = useLoad(() => call(planRoutes.plan, {}))
onMounted(published.load)
const { plan, sketch, sketching, beginSketch, dropSketch, pointing, pointed } = useGround(
  draft,
  props.permit.id,
  computed(() => published.data.value?.published?.plan ?? null),
)
const photos = useKeptPhotos()
const keptPhotos = computed(
  () => new Set(props.permit.found.flatMap(({ photo }) => (photo ? [photo] : []))),
)
/** As far as the rules ask, or as sparks fly by the last saved answers. */
const reach = computed(() => lookReach(props.permit.sparks, props.permit.reach))
/** What the plan shows for each line. */
const shown = computed(() => {
  const { work } = draft.value
  const items = plan.value && work ? thingsInReach(plan.value, work, reach.value) : []
  const names = (line: string): string =>
    items
      .filter((item) => item.line === line)
      .map(({ name }) => name)
      .join(', ')
  return new Map(SWEEP.map(({ id }) => [id, names(id)]))
})
const sweep = computed({
  get: () => draft.value.sweep as Record<string, SweepAnswer | undefined>,
  set: (answers) => {
    draft.value.sweep = answers
  },
})
/** Asked as soon as the sweep says that there is one; what was told stays while somebody changes their mind. */
watch(
  () => sweep.value.container,
  (answer) => {
    if (answer === 'yes') draft.value.container ??= { ...NEW_CONTAINER }
  },
  { immediate: true },
)
/** One press answers as last time whatever is not answered yet; whoever saves it has seen it. */
const likeLast = computed(() => {
  const { from } = props.permit
  return from && SWEEP.some(({ id }) => !sweep.value[id] && from.sweep[id]) ? from : null
})
function answerLikeLast(): void {
  draft.value.sweep = { ...props.permit.from?.sweep, ...draft.value.sweep }
}
const answeredOf = (lines: readonly SweepLine[]): string =>
  `${lines.filter(({ id }) => sweep.value[id]).length} of ${lines.length} answered`
const mayWrite = computed(() => signIn.may('lead', 'instructor', 'worker'))

async function save(): Promise<void> {
  const body = check(permitDraftBody, draft.value)
  if (!body) return
  const taken = body.found.flatMap(({ photo }) =>
    photo && !keptPhotos.value.has(photo) ? [photo] : [],
  )
  const saved = await submit(async () => {
    await photos.sendAll({ kind: 'permit', id: props.permit.id }, taken, true)
    return call(permitRoutes.updatePermit, { params: { id: props.permit.id }, body })
  })
  if (!saved) return
  await photos.drop(taken)
  draft.value = bodyOf(saved)
  settle()
  emit('saved', saved)
}
defineExpose({ dirty, save })
</script>

<template>
  <div class="space-y-5">
    <p v-if="restored" class="edge edge-caution px-3 py-2">
      Your unsaved answers were brought back.
    </p>
    <section v-if="plan" aria-labelledby="place-of-work">
      <h3 id="place-of-work" class="font-semibold mb-2">Where the work is</h3>
      <PermitPlace
        v-model="draft.work"
        v-model:height="draft.height"
        v-model:pointing="pointing"
        :plan="plan"
        :permit="permit"
        :found="draft.found"
        :errors="errors"
        :disabled="!mayWrite"
        @pointed="pointed"
      />
    </section>
    <Failure
      v-else-if="published.failure.value"
      :failure="published.failure.value"
      @retry="published.load"
    />
    <div v-else-if="published.data.value" class="space-y-3">
      <p class="muted">
        No plan is published, so nothing around the work is measured. Look around it.
      </p>
      <QuantityInput
        v-model="draft.height"
        unit="m"
        label="Height of the work above the floor"
        :error="errors.height"
        :disabled="!mayWrite"
      />
    </div>
    <div v-if="mayWrite" class="flex flex-wrap gap-2 items-center">
      <UButton variant="outline" color="neutral" icon="i-lucide-pencil-ruler" @click="beginSketch">
        {{ draft.sketch ? 'Change the sketch' : 'Elsewhere: sketch the place' }}
      </UButton>
      <UButton v-if="draft.sketch" variant="ghost" color="neutral" @click="dropSketch">
        Drop the sketch
      </UButton>
      <p v-if="errors.sketch" class="text-stop basis-full">{{ errors.sketch }}</p>
    </div>
    <LazySketchDialog v-if="sketching" v-model:open="sketching" v-model="sketch" />
    <FoundList
      v-model="draft.found"
      v-model:pointing="pointing"
      :work="draft.work"
      :kept="keptPhotos"
      :errors="errors"
      :disabled="!mayWrite"
    />
    <div v-if="likeLast && mayWrite" class="edge edge-caution px-3 py-2 space-y-2">
      <p>
        Like permit {{ likeLast.number }}. What was answered then stands beside each line; it counts
        once somebody has walked the area again.
      </p>
      <UButton variant="outline" color="neutral" @click="answerLikeLast">
        I walked it now: as under {{ likeLast.number }}
      </UButton>
    </div>
    <fieldset class="space-y-1" :disabled="!mayWrite">
      <legend class="font-semibold mb-2">
        Never weld where one of these is not so: {{ answeredOf(NEVER) }}
      </legend>
      <SweepLines
        v-model="sweep"
        :lines="NEVER"
        :reach="permit.reach"
        :shown="shown"
        :permit="permit"
      />
      <ContainerForm
        v-if="sweep.container === 'yes' && draft.container"
        v-model="draft.container"
        :errors="errors"
      />
    </fieldset>
    <fieldset class="space-y-1" :disabled="!mayWrite">
      <legend class="font-semibold mb-2">
        The sweep, {{ reachText(reach) }} around: {{ answeredOf(AROUND) }}
      </legend>
      <SweepLines
        v-model="sweep"
        :lines="AROUND"
        :reach="permit.reach"
        :shown="shown"
        :permit="permit"
      />
    </fieldset>
    <PermitPeople v-model="draft" :permit="permit" :errors="errors" :disabled="!mayWrite" />
    <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
      <UFormField label="Valid from" :help="zone" :error="errors.validFrom">
        <UInput v-model="from" type="datetime-local" class="w-full" :disabled="!mayWrite" />
      </UFormField>
      <UFormField
        label="Valid to"
        :help="`At most the shift, ${signIn.me?.site.shiftHours} h`"
        :error="errors.validTo"
      >
        <UInput
          v-model="to"
          type="datetime-local"
          class="w-full"
          :disabled="!mayWrite"
          data-testid="valid-to"
        />
      </UFormField>
    </div>
    <fieldset>
      <legend class="font-semibold mb-2">Rules</legend>
      <RuleSets v-model="draft.ruleSets" :locked="ofShop" :disabled="!mayWrite" />
      <p class="muted text-sm mt-1">The strictest governs: {{ rulesSay }}.</p>
      <p v-if="errors.ruleSets" class="text-stop">{{ errors.ruleSets }}</p>
    </fieldset>
    <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    <UButton v-if="mayWrite" :loading="busy" :disabled="!dirty" @click="save">
      {{ dirty ? 'Save the fire check' : 'Fire check saved' }}
    </UButton>
  </div>
</template>
