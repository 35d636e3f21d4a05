<script setup lang="ts">
import { INSPECT_EVERY_DAYS, type ItemKind } from '#core/inspection/checklist.table'
import { routes } from '#shared/api/routes'
import { itemBody } from '#shared/inspection/schema'
import { call } from '~/composables/api'
import { useShopLists } from '~/composables/shop'
import { useSubmit } from '~/composables/submit'

const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ added: [] }>()
const { people } = useShopLists()
const { busy, errors, message, submit, check } = useSubmit()
const NOBODY = 'nobody'
const blank = () => ({ kind: 'cylinder' as ItemKind, label: '', gas: '', description: '', everyDays: INSPECT_EVERY_DAYS.cylinder, assignedTo: NOBODY, shades: '' })
const form = ref(blank())
watch(open, (now) => { if (now) { form.value = blank(); void people.load() } })
watch(() => form.value.kind, (kind) => { form.value.everyDays = INSPECT_EVERY_DAYS[kind] })

/** "10", or "5-8 / 9-13", as printed on the helmet. */
const ranges = (text: string): [number, number][] => text.split(/[/,;]/).map(part => part.trim()).filter(Boolean).map((part) => {
  const [from, to] = part.split(/[-–]/).map(Number)
  return [from ?? Number.NaN, to ?? from ?? Number.NaN]
})

async function add(): Promise<void> {
  const { kind, label, gas, description, everyDays, assignedTo, shades } = form.value
  const base = { label, description, everyDays }
  const body = check(itemBody, kind === 'cylinder' ? { kind, ...base, gas } : kind === 'machine' ? { kind, ...base } : { kind, ...base, assignedTo: assignedTo === NOBODY ? null : assignedTo, ranges: ranges(shades) })
  if (!body || !await submit(() => call(routes.createItem, { body }))) return
  open.value = false
  emit('added')
}
</script>

<template>
  <UModal v-model:open="open" title="Add an item" description="It starts without an inspection on record, so it is unknown until someone looks.">
    <template #body>
      <form id="add-item" class="space-y-4" novalidate @submit.prevent="add">
        <ChoiceRow v-model="form.kind" legend="Kind" :options="[{ value: 'cylinder', label: 'Cylinder' }, { value: 'machine', label: 'Machine' }, { value: 'helmet', label: 'Helmet or goggles' }]" />
        <UFormField label="Label" help="As it is marked in the shop" :error="errors.label"><UInput v-model="form.label" class="w-full" /></UFormField>
        <UFormField v-if="form.kind === 'cylinder'" label="Gas" :error="errors.gas"><UInput v-model="form.gas" class="w-full" /></UFormField>
        <UFormField v-if="form.kind === 'helmet'" label="Shade" help="10 for fixed glass, or ranges: 5-8 / 9-13" :error="Object.entries(errors).find(([path]) => path.startsWith('ranges'))?.[1]"><UInput v-model="form.shades" class="w-full" /></UFormField>
        <UFormField v-if="form.kind === 'helmet'" label="Worn by"><USelect v-model="form.assignedTo" :items="[{ value: NOBODY, label: 'Store' }, ...(people.data.value ?? []).map(person => ({ value: person.id, label: person.name }))]" class="w-full" /></UFormField>
        <UFormField label="Description" :error="errors.description"><UInput v-model="form.description" class="w-full" /></UFormField>
        <UFormField label="Inspect every, days" :error="errors.everyDays"><UInput v-model.number="form.everyDays" type="number" min="1" class="w-full" /></UFormField>
        <p v-if="message && Object.keys(errors).length === 0" role="alert" class="text-stop font-semibold">{{ message }}</p>
      </form>
    </template>
    <template #footer><UButton type="submit" form="add-item" :loading="busy">Add</UButton><UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton></template>
  </UModal>
</template>
