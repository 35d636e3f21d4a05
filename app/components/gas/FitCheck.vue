<script setup lang="ts">
import { judgeFit, type GasSet } from '#core/gas/fit'
import { PRODUCT_IDS, PRODUCTS, type Composition, type ProductId } from '#core/gas/gas.table'
import {
  HOSE_COLOURS,
  HOSE_STANDARD_NAME,
  HOSE_STANDARDS,
  HOSE_USE_IDS,
  OUTLET_DATA,
  OUTLETS,
  THREADS,
  type HoseColour,
  type HoseStandard,
  type HoseUse,
  type Outlet,
  type Thread,
} from '#core/gas/outlet.table'
import type { Cylinder } from '#shared/gas/schema'
import { HOSE_USE_NAME } from '~/components/gas/gas-words'

/** Whether the parts of a set belong together, before anything is screwed on. What is not told is not known. */
const props = defineProps<{ cylinder: Cylinder | null }>()
const NOT_TOLD = 'none'
const product = ref<ProductId | typeof NOT_TOLD>(NOT_TOLD)
const service = ref<number | null>(null)
const outlet = ref<Outlet | typeof NOT_TOLD>(NOT_TOLD)
const use = ref<HoseUse | typeof NOT_TOLD>(NOT_TOLD)
const inlet = ref<Outlet | typeof NOT_TOLD>(NOT_TOLD)
const highest = ref<number | null>(null)
const standard = ref<HoseStandard>('us')
const colour = ref<HoseColour | typeof NOT_TOLD>(NOT_TOLD)
const thread = ref<Thread | typeof NOT_TOLD>(NOT_TOLD)
const torch = ref<HoseUse | typeof NOT_TOLD>(NOT_TOLD)
const arrestor = ref<HoseUse | typeof NOT_TOLD>(NOT_TOLD)
const copper = ref<number | null>(null)
const oil = ref<boolean | null>(null)
/** The cylinder at hand tells what it holds. */
const own = ref<Composition | null>(null)
watch(
  () => props.cylinder,
  (cylinder) => {
    if (!cylinder) return
    own.value = cylinder.parts
    service.value = cylinder.service
    outlet.value = cylinder.outlet ?? NOT_TOLD
  },
  { immediate: true },
)
const told = <T extends string>(value: T | typeof NOT_TOLD): T | null =>
  value === NOT_TOLD ? null : (value as T)
const set = computed((): GasSet => {
  const chosen = told(product.value)
  const hoseColour = told(colour.value)
  const regulatorUse = told(use.value)
  const regulatorInlet = told(inlet.value)
  const untold = !regulatorUse && !regulatorInlet && highest.value === null
  return {
    parts: props.cylinder ? own.value : chosen && PRODUCTS[chosen].parts,
    outlet: told(outlet.value),
    service: service.value,
    regulator: untold ? null : { use: regulatorUse, inlet: regulatorInlet, highest: highest.value },
    hose:
      hoseColour || thread.value !== NOT_TOLD
        ? { colour: hoseColour, standard: standard.value, thread: told(thread.value) }
        : null,
    torch: told(torch.value) && { use: told(torch.value) },
    arrestor: told(arrestor.value) && { use: told(arrestor.value) },
    copper: copper.value,
    oil: oil.value,
  }
})
const findings = computed(() => judgeFit(set.value))
const isAcetylene = computed(() => Boolean(set.value.parts?.acetylene))
const isOxygen = computed(() => findings.value.some(({ code }) => code === 'gas.fit.oil'))

const untold = { value: NOT_TOLD, label: 'Not told' } as const
const products = [untold, ...PRODUCT_IDS.map((value) => ({ value, label: PRODUCTS[value].name }))]
const outlets = [
  untold,
  ...OUTLETS.map((value) => ({ value, label: `CGA ${value}, ${OUTLET_DATA[value].says}` })),
]
const USES = [untold, ...HOSE_USE_IDS.map((value) => ({ value, label: HOSE_USE_NAME[value] }))]
const colours = [untold, ...HOSE_COLOURS.map((value) => ({ value, label: value }))]
const threads = [untold, ...THREADS.map((value) => ({ value, label: `${value}-handed` }))]
const standards = HOSE_STANDARDS.map((value) => ({ value, label: HOSE_STANDARD_NAME[value] }))
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="fit">
    <h2 id="fit">What goes on what</h2>
    <div class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-3 gap-4 items-start">
      <p v-if="cylinder" class="sm:col-span-2 lg:col-span-3">
        Cylinder
        <NuxtLink class="link" :to="`/gear/cylinder/${cylinder.id}`">{{ cylinder.label }}</NuxtLink>
        ,
        {{ cylinder.parts ? cylinder.gas : 'gas not told' }}
      </p>
      <UFormField v-else label="Gas">
        <USelect v-model="product" :items="products" class="w-full" />
      </UFormField>
      <UFormField label="Outlet of the valve">
        <USelect v-model="outlet" :items="outlets" class="w-full" />
      </UFormField>
      <QuantityInput v-model="service" unit="Pa" label="Pressure when full" />
      <UFormField label="Regulator is for">
        <USelect v-model="use" :items="USES" class="w-full" />
      </UFormField>
      <UFormField label="Regulator connection">
        <USelect v-model="inlet" :items="outlets" class="w-full" />
      </UFormField>
      <QuantityInput v-model="highest" unit="Pa" label="Regulator takes" />
      <UFormField label="Hose">
        <USelect v-model="colour" :items="colours" class="w-full" />
      </UFormField>
      <UFormField label="Hose colours by">
        <USelect v-model="standard" :items="standards" class="w-full" />
      </UFormField>
      <UFormField label="Thread of the hose">
        <USelect v-model="thread" :items="threads" class="w-full" />
      </UFormField>
      <UFormField label="Torch is for">
        <USelect v-model="torch" :items="USES" class="w-full" />
      </UFormField>
      <UFormField label="Arrestor is for">
        <USelect v-model="arrestor" :items="USES" class="w-full" />
      </UFormField>
      <QuantityInput
        v-if="isAcetylene"
        v-model="copper"
        unit="share"
        label="Copper in the fittings"
      />
      <YesNoChoice v-if="isOxygen" v-model="oil" legend="Oil or grease seen" />
    </div>
    <FindingList :findings="findings" />
  </section>
</template>
