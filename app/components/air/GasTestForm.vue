<script setup lang="ts">
import {
  afterRelease,
  FUEL_GASES,
  judgeRelease,
  leaked,
  type Release,
} from '#core/air/closed-space'
import { GASES, SUBSTANCE_NAME, type Gas } from '#core/exposure/terms'
import { airRoutes } from '#shared/api/air'
import { gasTestBody, type JobAir } from '#shared/air/schema'
import { call } from '~/composables/api'
import { parseNumber } from '~/components/frame/number-text'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'

/** Closed spaces: what a leak or purge does to the air, and the test before entry. */
const props = defineProps<{ air: JobAir; volume: number; mayWrite: boolean }>()
const emit = defineEmits<{ saved: [] }>()
const { when } = useSiteTime()
const { busy, errors, message, submit, check } = useSubmit()
const blank = () => ({
  id: crypto.randomUUID(),
  oxygen: null as number | null,
  explosive: null as number | null,
  others: {} as Partial<Record<Gas, number>>,
  instrument: '',
  bumpTested: false,
  minutes: 60,
})
const form = ref(blank())
const text = (value: number | null | undefined): string =>
  value === null || value === undefined ? '' : String(value)
const number = (typed: string | number): number | null => parseNumber(String(typed))
function setOther(gas: Gas, typed: string | number): void {
  const value = number(typed)
  const rest = Object.fromEntries(
    Object.entries(form.value.others).filter(([name]) => name !== gas),
  )
  form.value.others = value === null ? rest : { ...rest, [gas]: value }
}
async function save(): Promise<void> {
  const body = check(gasTestBody, form.value)
  if (
    !body ||
    !(await submit(() => call(airRoutes.gasTest, { params: { id: props.air.job.id }, body })))
  )
    return
  form.value = blank()
  emit('saved')
}
const GAS_NAME: Record<Release['gas'], string> = {
  inert: 'Argon, nitrogen, CO₂',
  oxygen: 'Oxygen',
  acetylene: 'Acetylene',
  propane: 'Propane',
  methane: 'Natural gas',
  hydrogen: 'Hydrogen',
}
const leak = ref({
  gas: 'inert' as Release['gas'],
  litres: 15,
  minutes: 30,
  mixed: 'worst' as 'worst' | 'mixed',
  from: 'leak' as 'leak' | 'cylinder',
  contents: 8.5 as number | null,
})
const amount = (): number =>
  leak.value.from === 'cylinder'
    ? (leak.value.contents ?? 0)
    : leaked(leak.value.litres, leak.value.minutes)
const space = ref<number | null>(props.volume || null)
watch(
  () => props.volume,
  (volume) => {
    if (space.value === null && volume > 0) space.value = volume
  },
)
const release = computed(() => {
  try {
    return space.value
      ? judgeRelease({
          gas: leak.value.gas,
          amount: amount(),
          space: space.value,
          mixed: leak.value.mixed === 'mixed',
        })
      : null
  } catch {
    return null
  }
})
const after = computed(() => {
  try {
    return space.value
      ? afterRelease({
          gas: leak.value.gas,
          amount: amount(),
          space: space.value,
          mixed: leak.value.mixed === 'mixed',
        })
      : null
  } catch {
    return null
  }
})
</script>

<template>
  <div class="space-y-5">
    <form
      v-if="mayWrite"
      class="grid grid-cols-2 sm:grid-cols-4 gap-4 items-start"
      novalidate
      @submit.prevent="save"
    >
      <UFormField label="Oxygen, %" :error="errors.oxygen">
        <UInput
          :model-value="text(form.oxygen)"
          inputmode="decimal"
          class="w-full"
          @update:model-value="form.oxygen = number($event)"
        />
      </UFormField>
      <UFormField label="Explosive, % of LEL" :error="errors.explosive">
        <UInput
          :model-value="text(form.explosive)"
          inputmode="decimal"
          class="w-full"
          @update:model-value="form.explosive = number($event)"
        />
      </UFormField>
      <UFormField
        v-for="gas in GASES"
        :key="gas"
        :label="`${SUBSTANCE_NAME[gas]}, ppm`"
        :error="errors[`others.${gas}`]"
      >
        <UInput
          :model-value="text(form.others[gas])"
          inputmode="decimal"
          class="w-full"
          @update:model-value="setOther(gas, $event)"
        />
      </UFormField>
      <UFormField label="Instrument" :error="errors.instrument">
        <UInput v-model="form.instrument" class="w-full" />
      </UFormField>
      <UFormField label="Counts for, minutes" :error="errors.minutes">
        <UInput v-model.number="form.minutes" type="number" min="5" max="480" class="w-full" />
      </UFormField>
      <div class="space-y-2 col-span-2">
        <UCheckbox v-model="form.bumpTested" label="Bump tested today" />
        <UButton type="submit" :loading="busy">Log the gas test</UButton>
      </div>
      <p v-if="message" role="alert" class="text-stop font-semibold col-span-2 sm:col-span-4">
        {{ message }}
      </p>
    </form>
    <ul v-if="air.gasTests.length" class="divide-y divide-(--rule)">
      <li v-for="test in air.gasTests.slice(0, 6)" :key="test.id" class="py-1.5">
        {{ when(test.at) }}: oxygen {{ test.oxygen ?? 'not read' }} %, explosive
        {{ test.explosive ?? 'not read' }} %
        <template v-for="(value, gas) in test.others" :key="gas">
          , {{ SUBSTANCE_NAME[gas as Gas].toLowerCase() }} {{ value }} ppm
        </template>
        .
        <span class="muted">
          {{ test.by }}, {{ test.instrument }}, counts until {{ when(test.until) }}
        </span>
      </li>
    </ul>
    <div class="space-y-3">
      <h3>If gas leaks or a purge runs</h3>
      <div class="grid grid-cols-2 sm:grid-cols-4 gap-4 items-start">
        <UFormField label="Gas">
          <USelect
            v-model="leak.gas"
            :items="
              (['inert', 'oxygen', ...FUEL_GASES] as const).map((value) => ({
                value,
                label: GAS_NAME[value],
              }))
            "
            class="w-full"
          />
        </UFormField>
        <ChoiceRow
          v-model="leak.from"
          legend="How much"
          :options="[
            { value: 'leak', label: 'Leak or purge' },
            { value: 'cylinder', label: 'Whole cylinder' },
          ]"
        />
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
          :options="[
            { value: 'worst', label: 'Pushes the air out' },
            { value: 'mixed', label: 'Mixes and overflows' },
          ]"
        />
        <p v-if="after" class="col-span-2 sm:pt-7">
          <span class="plate text-4xl" data-testid="oxygen-after">
            {{ after.oxygen.toFixed(1) }} %
          </span>
          oxygen left
        </p>
      </div>
      <FindingLine v-if="release" :finding="release" />
    </div>
  </div>
</template>
