<script setup lang="ts">
import { PPE_RULES } from '#core/ppe/ppe.table'
import { stockRoutes } from '#shared/stock/routes'
import { CONDITIONS, stockBody, type Stock, type StockBody } from '#shared/stock/schema'
import { call } from '~/composables/api'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ stock: Stock | null; onSaved?: (id: string) => unknown }>()
const blank = (): StockBody => ({
  code: '',
  name: '',
  kind: 'ppe',
  ppeId: PPE_RULES[0]!.id,
  size: '',
  condition: 'new',
  expiresOn: null,
  minimum: 0,
  loan: false,
})
const form = ref<StockBody>(blank())
watch(open, (now) => {
  if (!now) return
  const stock = props.stock
  form.value = stock
    ? {
        code: stock.code,
        name: stock.name,
        kind: stock.kind,
        ppeId: stock.ppeId,
        size: stock.size,
        condition: stock.condition,
        expiresOn: stock.expiresOn,
        minimum: stock.minimum,
        loan: stock.loan,
        version: stock.version,
      }
    : blank()
})
watch(
  () => form.value.kind,
  (kind) => {
    form.value.ppeId = kind === 'ppe' ? (form.value.ppeId ?? PPE_RULES[0]!.id) : null
    if (kind === 'consumable') form.value.loan = false
  },
)
const expires = computed({
  get: () => form.value.expiresOn ?? '',
  set: (value: string) => {
    form.value.expiresOn = value || null
  },
})
const ppeId = computed({
  get: () => form.value.ppeId ?? undefined,
  set: (value) => {
    form.value.ppeId = value ?? null
  },
})
const CONDITION = { new: 'New', good: 'Good', worn: 'Worn' } as const

async function send(body: StockBody): Promise<string> {
  if (!props.stock) return (await call(stockRoutes.createStock, { body })).id
  await call(stockRoutes.updateStock, { params: { id: props.stock.id }, body })
  return props.stock.id
}
const KINDS = [
  { value: 'ppe', label: 'PPE' },
  { value: 'consumable', label: 'Consumable' },
] as const
const PIECES = PPE_RULES.map(({ id, name }) => ({ value: id, label: name }))
const CONDITION_CHOICES = CONDITIONS.map((value) => ({ value, label: CONDITION[value] }))
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="stock ? `Change ${stock.code}` : 'Add to the store'"
    description="One line for each kind and size. Numbers come from the ledger, not from here."
    :confirm="stock ? 'Save' : 'Add'"
    :state="form"
    :schema="stockBody"
    :body="() => form"
    :send="send"
    @done="onSaved?.($event)"
    @changed="form.version = $event"
  >
    <ChoiceRow v-model="form.kind" legend="Kind" :options="KINDS" />
    <UFormField v-if="form.kind === 'ppe'" label="Piece" name="ppeId">
      <USelect v-model="ppeId" :items="PIECES" class="w-full" />
    </UFormField>
    <div class="grid grid-cols-[8rem_1fr] gap-4">
      <UFormField label="Code" help="On its label" name="code">
        <UInput v-model="form.code" class="w-full" />
      </UFormField>
      <UFormField label="Name" name="name">
        <UInput v-model="form.name" class="w-full" />
      </UFormField>
    </div>
    <div class="grid grid-cols-2 gap-4">
      <UFormField label="Size" name="size">
        <UInput v-model="form.size" class="w-full" />
      </UFormField>
      <UFormField label="Keep at least" name="minimum">
        <UInput v-model.number="form.minimum" type="number" min="0" class="w-full" />
      </UFormField>
    </div>
    <ChoiceRow v-model="form.condition" legend="Condition" :options="CONDITION_CHOICES" />
    <UFormField label="Expires on" help="Blank if it does not" name="expiresOn">
      <UInput v-model="expires" type="date" class="w-full" />
    </UFormField>
    <UCheckbox
      v-if="form.kind === 'ppe'"
      v-model="form.loan"
      label="Lent and taken back; cleaned in between"
    />
  </FormDialog>
</template>
