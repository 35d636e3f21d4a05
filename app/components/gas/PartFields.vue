<script setup lang="ts">
import {
  HOSE_COLOURS,
  HOSE_STANDARD_NAME,
  HOSE_STANDARDS,
  HOSE_USE_IDS,
  OUTLET_DATA,
  OUTLETS,
  THREADS,
} from '#core/gas/outlet.table'
import type { PartFacts, PartKind } from '#core/gas/set/kind'
import { HOSE_USE_NAME } from '~/components/gas/gas-words'

/** What is told of a regulator, hose, arrestor or torch. What is left open is not known. */
const facts = defineModel<PartFacts>({ required: true })
const props = defineProps<{ kind: PartKind }>()
const NOT_TOLD = 'none'
const untold = { value: NOT_TOLD, label: 'Not told' } as const
type ListField = 'use' | 'inlet' | 'colour' | 'standard' | 'thread'
type Listed<F extends ListField> = NonNullable<PartFacts[F]> | typeof NOT_TOLD
/** A list has no empty choice, so what is not told goes by a word of its own. */
const listed = <F extends ListField>(field: F) =>
  computed({
    get: (): Listed<F> => (facts.value[field] ?? NOT_TOLD) as Listed<F>,
    set: (value: Listed<F>) => {
      facts.value = { ...facts.value, [field]: value === NOT_TOLD ? null : value }
    },
  })
const use = listed('use')
const inlet = listed('inlet')
const colour = listed('colour')
const standard = listed('standard')
const thread = listed('thread')
const MM = 1000
const bore = computed({
  get: () => (facts.value.bore === null ? null : facts.value.bore * MM),
  set: (value: number | null) => {
    facts.value = { ...facts.value, bore: value === null ? null : value / MM }
  },
})
/** Oxygen goes with either fuel, so a torch goes by its fuel. */
const uses = computed(() => [
  untold,
  ...HOSE_USE_IDS.filter((value) => props.kind !== 'torch' || value !== 'oxygen').map((value) => ({
    value,
    label: HOSE_USE_NAME[value],
  })),
])
const outlets = [
  untold,
  ...OUTLETS.map((value) => ({ value, label: `CGA ${value}, ${OUTLET_DATA[value].says}` })),
]
const colours = [untold, ...HOSE_COLOURS.map((value) => ({ value, label: value }))]
const standards = [
  untold,
  ...HOSE_STANDARDS.map((value) => ({ value, label: HOSE_STANDARD_NAME[value] })),
]
const threads = [untold, ...THREADS.map((value) => ({ value, label: `${value}-handed` }))]
</script>

<template>
  <div class="grid grid-cols-1 sm:grid-cols-2 gap-4 items-start">
    <UFormField v-if="kind !== 'hose'" label="Made for" name="facts.use">
      <USelect v-model="use" :items="uses" class="w-full" />
    </UFormField>
    <template v-if="kind === 'regulator'">
      <UFormField label="Connection" name="facts.inlet">
        <USelect v-model="inlet" :items="outlets" class="w-full" />
      </UFormField>
      <QuantityInput v-model="facts.highest" unit="Pa" label="Takes up to" name="facts.highest" />
      <QuantityInput
        v-model="facts.step"
        unit="Pa"
        label="Finest step of the outlet gauge"
        help="A leak test depends on it"
        name="facts.step"
      />
    </template>
    <template v-if="kind === 'hose'">
      <UFormField label="Colour" name="facts.colour">
        <USelect v-model="colour" :items="colours" class="w-full" />
      </UFormField>
      <UFormField label="Colour by" name="facts.standard">
        <USelect v-model="standard" :items="standards" class="w-full" />
      </UFormField>
      <UFormField label="Thread" name="facts.thread">
        <USelect v-model="thread" :items="threads" class="w-full" />
      </UFormField>
      <QuantityInput v-model="bore" unit="mm" label="Bore" name="facts.bore" />
      <QuantityInput v-model="facts.length" unit="m" label="Length" name="facts.length" />
    </template>
  </div>
</template>
