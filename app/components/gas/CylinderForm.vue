<script setup lang="ts">
import {
  COMPONENT_DATA,
  COMPONENTS,
  PRODUCT_IDS,
  PRODUCTS,
  type Component,
  type Composition,
} from '#core/gas/gas.table'
import { partsOf } from '#core/gas/composition'
import { OUTLET_DATA, OUTLETS, outletsOf } from '#core/gas/outlet.table'
import { judgeRetest } from '#core/gas/retest'
import { gasRoutes } from '#shared/gas/routes'
import { cylinderBody, type Cylinder, type CylinderDetails } from '#shared/gas/schema'
import { call } from '~/composables/api'
import { useShift } from '~/stores/shift'
import { useSignIn } from '~/stores/sign-in'

/** What is told of a cylinder. The shoulder marks are read as they are typed. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ cylinder: Cylinder; onSaved?: () => unknown }>()
const signIn = useSignIn()
const shift = useShift()
const NOT_TOLD = 'none'
const MIX = 'mix'

const detailsOf = (cylinder: Cylinder): CylinderDetails => ({
  parts: cylinder.parts,
  volume: cylinder.volume,
  nominal: cylinder.nominal,
  tare: cylinder.tare,
  service: cylinder.service,
  marks: cylinder.marks,
  serial: cylinder.serial,
  tenure: cylinder.tenure,
  dailyRate: cylinder.dailyRate,
  supplier: cylinder.supplier,
  outlet: cylinder.outlet,
  capped: cylinder.capped,
  chained: cylinder.chained,
  version: cylinder.version,
})
const same = (a: Composition, b: Composition): boolean =>
  COMPONENTS.every((component) => Math.abs((a[component] ?? 0) - (b[component] ?? 0)) < 1e-6)
const productOf = (parts: Composition | null): string => {
  if (!parts) return NOT_TOLD
  return PRODUCT_IDS.find((id) => same(PRODUCTS[id].parts, parts)) ?? MIX
}
const form = ref<CylinderDetails>(detailsOf(props.cylinder))
const product = ref(NOT_TOLD)
/** Percentages of an own mix, as typed. */
const mix = ref<Partial<Record<Component, number | null>>>({})
watch(open, (now) => {
  if (!now) return
  form.value = detailsOf(props.cylinder)
  product.value = productOf(props.cylinder.parts)
  mix.value = Object.fromEntries(partsOf(props.cylinder.parts ?? {}))
})
const parts = computed((): Composition | null => {
  if (product.value === NOT_TOLD) return null
  const known = PRODUCT_IDS.find((id) => id === product.value)
  if (known) return PRODUCTS[known].parts
  return Object.fromEntries(
    COMPONENTS.flatMap((component) => {
      const share = mix.value[component]
      return share ? [[component, share]] : []
    }),
  )
})
const body = (): unknown => ({ ...form.value, parts: parts.value })
const send = (sent: CylinderDetails): Promise<unknown> =>
  call(gasRoutes.updateCylinder, { params: { id: props.cylinder.id }, body: sent })

const products = [
  { value: NOT_TOLD, label: 'Not told' },
  ...PRODUCT_IDS.map((value) => ({ value, label: PRODUCTS[value].name })),
  { value: MIX, label: 'Another mix' },
]
const outlets = computed(() => [
  { value: NOT_TOLD, label: 'Not told' },
  ...OUTLETS.map((value) => ({ value, label: `CGA ${value}, ${OUTLET_DATA[value].says}` })),
])
const outlet = computed({
  get: () => form.value.outlet ?? NOT_TOLD,
  set: (chosen: string) => {
    form.value.outlet = OUTLETS.find((one) => one === chosen) ?? null
  },
})
const usualOutlet = computed(() => {
  const [usual] = parts.value && partsOf(parts.value).length > 0 ? outletsOf(parts.value) : []
  return usual ? `CGA ${usual} is usual for this gas` : undefined
})
const TENURES = [
  { value: 'owned', label: 'Owned' },
  { value: 'rented', label: 'Rented' },
  { value: null, label: 'Not told' },
] as const
/** The day of the site; the server reads the marks again. */
const today = computed(() => (shift.shift?.now ?? new Date().toISOString()).slice(0, 10))
const retest = computed(() =>
  judgeRetest(form.value.marks, {
    today: today.value,
    tenure: form.value.tenure,
    stopsUse: signIn.me?.site.stopsUntested ?? false,
  }),
)
const rate = computed({
  get: () => String(form.value.dailyRate ?? ''),
  set: (typed: string) => {
    form.value.dailyRate = typed.trim() === '' ? null : Number(typed)
  },
})
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="`Describe ${cylinder.label}`"
    description="As the label and the shoulder say. What is left blank is not known."
    confirm="Save"
    wide
    :state="form"
    :schema="cylinderBody"
    :body="body"
    :send="send"
    @done="onSaved?.()"
    @changed="form.version = $event"
  >
    <UFormField label="Gas" help="By the label; a colour is no label" name="parts">
      <USelect v-model="product" :items="products" class="w-full" />
    </UFormField>
    <div v-if="product === MIX" class="grid grid-cols-2 sm:grid-cols-4 gap-3">
      <QuantityInput
        v-for="component in COMPONENTS"
        :key="component"
        :model-value="mix[component] ?? null"
        unit="share"
        :label="COMPONENT_DATA[component].name"
        @update:model-value="mix[component] = $event"
      />
    </div>
    <div class="grid grid-cols-1 sm:grid-cols-2 gap-4 items-start">
      <QuantityInput v-model="form.nominal" unit="m3" label="Holds when full" name="nominal" />
      <QuantityInput
        v-model="form.service"
        unit="Pa"
        label="Service pressure"
        help="On the shoulder"
        name="service"
      />
      <QuantityInput
        v-model="form.volume"
        unit="m3"
        label="Water volume"
        help="If it is marked"
        name="volume"
      />
      <QuantityInput v-model="form.tare" unit="kg" label="Empty weight (tare)" name="tare" />
    </div>
    <UFormField
      label="Shoulder marks"
      help="All of them as they stand, e.g. DOT 3AA2400 6 A123 19 +"
      name="marks"
    >
      <UInput v-model="form.marks" class="w-full" autocapitalize="characters" spellcheck="false" />
    </UFormField>
    <p v-if="form.marks" class="flex gap-2" aria-live="polite" data-testid="marks">
      <FindingMark :level="retest.finding.level" />
      <span>{{ retest.finding.sentence }}</span>
    </p>
    <UFormField label="Outlet" :help="usualOutlet" name="outlet">
      <USelect v-model="outlet" :items="outlets" class="w-full" />
    </UFormField>
    <ChoiceRow v-model="form.tenure" legend="Whose" :options="TENURES" />
    <div class="grid grid-cols-1 sm:grid-cols-3 gap-4 items-start">
      <UFormField label="Supplier" name="supplier">
        <UInput v-model="form.supplier" class="w-full" />
      </UFormField>
      <UFormField label="Rent a day" name="dailyRate">
        <UInput v-model="rate" inputmode="decimal" class="w-full" />
      </UFormField>
      <UFormField label="Serial number" name="serial">
        <UInput v-model="form.serial" class="w-full" />
      </UFormField>
    </div>
    <YesNoChoice v-model="form.capped" legend="Cap on" />
    <YesNoChoice v-model="form.chained" legend="Upright and chained" />
  </FormDialog>
</template>
