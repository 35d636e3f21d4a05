<script setup lang="ts">
import type { z } from 'zod'
import {
  CYLINDER_STATE_NAME,
  CYLINDER_STATES,
  isConnected,
  type CylinderState,
} from '#core/gas/move'
import { gasRoutes } from '#shared/gas/routes'
import { cylinderMoveEntry, type Cylinder } from '#shared/gas/schema'
import { inspectionRoutes } from '#shared/inspection/routes'
import { shopRoutes } from '#shared/shop/routes'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { useLoad } from '~/composables/load'

/** Another place or another state. Valve, regulator and cap come first. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  cylinder: Cylinder
  empty: boolean
  onDone?: (cylinder: Cylinder) => unknown
}>()
const events = useEventIds()
const stores = useLoad(() => call(gasRoutes.gasStores, {}))
const stations = useLoad(() => call(shopRoutes.stations, {}))
const sets = useLoad(
  async () =>
    (await call(inspectionRoutes.gearList, { query: { kind: 'gasSet', all: true } })).rows,
)
const NOWHERE = 'none'
const form = ref({
  state: 'full' as CylinderState,
  place: NOWHERE,
  checks: { shut: false, regulatorOff: false, capped: false, guarded: false },
  chained: false,
  note: '',
})
const herePlace = computed(() => {
  const { storeId, stationId, setId } = props.cylinder
  if (setId) return `set:${setId}`
  if (storeId) return `store:${storeId}`
  return stationId ? `station:${stationId}` : NOWHERE
})
watch(open, (now) => {
  if (!now) return
  form.value = {
    state: props.empty ? 'empty' : (props.cylinder.state ?? 'full'),
    place: herePlace.value,
    checks: { shut: false, regulatorOff: false, capped: false, guarded: false },
    chained: false,
    note: '',
  }
  void stores.load()
  void stations.load()
  void sets.load()
})
const places = computed(() => [
  { value: NOWHERE, label: form.value.state === 'returned' ? 'Back to the supplier' : 'Not told' },
  ...(stores.data.value ?? []).map(({ id, name }) => ({ value: `store:${id}`, label: name })),
  ...(stations.data.value ?? []).map(({ id, name }) => ({ value: `station:${id}`, label: name })),
  ...(sets.data.value ?? []).map(({ id, label }) => ({
    value: `set:${id}`,
    label: `Gas set ${label}`,
  })),
])
watch(
  () => form.value.state,
  (state) => {
    if (state === 'returned') form.value.place = NOWHERE
  },
)
const states = CYLINDER_STATES.map((value) => ({ value, label: CYLINDER_STATE_NAME[value] }))
/** Nothing has to be shut or capped for a word on what it is. */
const travels = computed(
  () => form.value.place !== herePlace.value || form.value.state === 'returned',
)
function body(): unknown {
  const { state, place, checks, chained, note } = form.value
  const [kind, id = null] = place.split(':')
  // Staying where it is, cap and chain are as they were, unless somebody says more.
  const stays = !travels.value
  return {
    version: props.cylinder.version,
    state,
    storeId: kind === 'store' ? id : null,
    stationId: kind === 'station' ? id : null,
    setId: kind === 'set' ? id : null,
    checks: stays ? { ...checks, capped: checks.capped || Boolean(props.cylinder.capped) } : checks,
    chained: stays && !chained ? props.cylinder.chained : chained,
    note,
  }
}
const send = (entry: z.output<typeof cylinderMoveEntry>): Promise<Cylinder> =>
  events.once('move', { id: props.cylinder.id, entry }, (eventId) =>
    call(gasRoutes.moveCylinder, {
      params: { id: props.cylinder.id },
      body: { ...entry, eventId },
    }),
  )
const title = computed(() =>
  props.empty ? `Mark ${props.cylinder.label} empty` : `Move ${props.cylinder.label}`,
)
const description = computed(() =>
  props.empty
    ? 'Close the valve, leave some pressure, chalk MT on it.'
    : 'Never by the cap, never on its side with acetylene in it.',
)
const connects = computed(() => isConnected(form.value.state))
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="title"
    :description="description"
    :confirm="empty ? 'It is empty' : 'Move it'"
    :state="form"
    :schema="cylinderMoveEntry"
    :body="body"
    :send="send"
    @done="onDone?.($event)"
  >
    <ChoiceRow v-model="form.state" legend="It is now" :options="states" name="state" />
    <UFormField
      label="Where"
      :help="connects ? 'The station or gas set where it is connected' : undefined"
      :name="connects ? 'stationId' : 'storeId'"
    >
      <USelect v-model="form.place" :items="places" class="w-full" />
    </UFormField>
    <fieldset v-if="travels" class="space-y-2">
      <legend class="font-semibold mb-1">Before it moved</legend>
      <UFormField name="checks.shut">
        <UCheckbox v-model="form.checks.shut" label="Valve shut" />
      </UFormField>
      <UFormField name="checks.regulatorOff">
        <UCheckbox v-model="form.checks.regulatorOff" label="Regulator off" />
      </UFormField>
      <UFormField name="checks.capped">
        <UCheckbox v-model="form.checks.capped" label="Cap on" />
      </UFormField>
      <UCheckbox
        v-model="form.checks.guarded"
        label="A guard around valve and regulator is fitted"
      />
    </fieldset>
    <UCheckbox v-model="form.chained" label="It stands upright and chained now" />
    <UFormField label="Note" name="note">
      <UInput v-model="form.note" class="w-full" />
    </UFormField>
  </FormDialog>
</template>
