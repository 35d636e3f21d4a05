<script setup lang="ts">
import { INSPECT_EVERY_DAYS, type ItemKind } from '#core/inspection/checklist.table'
import { readMarking } from '#core/marking/read'
import { routes } from '#shared/api/routes'
import { itemBody, PLAIN_HELMET, type Item } from '#shared/inspection/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ item?: Item | null }>()
const emit = defineEmits<{ saved: [] }>()
const stations = useLoad(() => call(routes.stations, {}))
const { busy, errors, message, submit, check } = useSubmit()
const NONE = 'none'
const blank = () => ({
  kind: 'cylinder' as ItemKind,
  label: '',
  gas: '',
  description: '',
  everyDays: INSPECT_EVERY_DAYS.cylinder,
  assignedTo: null as string | null,
  shades: '',
  stationId: NONE,
  details: { ...PLAIN_HELMET } as NonNullable<Item['details']>,
})
const form = ref(blank())
const shadesText = (item: Item): string =>
  (item.ranges ?? [])
    .map(([from, to]) => (from === to ? String(from) : `${from}-${to}`))
    .join(' / ')
watch(open, (now) => {
  if (!now) return
  const { item } = props
  form.value = item
    ? {
        kind: item.kind,
        label: item.label,
        gas: item.gas ?? '',
        description: item.description,
        everyDays: item.everyDays,
        assignedTo: item.assignedToId,
        shades: shadesText(item),
        stationId: item.stationId ?? NONE,
        details: { ...PLAIN_HELMET, ...item.details },
      }
    : blank()
  void stations.load()
})
watch(
  () => form.value.kind,
  (kind) => {
    if (!props.item) form.value.everyDays = INSPECT_EVERY_DAYS[kind]
  },
)

/** "10", or "5-8 / 9-13", as printed on the helmet. */
const ranges = (text: string): [number, number][] =>
  text
    .split(/[/,;]/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const [from, to] = part.split(/[-–]/).map(Number)
      return [from ?? Number.NaN, to ?? from ?? Number.NaN]
    })
/** Shades that the marking itself names, offered, never put in unasked. */
const marked = computed(() =>
  readMarking(form.value.details.marking)
    .tokens.flatMap((token) => (token.meaning?.range ? [token.meaning.range] : []))
    .map(([from, to]) => (from === to ? String(from) : `${from}-${to}`))
    .join(' / '),
)

async function save(): Promise<void> {
  const { kind, label, gas, description, everyDays, assignedTo, shades, details } = form.value
  const stationId = form.value.stationId === NONE ? null : form.value.stationId
  const base = { label, description, everyDays }
  const body = check(
    itemBody,
    kind === 'cylinder'
      ? { kind, ...base, gas, stationId }
      : kind === 'machine'
        ? { kind, ...base, stationId }
        : { kind, ...base, assignedTo, ranges: ranges(shades), details },
  )
  if (!body) return
  const done = props.item
    ? await submit(() =>
        call(routes.updateItem, { params: { kind: props.item!.kind, id: props.item!.id }, body }),
      )
    : await submit(() => call(routes.createItem, { body }))
  if (!done) return
  open.value = false
  emit('saved')
}
</script>

<template>
  <UModal
    v-model:open="open"
    :title="item ? `Change ${item.label}` : 'Add an item'"
    :description="
      item
        ? 'Its inspections stay as they are.'
        : 'It starts without an inspection on record, so it is unknown until someone looks.'
    "
  >
    <template #body>
      <form id="item-form" class="space-y-4" novalidate @submit.prevent="save">
        <ChoiceRow
          v-if="!item"
          v-model="form.kind"
          legend="Kind"
          :options="[
            { value: 'cylinder', label: 'Cylinder' },
            { value: 'machine', label: 'Machine' },
            { value: 'helmet', label: 'Helmet or goggles' },
          ]"
        />
        <UFormField label="Label" help="As it is marked in the shop" :error="errors.label">
          <UInput v-model="form.label" class="w-full" />
        </UFormField>
        <UFormField v-if="form.kind === 'cylinder'" label="Gas" :error="errors.gas">
          <UInput v-model="form.gas" class="w-full" />
        </UFormField>
        <template v-if="form.kind === 'helmet'">
          <UFormField
            label="Printed on it"
            help="e.g. 4/9-13 1/1/1/2 EN 379, or Z87+ W10"
            :error="errors['details.marking']"
          >
            <UInput v-model="form.details.marking" class="w-full" />
          </UFormField>
          <UFormField
            label="Shade"
            help="10 for fixed glass, or ranges: 5-8 / 9-13"
            :error="Object.entries(errors).find(([path]) => path.startsWith('ranges'))?.[1]"
          >
            <UInput v-model="form.shades" class="w-full" />
          </UFormField>
          <UButton
            v-if="marked && marked !== form.shades"
            variant="soft"
            @click="form.shades = marked"
          >
            Take {{ marked }} from the marking
          </UButton>
          <div class="flex flex-wrap gap-x-6 gap-y-2">
            <UCheckbox v-model="form.details.grind" label="Grind mode" />
            <UCheckbox v-model="form.details.sensitivity" label="Sensitivity" />
            <UCheckbox v-model="form.details.delay" label="Delay" />
          </div>
          <ChoiceRow
            v-model="form.details.power"
            legend="Power"
            :options="[
              { value: 'battery', label: 'Battery' },
              { value: 'solar', label: 'Solar' },
              { value: 'both', label: 'Both' },
              { value: null, label: 'None, or not known' },
            ]"
          />
          <UFormField
            label="Spare cover plates"
            help="Blank if nobody counts them"
            :error="errors['details.spares']"
          >
            <UInput
              :model-value="String(form.details.spares ?? '')"
              type="number"
              min="0"
              class="w-full"
              @update:model-value="form.details.spares = $event === '' ? null : Number($event)"
            />
          </UFormField>
          <UFormField label="Worn by" help="Nobody: it stands in the store">
            <PersonPicker
              v-model="form.assignedTo"
              label="Worn by"
              placeholder="Store"
              clearable
              :known="
                item?.assignedToId ? { id: item.assignedToId, name: item.assignedTo ?? '' } : null
              "
            />
          </UFormField>
        </template>
        <UFormField v-else label="Stands at">
          <USelect
            v-model="form.stationId"
            :items="[
              { value: NONE, label: 'No station of its own' },
              ...(stations.data.value ?? []).map((station) => ({
                value: station.id,
                label: station.name,
              })),
            ]"
            class="w-full"
          />
        </UFormField>
        <UFormField label="Description" :error="errors.description">
          <UInput v-model="form.description" class="w-full" />
        </UFormField>
        <UFormField label="Inspect every, days" :error="errors.everyDays">
          <UInput v-model.number="form.everyDays" type="number" min="1" class="w-full" />
        </UFormField>
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
      <UButton type="submit" form="item-form" :loading="busy">{{ item ? 'Save' : 'Add' }}</UButton>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
    </template>
  </UModal>
</template>
