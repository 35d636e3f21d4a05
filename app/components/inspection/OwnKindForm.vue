<script setup lang="ts">
import { USE_MEASURES, USE_NAME, type GearKind, type UseMeasure } from '#core/inspection/kind'
import { gearKindRoutes } from '#shared/inspection/kind-routes'
import { ownKindBody, type OwnKind, type OwnKindBody } from '#shared/inspection/kind'
import { display } from '#shared/units/units'
import { UNITS, type Unit } from '#core/finding/finding'
import { KIND_CHOICES } from '~/components/inspection/gear-words'
import { call } from '~/composables/api'
import { useUnits } from '~/composables/units'

/** A kind of gear that the shop adds: its name, what is told of it, and what it is fitted to. */
const open = defineModel<boolean>('open', { required: true })
const USE_SAYS: Record<UseMeasure, string> = {
  sessions: 'Sessions, counted by themselves',
  cycles: 'Cycles, told by people',
  arcHours: 'Arc hours, told by people',
}
const props = defineProps<{ kind: OwnKind | null; onSaved?: () => unknown }>()
const units = useUnits()

type FieldType = OwnKindBody['fields'][number]['type']
interface FieldRow {
  id: string
  name: string
  type: FieldType
  unit: Unit
  min: number | null
  max: number | null
  options: string
}
const blank = () => ({
  name: '',
  everyDays: 1,
  fields: [] as FieldRow[],
  fittedTo: [] as Exclude<GearKind, 'own'>[],
  use: 'none' as UseMeasure | 'none',
  amount: '',
  version: undefined as number | undefined,
})
const form = ref(blank())
const toRow = (field: OwnKind['fields'][number]): FieldRow => ({
  id: field.id,
  name: field.name,
  type: field.type,
  unit: field.type === 'number' ? field.unit : 'mm',
  min: field.type === 'number' ? field.min : 0,
  max: field.type === 'number' ? field.max : null,
  options: field.type === 'choice' ? field.options.map(({ label }) => label).join(', ') : '',
})
watch(open, (now) => {
  if (!now) return
  const { kind } = props
  form.value = kind
    ? {
        name: kind.name,
        everyDays: kind.everyDays,
        fields: kind.fields.map(toRow),
        fittedTo: [...kind.fittedTo],
        use: kind.use?.of ?? 'none',
        amount: kind.use ? String(kind.use.amount) : '',
        version: kind.version,
      }
    : blank()
})

/** "Wall bracket" becomes wallBracket. */
const idOf = (name: string): string =>
  name
    .replace(/[^A-Za-z0-9 ]/g, '')
    .trim()
    .split(/\s+/)
    .map((word, i) =>
      i === 0 ? word.toLowerCase() : word.charAt(0).toUpperCase() + word.slice(1).toLowerCase(),
    )
    .join('')
    .slice(0, 40)

function fieldOf({ id, name, type, unit, min, max, options }: FieldRow): unknown {
  const base = { id: id || idOf(name), name, type }
  if (type === 'number') return { ...base, unit, min: min ?? 0, max: max ?? Number.NaN }
  if (type !== 'choice') return base
  const labels = options.split(',').map((label) => label.trim())
  return {
    ...base,
    options: labels.filter(Boolean).map((label) => ({ value: idOf(label), label })),
  }
}
function body(): unknown {
  const { use, amount, ...kind } = form.value
  return {
    ...kind,
    fields: kind.fields.map(fieldOf),
    use: use === 'none' ? null : { of: use, amount: Number(amount) },
  }
}
const USES = [
  { value: 'none', label: 'Nothing, by days alone' },
  ...USE_MEASURES.map((value) => ({ value, label: USE_SAYS[value] })),
]
const send = (kind: OwnKindBody): Promise<unknown> =>
  props.kind
    ? call(gearKindRoutes.updateGearKind, { params: { id: props.kind.id }, body: kind })
    : call(gearKindRoutes.createGearKind, { body: kind })
const add = (): void => {
  form.value.fields.push(toRow({ id: '', name: '', type: 'text' }))
}
const TYPES = [
  { value: 'text', label: 'Text' },
  { value: 'number', label: 'Number' },
  { value: 'choice', label: 'Choice' },
  { value: 'date', label: 'Day' },
  { value: 'yesNo', label: 'Yes or no' },
]
const unitChoices = computed(() =>
  UNITS.filter((unit) => !['shade', 'OD'].includes(unit)).map((value) => ({
    value,
    label: display(value, units.value).unit || 'count',
  })),
)
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="kind ? `Change ${kind.name}` : 'Add a kind of gear'"
    description="It has one line to begin with; write its checklists once it is there."
    :confirm="kind ? 'Save' : 'Add'"
    wide
    :state="form"
    :schema="ownKindBody"
    :body="body"
    :send="send"
    @done="onSaved?.()"
    @changed="form.version = $event"
  >
    <div class="grid grid-cols-[2fr_1fr] gap-4">
      <UFormField label="Name" name="name">
        <UInput v-model="form.name" class="w-full" />
      </UFormField>
      <UFormField label="The look before use counts for, days" name="everyDays">
        <UInput v-model.number="form.everyDays" type="number" min="1" class="w-full" />
      </UFormField>
    </div>
    <div class="grid grid-cols-[2fr_1fr] gap-4">
      <UFormField label="What is counted" name="use">
        <USelect v-model="form.use" :items="USES" class="w-full" aria-label="What is counted" />
      </UFormField>
      <UFormField
        v-if="form.use !== 'none'"
        :label="`Due after, ${USE_NAME[form.use]}`"
        name="use.amount"
      >
        <UInput v-model="form.amount" inputmode="decimal" class="w-full" />
      </UFormField>
    </div>
    <UFormField label="Fitted to" name="fittedTo">
      <USelectMenu
        v-model="form.fittedTo"
        multiple
        value-key="value"
        :items="KIND_CHOICES"
        placeholder="Nothing"
        class="w-full"
      />
    </UFormField>
    <fieldset
      v-for="(field, i) in form.fields"
      :key="i"
      class="border-t border-(--rule) pt-3 grid grid-cols-2 sm:grid-cols-4 gap-3 items-end"
    >
      <legend class="sr-only">Field {{ i + 1 }}</legend>
      <UFormField label="Field" :name="`fields.${i}.name`">
        <UInput v-model="field.name" class="w-full" />
      </UFormField>
      <UFormField label="Is a">
        <USelect
          v-model="field.type"
          :items="TYPES"
          class="w-full"
          :aria-label="`Type of ${i + 1}`"
        />
      </UFormField>
      <template v-if="field.type === 'number'">
        <UFormField label="Unit">
          <USelect
            v-model="field.unit"
            :items="unitChoices"
            class="w-full"
            :aria-label="`Unit of ${i + 1}`"
          />
        </UFormField>
        <QuantityInput
          v-model="field.max"
          :unit="field.unit"
          label="At most"
          :name="`fields.${i}.max`"
        />
      </template>
      <UFormField
        v-if="field.type === 'choice'"
        label="Choices"
        help="With commas between"
        class="col-span-2"
        :name="`fields.${i}.options`"
      >
        <UInput v-model="field.options" class="w-full" />
      </UFormField>
      <UButton
        variant="ghost"
        color="neutral"
        icon="i-lucide-trash-2"
        :aria-label="`Take field ${i + 1} away`"
        @click="form.fields.splice(i, 1)"
      />
    </fieldset>
    <UButton variant="outline" color="neutral" icon="i-lucide-plus" @click="add">
      Add a field
    </UButton>
  </FormDialog>
</template>
