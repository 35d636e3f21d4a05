<script setup lang="ts">
import { GEAR_GROUP_NAME, GEAR_GROUPS, type Facts, type GearKind } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import { PRODUCT_IDS, PRODUCTS } from '#core/gas/gas.table'
import {
  NOTHING_TOLD,
  PART_KINDS,
  SET_KIND_NAME,
  SET_KINDS,
  type PartFacts,
  type SetKind,
} from '#core/gas/set/kind'
import { rangesText } from '#core/shade/helmet'
import { readMarking } from '#core/marking/read'
import { inspectionRoutes } from '#shared/inspection/routes'
import { shopRoutes } from '#shared/shop/routes'
import { gearBody, PLAIN_HELMET, type Gear, type GearBody } from '#shared/inspection/schema'
import { useGearKinds } from '~/stores/gear-kinds'
import { KIND_CHOICES } from '~/components/inspection/gear-words'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ gear?: Gear | null; onSaved?: () => unknown }>()
const kinds = useGearKinds()
const stations = useLoad(() => call(shopRoutes.stations, {}))
const NONE = 'none'
const blank = () => ({
  kind: 'machine' as GearKind,
  kindId: null as string | null,
  label: '',
  gas: '',
  description: '',
  everyDays: KINDS.machine.everyDays,
  assignedTo: null as string | null,
  shades: '',
  stationId: NONE,
  details: { ...PLAIN_HELMET } as NonNullable<Gear['details']>,
  setKind: 'oxyFuel' as SetKind,
  facts: { ...NOTHING_TOLD } as PartFacts,
  fields: {} as Facts,
  parentId: null as string | null,
  maker: '',
  model: '',
  serial: '',
  inServiceOn: '',
  version: undefined as number | undefined,
})
const form = ref(blank())
watch(open, (now) => {
  if (!now) return
  const { gear } = props
  form.value = gear
    ? {
        kind: gear.kind,
        kindId: gear.kindId,
        label: gear.label,
        gas: gear.gas ?? '',
        description: gear.description,
        everyDays: gear.everyDays,
        assignedTo: gear.assignedToId,
        shades: rangesText(gear.ranges ?? []),
        stationId: gear.stationId ?? NONE,
        details: { ...PLAIN_HELMET, ...gear.details },
        setKind: gear.setKind ?? 'oxyFuel',
        facts: { ...NOTHING_TOLD, ...gear.facts },
        fields: { ...gear.fields },
        parentId: gear.parentId,
        maker: gear.maker,
        model: gear.model,
        serial: gear.serial,
        inServiceOn: gear.inServiceOn ?? '',
        version: gear.version,
      }
    : blank()
  void stations.load()
  void kinds.load()
})
/** A kind of the trade by its name, one of the shop's own by its identifier. */
const chosenKind = computed({
  get: () => form.value.kindId ?? form.value.kind,
  set: (value: string) => {
    const own = kinds.ownOf(value)
    form.value.kind = own ? 'own' : (value as GearKind)
    form.value.kindId = own?.id ?? null
    form.value.everyDays = own?.everyDays ?? KINDS[form.value.kind].everyDays
    form.value.fields = {}
    form.value.parentId = null
  },
})
const kindChoices = computed(() => [
  ...GEAR_GROUPS.flatMap((group) => {
    const of = KIND_CHOICES.filter(({ value }) => KINDS[value].group === group)
    return [{ type: 'label' as const, label: GEAR_GROUP_NAME[group] }, ...of]
  }),
  ...(kinds.own.length > 0 ? [{ type: 'label' as const, label: 'Own kinds' }] : []),
  ...kinds.own.map(({ id, name }) => ({ value: id, label: name })),
])

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
  rangesText(
    readMarking(form.value.details.marking).tokens.flatMap(({ meaning }) =>
      meaning?.range ? [meaning.range] : [],
    ),
  ),
)

function body(): unknown {
  const { kind, label, gas, description, everyDays, assignedTo, shades, details } = form.value
  const stationId = form.value.stationId === NONE ? null : form.value.stationId
  const base = { kind, label, description, everyDays, version: form.value.version }
  if (kind === 'cylinder') return { ...base, gas, stationId }
  const { maker, model, serial, inServiceOn, kindId, fields, parentId } = form.value
  const made = { ...base, maker, model, serial, ...(inServiceOn && { inServiceOn }) }
  if (kind === 'gasSet') return { ...made, stationId, setKind: form.value.setKind }
  if (kind === 'helmet') return { ...made, assignedTo, ranges: ranges(shades), details }
  if (partKind.value) return { ...made, facts: form.value.facts }
  return { ...made, ...(kind === 'own' && { kindId }), stationId, fields, parentId }
}
const send = (body: GearBody): Promise<unknown> =>
  props.gear
    ? call(inspectionRoutes.updateGear, {
        params: { kind: props.gear.kind, id: props.gear.id },
        body,
      })
    : call(inspectionRoutes.createGear, { body })
