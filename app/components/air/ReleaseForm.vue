<script setup lang="ts">
import {
  afterRelease,
  FUEL_GASES,
  judgeRelease,
  leaked,
  type Release,
} from '#core/air/closed-space'

/** What a leak, a purge or a whole cylinder does to the air of a closed space. */
const props = defineProps<{ volume: number }>()
const GAS_NAME: Record<Release['gas'], string> = {
  inert: 'Argon, nitrogen, CO₂',
  oxygen: 'Oxygen',
  acetylene: 'Acetylene',
  propane: 'Propane',
  methane: 'Natural gas',
  hydrogen: 'Hydrogen',
}
const gases = (['inert', 'oxygen', ...FUEL_GASES] as const).map((value) => ({
  value,
  label: GAS_NAME[value],
}))
const FROM = [
  { value: 'leak', label: 'Leak or purge' },
  { value: 'cylinder', label: 'Whole cylinder' },
] as const
const SPREADS = [
  { value: 'worst', label: 'Pushes the air out' },
  { value: 'mixed', label: 'Mixes and overflows' },
] as const

const leak = ref({
  gas: 'inert' as Release['gas'],
  litres: 15,
  minutes: 30,
  mixed: 'worst' as 'worst' | 'mixed',
  from: 'leak' as 'leak' | 'cylinder',
  contents: 8.5 as number | null,
})
const space = ref<number | null>(props.volume || null)
watch(
  () => props.volume,
  (volume) => {
    if (space.value === null && volume > 0) space.value = volume
  },
)
const release = computed((): Release | null => {
  const { gas, from, contents, litres, minutes, mixed } = leak.value
  if (!space.value) return null
  const amount = from === 'cylinder' ? (contents ?? 0) : leaked(litres, minutes)
  return { gas, amount, space: space.value, mixed: mixed === 'mixed' }
})
const answer = computed(() => {
  try {
    if (!release.value) return null
    const { oxygen } = afterRelease(release.value)
    return { oxygen: `${oxygen.toFixed(1)} %`, finding: judgeRelease(release.value) }
  } catch {
    return null
  }
})
</script>

<template>
  <div class="space-y-3">
    <h3>If gas leaks or a purge runs</h3>
    <div class="grid grid-cols-2 sm:grid-cols-4 gap-4 items-start">
      <UFormField label="Gas">
        <USelect v-model="leak.gas" :items="gases" class="w-full" />
      </UFormField>
      <ChoiceRow v-model="leak.from" legend="How much" :options="FROM" />
      <template v-if="leak.from === 'leak'">
        <UFormField label="Litres a minute">
          <UInput v-model.number="leak.litres" type="number" min="0" class="w-full" />
        </UFormField>
        <UFormField label="Minutes">
          <UInput v-model.number="leak.minutes" type="number" min="0" class="w-full" />
        </UFormField>
      </template>
      <QuantityInput
        v-else
        v-model="leak.contents"
        unit="m3"
        label="Contents, as free gas"
        help="On the label or the supplier's sheet"
      />
      <QuantityInput v-model="space" unit="m3" label="Closed space" />
      <ChoiceRow
        v-model="leak.mixed"
        legend="How it spreads"
        class="col-span-2"
        :options="SPREADS"
      />
      <p v-if="answer" class="col-span-2 sm:pt-7">
        <span class="plate text-4xl" data-testid="oxygen-after">{{ answer.oxygen }}</span>
        oxygen left
      </p>
    </div>
    <FindingLine v-if="answer" :finding="answer.finding" />
  </div>
</template>
