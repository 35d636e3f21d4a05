<script setup lang="ts">
import type { DeliveryPreview } from '#shared/gas/delivery'
import { gasRoutes } from '#shared/gas/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSignIn } from '~/stores/sign-in'

/** A delivery note is looked at first, row by row; only then it is taken over, exactly as shown. */
useHead({ title: 'Delivery · Zonaris' })
const signIn = useSignIn()
const stores = useLoad(() => call(gasRoutes.gasStores, {}))
onMounted(stores.load)
const csv = ref('')
const storeId = ref<string>()
watch(
  () => stores.data.value,
  (all) => {
    storeId.value ??= all?.[0]?.id
  },
)
const preview = shallowRef<DeliveryPreview | null>(null)
const { busy, message, submit } = useSubmit()
const choices = computed(() =>
  (stores.data.value ?? []).map(({ id, name }) => ({ value: id, label: name })),
)
const ACTIONS = [
  { value: 'add', says: 'New', level: 'clear' },
  { value: 'back', says: 'Full again', level: 'clear' },
  { value: 'broken', says: 'Broken', level: 'stop' },
] as const
async function take(text: string): Promise<void> {
  csv.value = text
  await look()
}
async function look(): Promise<void> {
  preview.value =
    (await submit(() =>
      call(gasRoutes.takeDelivery, { body: { csv: csv.value, storeId: storeId.value! } }),
    )) ?? null
}
async function apply(): Promise<void> {
  const { fingerprint } = preview.value!
  const done = await submit(() =>
    call(gasRoutes.takeDelivery, {
      body: { csv: csv.value, storeId: storeId.value!, apply: true, fingerprint },
    }),
  )
  if (done) preview.value = done
}
/** Another store is another plan. */
watch(storeId, () => {
  preview.value = null
})
const ready = computed(() => csv.value.trim() !== '' && storeId.value !== undefined)
</script>

<template>
  <div class="space-y-5">
    <header>
      <p class="muted"><NuxtLink class="link" to="/gear/rack">Rack</NuxtLink></p>
      <h1>Delivery</h1>
    </header>
    <p v-if="!signIn.may('lead', 'instructor')" class="panel edge edge-caution p-4 font-semibold">
      A lead or instructor takes a delivery.
    </p>
    <p v-else-if="stores.data.value?.length === 0" class="panel p-5 muted">
      Add a store on the rack first; a delivery is put somewhere.
    </p>
    <section v-else class="panel p-4 sm:p-6 space-y-4">
      <p>
        CSV with a first line of column names.
        <span class="font-semibold">label and gas</span>
        must be there. A label that was empty or sent back comes back full; any other is new. Each
        then gets its arrival check by its checklist: a colour is no label.
      </p>
      <p class="muted text-sm break-words">
        label, gas, size_ft3 or size_m3, pressure_psi or pressure_bar, tare_lb or tare_kg, serial,
        marks, whose (owned or rented), rent_a_day, supplier
      </p>
      <UFormField label="Put into">
        <USelect v-model="storeId" :items="choices" class="w-full max-w-sm" />
      </UFormField>
      <UFormField label="Delivery note as a file">
        <FileInput label="Delivery note as a file" accept=".csv,text/csv,text/plain" @read="take" />
      </UFormField>
      <UFormField label="Or as text">
        <UTextarea v-model="csv" :rows="5" class="w-full font-mono" />
      </UFormField>
      <UButton variant="outline" :loading="busy" :disabled="!ready" @click="look">
        Look at it
      </UButton>
      <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    </section>
    <ImportPreview
      v-if="preview"
      :preview="preview"
      :actions="ACTIONS"
      :columns="['Label', 'Gas']"
      label="Rows of the delivery"
      :busy="busy"
      @apply="apply"
    >
      <template #done><UButton to="/gear/rack">To the rack</UButton></template>
      <template #cells="{ row }">
        <td>{{ row.label }}</td>
        <td>
          {{ row.gas }}
          <span v-if="!row.gasTold" class="muted">(not a name known here: not told)</span>
        </td>
      </template>
    </ImportPreview>
  </div>
</template>
