<script setup lang="ts">
import {
  ALLOYS,
  PARTS,
  partName,
  sumOfParts,
  type Composition,
  type Part,
} from '#core/fume/composition'
import { EMISSION_FACTORS, EMISSION_SOURCE } from '#core/fume/emission.table'
import { PROCESSES, PROCESS_NAME } from '#core/job/job'
import { fumeRoutes } from '#shared/fume/routes'
import { compositionSchema } from '#shared/fume/schema'
import { type ImportPreview } from '#shared/files/schema'
import { figure } from '#shared/units/units'
import { call } from '~/composables/api'
import { parseNumber } from '~/components/frame/number-text'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSignIn } from '~/stores/sign-in'

/** Consumables of the shop's own, from their data sheets, beside the table that ships with it. */
useHead({ title: 'Own consumables · Zonaris' })
const signIn = useSignIn()
const toast = useToast()
const mayWrite = computed(() => signIn.may('lead', 'instructor'))
const own = useLoad(() => call(fumeRoutes.consumables, {}))
onMounted(own.load)
const { submit } = useSubmit()
const blank = (): Composition => ({
  name: '',
  process: 'GMAW',
  alloy: 'steel',
  fume: Number.NaN,
  of: 'fume',
  parts: {},
  reference: '',
})
const form = ref<Composition>(blank())
const adding = ref(false)
const sum = computed(() =>
  sumOfParts(
    Object.fromEntries(
      Object.entries(form.value.parts).filter(([, value]) => Number.isFinite(value)),
    ),
  ),
)
function setPart(part: Part, typed: string | number): void {
  const rest = Object.fromEntries(
    Object.entries(form.value.parts).filter(([name]) => name !== part),
  )
  const share = parseNumber(String(typed))
  form.value.parts = share === null ? rest : { ...rest, [part]: share }
}
const add = (body: Composition): Promise<unknown> => call(fumeRoutes.createConsumable, { body })
async function added(): Promise<void> {
  form.value = blank()
  adding.value = false
  await own.load()
}
async function retire(id: string, retired: boolean): Promise<void> {
  if (await submit(() => call(fumeRoutes.retireConsumable, { params: { id }, body: { retired } })))
    await own.load()
}
const send = (text: string, format: 'csv' | 'json', apply: boolean): Promise<ImportPreview> =>
  call(fumeRoutes.importConsumables, { body: { text, format, apply } })
async function applied(rows: number): Promise<void> {
  toast.add({ title: `${rows} taken over`, icon: 'i-lucide-check' })
  await own.load()
}
const OF = [
  { value: 'fume', label: 'the fume (fume analysis)' },
  { value: 'consumable', label: 'the wire or rod' },
] as const
const partsText = ({ parts, reference }: Composition): string => {
  const shares = Object.entries(parts).map(([part, share]) => `${partName(part as Part)} ${share}`)
  return `${shares.join(', ')}. ${reference}`
}
const cell = (value: number | null): string => (value === null ? 'no data' : figure(value))
</script>

