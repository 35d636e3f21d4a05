<script setup lang="ts">
import { routes } from '#shared/api/routes'
import { stationBody, type Station, type StationBody } from '#shared/shop/schema'
import { UNKNOWN_AIR } from '~/components/job/job-draft'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ station: Station | null }>()
const emit = defineEmits<{ saved: [] }>()
const { busy, errors, message, submit, check } = useSubmit()
const blank = (): StationBody => ({ name: '', designated: true, air: { ...UNKNOWN_AIR } })
const form = ref<StationBody>(blank())
watch(open, (now) => {
  if (now)
    form.value = props.station
      ? {
          name: props.station.name,
          designated: props.station.designated,
          air: { ...props.station.air },
        }
      : blank()
})

async function save(): Promise<void> {
  const body = check(stationBody, form.value)
  if (!body) return
  const done = props.station
    ? await submit(() => call(routes.updateStation, { params: { id: props.station!.id }, body }))
    : await submit(() => call(routes.createStation, { body }))
  if (!done) return
  open.value = false
  emit('saved')
}
</script>

<template>
  <UModal
    v-model:open="open"
    :title="station ? `Change ${station.name}` : 'Add a station'"
    description="Measured figures; leave blank what nobody has measured."
    :ui="{ content: 'max-w-3xl' }"
  >
    <template #body>
      <form id="station" class="space-y-4" novalidate @submit.prevent="save">
        <UFormField label="Name" :error="errors.name">
          <UInput v-model="form.name" class="w-full" />
        </UFormField>
        <ChoiceRow
          v-model="form.designated"
          legend="Hot work here"
          :options="[
            { value: true, label: 'Designated area' },
            { value: false, label: 'Needs a permit' },
          ]"
        />
        <AirFields v-model="form.air" :errors="errors" prefix="air" />
        <p
          v-if="message && Object.keys(errors).length === 0"
          role="alert"
          class="text-stop font-semibold"
        >
          {{ message }}
        </p>
      </form>
    </template>
    <template #footer>
      <UButton type="submit" form="station" :loading="busy">{{ station ? 'Save' : 'Add' }}</UButton>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
    </template>
  </UModal>
</template>
