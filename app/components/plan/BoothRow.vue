<script setup lang="ts">
import { z } from 'zod'
import { row } from '#core/plan/move'
import type { Point, Thing } from '#core/plan/plan'
import { shopRoutes } from '#shared/shop/routes'
import { UNKNOWN_AIR } from '~/components/job/job-draft'
import { call } from '~/composables/api'
import { useStanding } from '~/composables/plan/standing'

/** Many booths in one step, side by side; each stands for the station on record that has its name. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  floor: string
  /** The middle of the first one, where it is known. */
  from?: Point | null
}>()
const emit = defineEmits<{ made: [things: Thing[]] }>()
const standing = useStanding('station')
onMounted(standing.load)

const figure = z.number('Enter a number.')
const schema = z.strictObject({
  name: z.string().trim().min(1, 'Name them.').max(80),
  first: figure.int().min(0).max(10_000),
  count: figure.int().min(1).max(60, 'At most 60 at once.'),
  width: figure.min(0.5).max(20),
  depth: figure.min(0.5).max(20),
  gap: figure.min(0).max(20),
  x: figure,
  y: figure,
  along: z.enum(['east', 'north']),
  record: z.boolean(),
})
type Row = z.output<typeof schema>
const form = ref<Row>({
  name: 'Booth',
  first: 1,
  count: 10,
  width: 2.5,
  depth: 2.5,
  gap: 0.5,
  x: 2,
  y: 2,
  along: 'east',
  record: true,
})
watch(open, (now) => {
  if (now && props.from) Object.assign(form.value, props.from)
})
const ALONG = [
  { value: 'east', label: 'To the east' },
  { value: 'north', label: 'To the north' },
] as const

/** Those that have no station of their name yet get one; begun again after a failure, only those that are left. */
async function putOnRecord(names: readonly string[]): Promise<void> {
  const known = new Set(standing.choices.value.map(({ label }) => label))
  for (const name of names.filter((one) => !known.has(one)))
    await call(shopRoutes.createStation, {
      body: { name, designated: true, air: { ...UNKNOWN_AIR }, burns: null },
    })
  await standing.load()
}

async function make({ name, first, x, y, along, record, ...size }: Row): Promise<void> {
  await standing.load()
  const names = Array.from({ length: size.count }, (_, i) => `${name} ${first + i}`)
  if (record) await putOnRecord(names)
  const stations = standing.choices.value
  emit(
    'made',
    row({ x, y }, size, along).map((shape, i) => {
      const called = `${name} ${first + i}`
      return {
        id: crypto.randomUUID(),
        kind: 'station',
        floor: props.floor,
        name: called,
        shape,
        facts: {},
        of: stations.find(({ label }) => label === called)?.value ?? null,
      }
    }),
  )
}
</script>

<template>
  <FormDialog
    v-model:open="open"
    title="Booths in a row"
    description="From the middle of the first one."
    confirm="Draw them"
    :state="form"
    :schema="schema"
    :body="() => form"
    :send="make"
  >
    <div class="grid grid-cols-3 gap-3">
      <UFormField label="Name" name="name">
        <UInput v-model="form.name" class="w-full" />
      </UFormField>
      <UFormField label="First number" name="first">
        <UInput v-model.number="form.first" type="number" class="w-full" />
      </UFormField>
      <UFormField label="How many" name="count">
        <UInput v-model.number="form.count" type="number" class="w-full" />
      </UFormField>
      <QuantityInput v-model="form.width" unit="m" label="Width" name="width" />
      <QuantityInput v-model="form.depth" unit="m" label="Depth" name="depth" />
      <QuantityInput v-model="form.gap" unit="m" label="Between them" name="gap" />
      <QuantityInput v-model="form.x" unit="m" label="East" name="x" />
      <QuantityInput v-model="form.y" unit="m" label="North" name="y" />
    </div>
    <ChoiceRow v-model="form.along" legend="The row runs" :options="ALONG" />
    <UCheckbox v-model="form.record" label="Put those on record that are not" />
  </FormDialog>
</template>