<template>
  <div class="space-y-6">
    <div class="flex flex-wrap items-end gap-3">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/air">Air</NuxtLink></p>
        <h1>Consumables</h1>
      </div>
      <UButton v-if="mayWrite" icon="i-lucide-plus" @click="adding = !adding">
        Add from a data sheet
      </UButton>
    </div>
    <FormFrame
      v-if="adding"
      class="panel p-4 sm:p-6 space-y-4"
      v-slot="{ busy }"
      :state="form"
      :schema="compositionSchema"
      :body="() => form"
      :send="add"
      @done="added"
    >
      <div class="grid grid-cols-1 sm:grid-cols-3 gap-4 items-start">
        <UFormField label="Name" name="name">
          <UInput v-model="form.name" class="w-full" />
        </UFormField>
        <UFormField label="Process">
          <USelect
            v-model="form.process"
            :items="PROCESSES.map((value) => ({ value, label: PROCESS_NAME[value] }))"
            class="w-full"
          />
        </UFormField>
        <UFormField label="Alloy">
          <USelect v-model="form.alloy" :items="[...ALLOYS]" class="w-full" />
        </UFormField>
        <UFormField label="Fume, g per kg melted" name="fume">
          <UInput
            :model-value="Number.isNaN(form.fume) ? '' : String(form.fume)"
            inputmode="decimal"
            class="w-full"
            @update:model-value="form.fume = parseNumber(String($event)) ?? Number.NaN"
          />
        </UFormField>
        <ChoiceRow
          v-model="form.of"
          legend="The shares below are of"
          :options="OF"
          class="sm:col-span-2"
        />
        <UFormField label="Data sheet" name="reference" class="sm:col-span-3">
          <UInput v-model="form.reference" class="w-full" />
        </UFormField>
      </div>
      <div class="grid grid-cols-2 sm:grid-cols-4 gap-3">
        <UFormField
          v-for="part in PARTS"
          :key="part"
          :label="partName(part)"
          :name="`parts.${part}`"
        >
          <UInput
            :model-value="form.parts[part] === undefined ? '' : String(form.parts[part])"
            inputmode="decimal"
            placeholder="0 to 1"
            class="w-full"
            @update:model-value="setPart(part, $event)"
          />
        </UFormField>
      </div>
      <p :class="Math.abs(sum - 1) > 0.005 ? 'text-caution font-semibold' : 'font-semibold'">
        Together {{ figure(sum) }} of 1
      </p>
      <UFormField name="parts" />
      <p class="muted text-sm">
        Shares of the wire only bound what is in its fume: manganese is taken at up to six times its
        share, others at up to twice. A fume analysis from the maker is better.
      </p>
      <UButton type="submit" :loading="busy">Add it</UButton>
    </FormFrame>
    <section class="panel p-4 sm:p-6 space-y-3" aria-labelledby="own">
      <h2 id="own">Own</h2>
      <Failure v-if="own.failure.value" :failure="own.failure.value" @retry="own.load" />
      <p v-else-if="own.data.value?.length === 0" class="muted">None yet.</p>
      <ul v-else class="divide-y divide-(--rule)">
        <li
          v-for="row in own.data.value ?? []"
          :key="row.id"
          class="flex flex-wrap gap-x-4 py-2 items-center"
          :class="{ 'opacity-70': row.retired }"
        >
          <span class="grow">
            <span class="font-semibold">{{ row.composition.name }},</span>
            {{ row.composition.process }}, {{ figure(row.composition.fume) }} g/kg, shares of the
            {{ row.composition.of === 'fume' ? 'fume' : 'wire: bounds' }}
            <span class="muted block text-sm">
              {{ partsText(row.composition) }}
            </span>
          </span>
          <span v-if="row.retired">retired</span>
          <UButton
            v-if="mayWrite"
            variant="ghost"
            color="neutral"
            @click="retire(row.id, !row.retired)"
          >
            {{ row.retired ? 'Bring back' : 'Retire' }}
          </UButton>
        </li>
      </ul>
    </section>
    <section v-if="mayWrite" class="panel p-4 sm:p-6 space-y-3" aria-labelledby="import">
      <h2 id="import">Import</h2>
      <p>
        CSV with the columns
        <span class="font-semibold">name, process, alloy, fume, of, reference</span>
        and one for each part; or JSON, a list of the same with
        <span class="font-mono">parts</span>
        as an object. Fume in g per kg melted;
        <span class="font-mono">of</span>
        is fume or consumable; parts are mass fractions that add up to 1.
      </p>
      <p class="muted text-sm break-words">Parts: {{ PARTS.join(', ') }}.</p>
      <FileImport
        :send="send"
        accept=".csv,.json,text/csv,application/json"
        label="Consumables file"
        @applied="applied"
      />
    </section>
    <section class="panel p-4 sm:p-6 space-y-3" aria-labelledby="table">
      <h2 id="table">The table that ships with it</h2>
      <p class="muted">
        {{ EMISSION_SOURCE.document }}, recalled; g per kg melted. "No data" is never zero.
      </p>
      <SideScroll label="Emission factors">
        <table class="list">
          <thead>
            <tr>
              <th>Consumable</th>
              <th>Fume</th>
              <th>Chromium</th>
              <th>Chromium VI</th>
              <th>Manganese</th>
              <th>Nickel</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in EMISSION_FACTORS" :key="row.name">
              <td>{{ row.name }}</td>
              <td>{{ figure(row.fume) }}</td>
              <td>{{ cell(row.chromium) }}</td>
              <td>{{ cell(row.chromiumVI) }}</td>
              <td>{{ cell(row.manganese) }}</td>
              <td>{{ cell(row.nickel) }}</td>
            </tr>
          </tbody>
        </table>
      </SideScroll>
    </section>
  </div>
</template>
