<script setup lang="ts">
import { dangerOf } from '#core/gas/danger'
import { CYLINDER_STATE_NAME } from '#core/gas/move'
import { gasRoutes } from '#shared/gas/routes'
import type { Cylinder } from '#shared/gas/schema'
import { quantityText } from '#shared/units/units'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'
import { joined } from '~/components/frame/joined'
import { shareText, stateText } from '~/components/gas/gas-words'

/** What is in a cylinder, where it stands, until when its test holds; and the three things done with it by one thumb. */
const props = defineProps<{ id: string }>()
const signIn = useSignIn()
const units = useUnits()
const { when } = useSiteTime()
const toast = useToast()
const { data, failure, load } = useLoad(() =>
  call(gasRoutes.cylinder, { params: { id: props.id } }),
)
onMounted(load)
defineExpose({ load })
const dialog = ref<'reading' | 'move' | 'empty' | 'details' | 'lay' | null>(null)
const shows = (name: NonNullable<typeof dialog.value>) =>
  computed({
    get: () => dialog.value === name,
    set: (open: boolean) => {
      dialog.value = open ? name : null
    },
  })
const reading = shows('reading')
const details = shows('details')
const lay = shows('lay')
const moving = computed({
  get: () => dialog.value === 'move' || dialog.value === 'empty',
  set: (open: boolean) => {
    if (open) return
    dialog.value = null
    // Somebody else may have moved it meanwhile.
    void load()
  },
})
/** On a phone the word has the room, not the picture. */
const ROOMY = { leadingIcon: 'hidden sm:block' }
const mayLog = computed(
  () => signIn.may('lead', 'instructor', 'worker') && data.value?.cylinder.state !== 'returned',
)
/** Shielding gas is what a flow meter is set for. */
const isShielding = computed(() => {
  const { parts } = data.value!.cylinder
  return parts !== null && dangerOf(parts) === 'inert'
})
const isAcetylene = computed(() => Boolean(data.value!.cylinder.parts?.acetylene))
const leftText = computed(() => {
  const { left } = data.value!.cylinder
  return left === null ? 'Not known' : quantityText({ amount: left, unit: 'm3' }, units.value)
})
const placeText = computed(() =>
  joined(stateText(data.value!.cylinder), data.value!.cylinder.place ?? 'place not told'),
)
type Event = NonNullable<typeof data.value>['events'][number]
function eventText(event: Event): string {
  const { kind, minutes, pressure, temperature, weight, state, place } = event
  if (kind === 'lay') {
    const lain = minutes === null ? 'nobody knows for how long' : `for ${minutes} min`
    return joined(`Lay down, ${lain}`, event.note)
  }
  if (state) return joined(CYLINDER_STATE_NAME[state], place, event.note)
  return joined(
    pressure !== null && quantityText({ amount: pressure, unit: 'Pa' }, units.value),
    temperature !== null && quantityText({ amount: temperature, unit: 'K' }, units.value),
    weight !== null && quantityText({ amount: weight, unit: 'kg' }, units.value),
    event.note,
  )
}
async function logged(cylinder: Cylinder): Promise<void> {
  toast.add({ title: `${cylinder.label}: ${stateText(cylinder)}, left ${shareText(cylinder)}` })
  await load()
}
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <section v-else-if="data" class="panel p-4 sm:p-6 space-y-4" aria-labelledby="gas">
    <div class="flex gap-5">
      <div class="w-20 shrink-0"><CylinderFigure class="h-48" :cylinder="data.cylinder" /></div>
      <div class="grow min-w-0 space-y-2">
        <h2 id="gas">{{ data.cylinder.parts ? data.cylinder.gas : 'Gas not told' }}</h2>
        <p>
          <span class="plate text-4xl" data-testid="left">{{ shareText(data.cylinder) }}</span>
          <span class="muted ml-2">{{ leftText }}</span>
        </p>
        <p class="font-semibold">{{ placeText }}</p>
        <p v-if="data.cylinder.reading" class="muted">Read {{ when(data.cylinder.reading.at) }}</p>
      </div>
    </div>
    <div v-if="mayLog" class="grid grid-cols-3 gap-2">
      <UButton block size="xl" :ui="ROOMY" icon="i-lucide-gauge" @click="dialog = 'reading'">
        Reading
      </UButton>
      <UButton
        block
        size="xl"
        variant="outline"
        :ui="ROOMY"
        icon="i-lucide-move"
        @click="dialog = 'move'"
      >
        Move
      </UButton>
      <UButton
        block
        size="xl"
        variant="outline"
        :ui="ROOMY"
        icon="i-lucide-circle-off"
        @click="dialog = 'empty'"
      >
        Empty
      </UButton>
    </div>
    <FindingList :findings="data.cylinder.findings" />
    <TimeLeft v-if="isShielding" :cylinder="data.cylinder" />
    <div v-if="data.emptied">
      <h3 class="mb-2">If it empties into the room</h3>
      <FindingLine :finding="data.emptied" />
    </div>
    <div class="grid grid-cols-1 lg:grid-cols-2 gap-6">
      <div>
        <h3 class="mb-2">Readings and moves</h3>
        <p v-if="data.events.length === 0" class="muted">None yet.</p>
        <ol class="space-y-2 max-h-80 overflow-y-auto" tabindex="0" aria-label="Readings and moves">
          <li v-for="event in data.events" :key="event.id" class="border-b border-(--rule) pb-1">
            <span class="font-semibold">{{ eventText(event) }}</span>
            <span class="muted block text-sm">
              {{ joined(when(event.at), event.by, event.rehearsal && 'rehearsal') }}
            </span>
          </li>
        </ol>
      </div>
      <div>
        <h3 class="mb-2">The cylinder</h3>
        <CylinderFacts :cylinder="data.cylinder" />
        <UButton
          class="mt-3 mr-2"
          variant="outline"
          color="neutral"
          :to="`/gear/set?cylinder=${data.cylinder.id}`"
        >
          What goes on it
        </UButton>
        <UButton
          v-if="mayLog && isAcetylene"
          class="mt-3 mr-2"
          variant="outline"
          color="neutral"
          @click="lay = true"
        >
          It lay down
        </UButton>
        <UButton
          v-if="signIn.may('lead', 'instructor')"
          class="mt-3"
          variant="outline"
          color="neutral"
          @click="details = true"
        >
          Describe it
        </UButton>
      </div>
    </div>
    <ReadingForm v-model:open="reading" :cylinder="data.cylinder" @done="logged" />
    <CylinderMoveForm
      v-model:open="moving"
      :cylinder="data.cylinder"
      :empty="dialog === 'empty'"
      @done="logged"
    />
    <LayForm v-model:open="lay" :cylinder="data.cylinder" @done="logged" />
    <CylinderForm v-model:open="details" :cylinder="data.cylinder" @saved="load" />
  </section>
</template>