const description = computed(() =>
  props.gear
    ? 'Its inspections stay as they are.'
    : 'It starts without an inspection on record, so it is unknown until someone looks.',
)
/** A cylinder goes elsewhere by a move on its page, with its valve shut. */
const movedOnItsPage = computed(() => form.value.kind === 'cylinder' && Boolean(props.gear))
const stationChoices = computed(() => [
  { value: NONE, label: 'No station of its own' },
  ...(stations.data.value ?? []).map(({ id, name }) => ({ value: id, label: name })),
])
const partKind = computed(() => PART_KINDS.find((kind) => kind === form.value.kind))
const hasStation = computed(() => !partKind.value && form.value.kind !== 'helmet')
const ownFields = computed(() => kinds.fieldsOf(form.value))
const fittedTo = computed(() => kinds.fittedToOf(form.value))
const parentNow = computed(() => {
  const { parentId: id, parent: label } = props.gear ?? {}
  return id ? { id, label: label ?? '' } : null
})
const SET_KIND_CHOICES = SET_KINDS.map((value) => ({ value, label: SET_KIND_NAME[value] }))
/** A blank is not counted, which is not the same as none. */
const spares = computed({
  get: () => String(form.value.details.spares ?? ''),
  set: (typed: string) => {
    form.value.details.spares = typed === '' ? null : Number(typed)
  },
})
const wearer = computed(() => {
  const { assignedToId: id, assignedTo: name } = props.gear ?? {}
  return id ? { id, name: name ?? '' } : null
})
const GASES = PRODUCT_IDS.map((id) => PRODUCTS[id].name)
const POWERS = [
  { value: 'battery', label: 'Battery' },
  { value: 'solar', label: 'Solar' },
  { value: 'both', label: 'Both' },
  { value: null, label: 'None, or not known' },
] as const
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="gear ? `Change ${gear.label}` : 'Add gear'"
    :description="description"
    :confirm="gear ? 'Save' : 'Add'"
    :state="form"
    :schema="gearBody"
    :body="body"
    :send="send"
    @done="onSaved?.()"
    @changed="form.version = $event"
  >
    <UFormField v-if="!gear" label="Kind" name="kind">
      <USelect v-model="chosenKind" :items="kindChoices" class="w-full" aria-label="Kind" />
    </UFormField>
    <UFormField label="Label" help="As it is marked in the shop" name="label">
      <UInput v-model="form.label" class="w-full" />
    </UFormField>
    <UFormField
      v-if="form.kind === 'cylinder'"
      label="Gas"
      help="As the label says. A name that is not known here leaves the gas not told."
      name="gas"
    >
      <UInput v-model="form.gas" class="w-full" list="gases" />
      <datalist id="gases">
        <option v-for="name in GASES" :key="name" :value="name" />
      </datalist>
    </UFormField>
    <template v-if="form.kind === 'helmet'">
      <UFormField
        label="Printed on it"
        help="e.g. 4/9-13 1/1/1/2 EN 379, or Z87+ W10"
        name="details.marking"
      >
        <UInput v-model="form.details.marking" class="w-full" />
      </UFormField>
      <UFormField
        label="Shade"
        help="10 for fixed glass, or ranges: 5-8 / 9-13"
        name="ranges"
        :error-pattern="/^ranges/"
      >
        <UInput v-model="form.shades" class="w-full" />
      </UFormField>
      <UButton v-if="marked && marked !== form.shades" variant="soft" @click="form.shades = marked">
        Take {{ marked }} from the marking
      </UButton>
      <div class="flex flex-wrap gap-x-6 gap-y-2">
        <UCheckbox v-model="form.details.grind" label="Grind mode" />
        <UCheckbox v-model="form.details.sensitivity" label="Sensitivity" />
        <UCheckbox v-model="form.details.delay" label="Delay" />
      </div>
      <ChoiceRow v-model="form.details.power" legend="Power" :options="POWERS" />
      <UFormField
        label="Spare cover plates"
        help="Blank if nobody counts them"
        name="details.spares"
      >
        <UInput v-model="spares" type="number" min="0" class="w-full" />
      </UFormField>
      <UFormField label="Worn by" help="Nobody: it stands in the store">
        <PersonPicker
          v-model="form.assignedTo"
          label="Worn by"
          placeholder="Store"
          clearable
          :known="wearer"
        />
      </UFormField>
    </template>
    <template v-if="partKind">
      <PartFields v-model="form.facts" :kind="partKind" />
      <p class="muted text-sm">On which set and line it is, is told at the set.</p>
    </template>
    <ChoiceRow
      v-if="form.kind === 'gasSet'"
      v-model="form.setKind"
      legend="Put together for"
      :options="SET_KIND_CHOICES"
    />
    <KindFields v-if="ownFields.length > 0" v-model="form.fields" :fields="ownFields" />
    <UFormField v-if="fittedTo.length > 0" label="Fitted to" name="parentId">
      <ParentPicker v-model="form.parentId" :kinds="fittedTo" :known="parentNow" />
    </UFormField>
    <UFormField v-if="hasStation" label="Stands at">
      <USelect
        v-model="form.stationId"
        :items="stationChoices"
        class="w-full"
        :disabled="movedOnItsPage"
      />
    </UFormField>
    <UFormField label="Description" name="description">
      <UInput v-model="form.description" class="w-full" />
    </UFormField>
    <details v-if="form.kind !== 'cylinder'">
      <summary class="cursor-pointer font-semibold py-1">Maker and service</summary>
      <div class="grid grid-cols-2 gap-4 pt-2">
        <UFormField label="Maker" name="maker">
          <UInput v-model="form.maker" class="w-full" />
        </UFormField>
        <UFormField label="Model" name="model">
          <UInput v-model="form.model" class="w-full" />
        </UFormField>
        <UFormField label="Serial" name="serial">
          <UInput v-model="form.serial" class="w-full" />
        </UFormField>
        <UFormField label="In service since" help="Blank: from today" name="inServiceOn">
          <UInput v-model="form.inServiceOn" type="date" class="w-full" />
        </UFormField>
      </div>
    </details>
    <UFormField label="The look before use counts for, days" name="everyDays">
      <UInput v-model.number="form.everyDays" type="number" min="1" class="w-full" />
    </UFormField>
  </FormDialog>
</template>
