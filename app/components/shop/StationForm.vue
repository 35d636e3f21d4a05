<script setup lang="ts">
import { FIRE_CLASS_NAME, FIRE_CLASSES, type FireClass } from '#core/inspection/fire-class'
import { shopRoutes } from '#shared/shop/routes'
import { stationBody, type Station, type StationBody } from '#shared/shop/schema'
import { UNKNOWN_AIR } from '~/components/job/job-draft'
import { call } from '~/composables/api'
import { usePlanRooms } from '~/composables/plan/rooms'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ station: Station | null; onSaved?: () => unknown }>()
const { roomOf } = usePlanRooms()
const blank = (): StationBody => ({
  name: '',
  designated: true,
  air: { ...UNKNOWN_AIR },
  burns: null,
})
const form = ref<StationBody>(blank())
watch(open, (now) => {
  if (now)
    form.value = props.station
      ? {
          name: props.station.name,
          designated: props.station.designated,
          air: { ...props.station.air },
          burns: props.station.burns && [...props.station.burns],
          version: props.station.version,
        }
      : blank()
})

const send = (body: StationBody): Promise<unknown> =>
  props.station
    ? call(shopRoutes.updateStation, { params: { id: props.station.id }, body })
    : call(shopRoutes.createStation, { body })
/** None ticked: not told. */
const burns = computed({
  get: () => form.value.burns ?? [],
  set: (all: FireClass[]) => {
    form.value.burns = all.length > 0 ? all : null
  },
})
const BURNS = FIRE_CLASSES.map((value) => ({
  value,
  label: FIRE_CLASS_NAME[value],
}))
const HOT_WORK = [
  { value: true, label: 'Designated area' },
  { value: false, label: 'Needs a permit' },
] as const
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="station ? `Change ${station.name}` : 'Add a station'"
    description="Measured figures; leave blank what nobody has measured."
    wide
    :confirm="station ? 'Save' : 'Add'"
    :state="form"
    :schema="stationBody"
    :body="() => form"
    :send="send"
    @done="onSaved?.()"
    @changed="form.version = $event"
  >
    <UFormField label="Name" name="name">
      <UInput v-model="form.name" class="w-full" />
    </UFormField>
    <ChoiceRow v-model="form.designated" legend="Hot work here" :options="HOT_WORK" />
    <UFormField name="burns">
      <UCheckboxGroup v-model="burns" :items="BURNS" legend="What can burn here" />
    </UFormField>
    <AirFields v-model="form.air" prefix="air" :room="roomOf(station?.id)" />
  </FormDialog>
</template>
