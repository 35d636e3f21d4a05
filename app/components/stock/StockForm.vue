<script setup lang="ts">
import { PPE_RULES } from '#core/ppe/ppe.table'
import { routes } from '#shared/api/routes'
import { CONDITIONS, stockBody, type Stock, type StockBody } from '#shared/stock/schema'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ stock: Stock | null }>()
const emit = defineEmits<{ saved: [id: string] }>()
const { busy, errors, message, submit, check } = useSubmit()
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

async function save(): Promise<void> {
  const body = check(stockBody, form.value)
  if (!body) return
  const done = props.stock
    ? await submit(async () => {
        await call(routes.updateStock, { params: { id: props.stock!.id }, body })
        return { id: props.stock!.id }
      })
    : await submit(() => call(routes.createStock, { body }))
  if (!done) return
  open.value = false
  emit('saved', done.id)
}
</script>

<template>
  <UModal
    v-model:open="open"
    :title="stock ? `Change ${stock.code}` : 'Add to the store'"
    description="One line for each kind and size. Numbers come from the ledger, not from here."
  >
    <template #body>
      <form id="stock" class="space-y-4" novalidate @submit.prevent="save">
        <ChoiceRow
          v-model="form.kind"
          legend="Kind"
          :options="[
            { value: 'ppe', label: 'PPE' },
            { value: 'consumable', label: 'Consumable' },
          ]"
        />
        <UFormField v-if="form.kind === 'ppe'" label="Piece" :error="errors.ppeId">
          <USelect
            v-model="ppeId"
            :items="PPE_RULES.map((rule) => ({ value: rule.id, label: rule.item }))"
            class="w-full"
          />
        </UFormField>
        <div class="grid grid-cols-[8rem_1fr] gap-4">
          <UFormField label="Code" help="On its label" :error="errors.code">
            <UInput v-model="form.code" class="w-full" />
          </UFormField>
          <UFormField label="Name" :error="errors.name">
            <UInput v-model="form.name" class="w-full" />
          </UFormField>
        </div>
        <div class="grid grid-cols-2 gap-4">
          <UFormField label="Size" :error="errors.size">
            <UInput v-model="form.size" class="w-full" />
          </UFormField>
          <UFormField label="Keep at least" :error="errors.minimum">
            <UInput v-model.number="form.minimum" type="number" min="0" class="w-full" />
          </UFormField>
        </div>
        <ChoiceRow
          v-model="form.condition"
          legend="Condition"
          :options="CONDITIONS.map((value) => ({ value, label: CONDITION[value] }))"
        />
        <UFormField label="Expires on" help="Blank if it does not" :error="errors.expiresOn">
          <UInput v-model="expires" type="date" class="w-full" />
        </UFormField>
        <UCheckbox
          v-if="form.kind === 'ppe'"
          v-model="form.loan"
          label="Lent and taken back; cleaned in between"
        />
        <p
          v-if="message && Object.keys(errors).length === 0"
          role="alert"
          class="text-stop font-semibold"
        >
          {{ message }}
        </p>
      </form>
    </template>
    <template #footer>
      <UButton type="submit" form="stock" :loading="busy">{{ stock ? 'Save' : 'Add' }}</UButton>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
    </template>
  </UModal>
</template>
