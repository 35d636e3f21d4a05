<script setup lang="ts">
import { gasRoutes } from '#shared/gas/routes'
import { gasStoreBody, type GasStore, type GasStoreBody } from '#shared/gas/schema'
import { call } from '~/composables/api'

/** A place where cylinders stand, and what was measured there. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ store: GasStore | null; onSaved?: () => unknown }>()
const BLANK: GasStoreBody = {
  name: '',
  indoors: null,
  oxygenToFuel: null,
  barrier: null,
  toCombustibles: null,
  toHeat: null,
  apart: null,
}
const form = ref<GasStoreBody>({ ...BLANK })
watch(open, (now) => {
  if (!now) return
  const { id: _, cylinders: __, ...known } = props.store ?? { ...BLANK, id: '', cylinders: 0 }
  form.value = { ...known }
})
const send = (body: GasStoreBody): Promise<unknown> =>
  props.store
    ? call(gasRoutes.updateGasStore, { params: { id: props.store.id }, body })
    : call(gasRoutes.createGasStore, { body })
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="store ? `Change ${store.name}` : 'Add a store'"
    description="What is left blank is not known, and not known is never shown as safe."
    :confirm="store ? 'Save' : 'Add'"
    :state="form"
    :schema="gasStoreBody"
    :body="() => form"
    :send="send"
    @done="onSaved?.()"
    @changed="form.version = $event"
  >
    <UFormField label="Name" name="name">
      <UInput v-model="form.name" class="w-full" />
    </UFormField>
    <YesNoChoice v-model="form.indoors" legend="Inside a building" />
    <div class="grid grid-cols-1 sm:grid-cols-3 gap-4 items-start">
      <QuantityInput
        v-model="form.oxygenToFuel"
        unit="m"
        label="Oxygen to fuel gas"
        name="oxygenToFuel"
      />
      <QuantityInput
        v-model="form.toCombustibles"
        unit="m"
        label="To what burns easily"
        name="toCombustibles"
      />
      <QuantityInput v-model="form.toHeat" unit="m" label="To the next heat" name="toHeat" />
    </div>
    <YesNoChoice
      v-model="form.barrier"
      legend="Wall between oxygen and fuel gas, 5 ft (1.5 m), half an hour of fire"
    />
    <YesNoChoice v-model="form.apart" legend="Full and empty stand apart and are marked" />
  </FormDialog>
</template>
