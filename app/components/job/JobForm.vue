<script setup lang="ts">
import { isShielded } from '#core/gas/needs'
import {
  BASE_METALS,
  BASE_METAL_NAME,
  byPlate,
  COATINGS,
  COATING_NAME,
  POSITIONS,
  POSITION_NAME,
  PROCESSES,
  PROCESS_NAME,
  isArc,
  isFlame,
  type Process,
} from '#core/job/job'
import { EMISSION_FACTORS } from '#core/fume/emission.table'
import type { Gear } from '#shared/inspection/schema'
import type { JobBody } from '#shared/job/schema'
import type { PlacedStation } from '#shared/shop/schema'
import { useUnits } from '~/composables/units'

/** The job as the welder would describe it. The answers below follow every keystroke. */
const job = defineModel<JobBody>({ required: true })
const props = defineProps<{
  stations: PlacedStation[]
  welder: { id: string; name: string } | null
  gear: Gear[]
  errors: Record<string, string>
  disabled?: boolean
}>()
const spec = computed(() => job.value.spec)
const units = useUnits()

const SHIELD_GASES = [
  { value: 'active', label: 'Active (MAG)' },
  { value: 'inert', label: 'Inert (MIG)' },
  { value: null, label: 'Not known' },
] as const
const processes = PROCESSES.map((value) => ({ value, label: `${value} · ${PROCESS_NAME[value]}` }))
const metals = BASE_METALS.map((value) => ({ value, label: BASE_METAL_NAME[value] }))
const coatings = COATINGS.map((value) => ({ value, label: COATING_NAME[value] }))
const NONE = 'none'
const consumables = computed(() => [
  { value: NONE, label: 'None, or not listed' },
  ...EMISSION_FACTORS.filter((row) => row.process === spec.value.process).map((row) => ({
    value: row.name,
    label: row.name.replace(`${row.process} `, ''),
  })),
])
const consumable = computed({
  get: () => spec.value.consumable ?? NONE,
  set: (value) => {
    spec.value.consumable = value === NONE ? null : value
  },
})
const ELSEWHERE = 'elsewhere'
const places = computed(() => [
  ...props.stations.map((station) => ({
    value: station.id,
    label: station.name + (station.hotWork.isDesignated ? '' : ' · permit area'),
  })),
  { value: ELSEWHERE, label: 'Elsewhere, described' },
])
const place = computed({
  get: () => (job.value.place !== null ? ELSEWHERE : (job.value.stationId ?? undefined)),
  set: (value) => {
    job.value.stationId = value === ELSEWHERE ? null : (value ?? null)
    job.value.place = value === ELSEWHERE ? '' : null
    const station = props.stations.find((entry) => entry.id === value)
    if (station) spec.value.air = { ...station.air }
    // Elsewhere nothing is drawn.
    else spec.value.air = { ...spec.value.air, measuredOn: null }
  },
})
const nobody = 'nobody'
const welder = computed({
  get: () => job.value.welderId,
  set: (value) => {
    job.value.welderId = value ?? null
    const own = props.gear.find((gear) => gear.kind === 'helmet' && gear.assignedToId === value)
    if (own && value) job.value.helmetId = own.id
  },
})
const rangeText = (gear: Gear): string =>
  (gear.ranges ?? [])
    .map(([from, to]) => (from === to ? `fixed ${from}` : `${from}–${to}`))
    .join(', ')
const helmets = computed(() => [
  { value: nobody, label: 'Not named yet' },
  ...props.gear
    .filter((gear) => gear.kind === 'helmet')
    .map((gear) => ({
      value: gear.id,
      label: `${gear.label} · ${rangeText(gear)}${gear.assignedTo ? ` · ${gear.assignedTo}` : ''}`,
    })),
])
const helmet = computed({
  get: () => job.value.helmetId ?? nobody,
  set: (value) => {
    job.value.helmetId = value === nobody ? null : value
  },
})

/** Where the arc can be out of the welder's sight. */
const HIDES: readonly Process[] = ['SAW', 'PAC', 'PAW']

/** A change of process keeps what still makes sense and drops what does not. */
watch(
  () => spec.value.process,
  (now: Process) => {
    if (!isArc(now)) spec.value.amps = spec.value.ampsFrom = null
    if (now !== 'SMAW') spec.value.electrode = null
    if (now !== 'GMAW') spec.value.shieldGas = null
    if (!byPlate(now)) spec.value.gasFlow = null
    if (!isFlame(now)) spec.value.otherFlow = null
    if (!isShielded(now))
      spec.value.shieldFlow =
        spec.value.postFlow =
        spec.value.starts =
        spec.value.purgeVolume =
          null
    if (!HIDES.includes(now)) spec.value.arcHidden = false
    if (now === 'SAW') spec.value.arcHidden = true
    if (now !== 'LBW') spec.value.laser = null
    if (spec.value.consumable && !spec.value.consumable.startsWith(`${now} `))
      spec.value.consumable = null
  },
)
const looking = ref(false)
</script>

<template>
  <fieldset :disabled="disabled" class="space-y-5">
    <div class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-4">
      <UFormField label="Job" class="sm:col-span-2" :error="errors.title" required>
        <UInput
          v-model="job.title"
          class="w-full"
          placeholder="What the shop calls it"
          data-testid="job-title"
        />
      </UFormField>
      <UFormField label="Process" class="sm:col-span-2" required>
        <USelect v-model="spec.process" :items="processes" class="w-full" data-testid="process" />
      </UFormField>
      <QuantityInput
        v-if="isArc(spec.process)"
        v-model="spec.amps"
        unit="A"
        label="Current"
        help="Of a range, the highest: it is judged"
        :error="errors['spec.amps']"
        required
      />
      <QuantityInput
        v-if="isArc(spec.process)"
        v-model="spec.ampsFrom"
        unit="A"
        label="Current from"
        help="Low end, if a range"
        :error="errors['spec.ampsFrom']"
      />
      <QuantityInput
        v-if="spec.process === 'SMAW'"
        v-model="spec.electrode"
        unit="mm"
        label="Electrode"
        :help="units === 'us' ? 'Core diameter, 5/32 works' : 'Core diameter, if known'"
        :error="errors['spec.electrode']"
      />
      <QuantityInput
        v-model="spec.thickness"
        unit="mm"
        label="Thickness"
        :error="errors['spec.thickness']"
        :required="byPlate(spec.process)"
      />
      <UFormField v-if="consumables.length > 1" label="Consumable">
        <USelect
          v-model="consumable"
          :items="consumables"
          class="w-full"
          data-testid="consumable"
        />
      </UFormField>
      <UFormField label="Base metal">
        <USelect v-model="spec.baseMetal" :items="metals" class="w-full" data-testid="base-metal" />
      </UFormField>
      <UFormField label="Coating" class="sm:col-span-2">
        <USelect v-model="spec.coating" :items="coatings" class="w-full" data-testid="coating" />
        <UButton
          variant="ghost"
          color="neutral"
          size="sm"
          icon="i-lucide-search"
          class="mt-1"
          :disabled="disabled"
          @click="looking = true"
        >
          Tell it by looking
        </UButton>
      </UFormField>
      <QuantityInput
        v-if="byPlate(spec.process)"
        v-model="spec.gasFlow"
        unit="L/h"
        :label="spec.process === 'OFW' ? 'Acetylene flow' : 'Oxygen flow'"
        help="For the European table and the cylinder; blank if not known"
        :error="errors['spec.gasFlow']"
      />
      <QuantityInput
        v-if="isFlame(spec.process)"
        v-model="spec.otherFlow"
        unit="L/h"
        :label="spec.process === 'OFW' ? 'Oxygen flow' : 'Fuel flow'"
        help="From the chart of the tip; blank if not known"
        :error="errors['spec.otherFlow']"
      />
      <QuantityInput
        v-if="isShielded(spec.process)"
        v-model="spec.shieldFlow"
        unit="L/min"
        label="Shielding gas flow"
        help="Tells whether the cylinder lasts; blank if not known"
        :error="errors['spec.shieldFlow']"
      />
      <template v-if="spec.shieldFlow !== null">
        <QuantityInput
          v-model="spec.postFlow"
          unit="s"
          label="Post-flow"
          help="After each arc; blank for none"
          :error="errors['spec.postFlow']"
        />
        <QuantityInput
          v-if="spec.postFlow !== null"
          v-model="spec.starts"
          unit="count"
          label="Starts"
          help="Arcs struck in the shift"
          :error="errors['spec.starts']"
        />
        <QuantityInput
          v-model="spec.purgeVolume"
          unit="m3"
          label="Gas to purge"
          help="Root and line; blank for none"
          :error="errors['spec.purgeVolume']"
        />
      </template>
      <ChoiceRow
        v-if="spec.process === 'GMAW'"
        v-model="spec.shieldGas"
        legend="Shielding gas"
        :options="SHIELD_GASES"
        class="sm:col-span-2"
      />
      <ChoiceRow
        v-model="spec.position"
        legend="Position"
        class="sm:col-span-2 lg:col-span-4"
        :options="POSITIONS.map((value) => ({ value, label: POSITION_NAME[value] }))"
      />
      <UCheckbox
        v-if="spec.process !== 'GRIND'"
        v-model="spec.grinding"
        label="Grinding goes with it"
        class="sm:col-span-2"
      />
      <UCheckbox
        v-if="HIDES.includes(spec.process)"
        v-model="spec.arcHidden"
        :label="spec.process === 'SAW' ? 'Arc under the flux' : 'The work hides the arc'"
        class="sm:col-span-2"
      />
      <QuantityInput
        v-model="spec.arcMinutes as number | null"
        unit="min"
        label="Arc in the shift"
        :error="errors['spec.arcMinutes']"
        required
      />
      <QuantityInput
        v-model="spec.welders as number | null"
        unit="count"
        label="Welders in this space"
        :error="errors['spec.welders']"
        required
      />
      <QuantityInput
        v-if="spec.welders > 1 && spec.air.hood !== 'none'"
        v-model="spec.hooded"
        unit="count"
        label="Of them, under a hood"
        help="Blank: this one only"
        :error="errors['spec.hooded']"
      />
      <UFormField label="Place" class="sm:col-span-2" :error="errors.place" required>
        <USelect
          v-model="place"
          :items="places"
          placeholder="Choose a station"
          class="w-full"
          data-testid="place"
        />
      </UFormField>
      <UFormField
        v-if="job.place !== null"
        label="Where"
        class="sm:col-span-2"
        :error="errors.place"
        required
      >
        <UInput v-model="job.place" class="w-full" data-testid="where" />
      </UFormField>
      <UFormField label="Welder" class="sm:col-span-2">
        <PersonPicker
          v-model="welder"
          label="Welder"
          placeholder="Not named yet"
          clearable
          :known="$props.welder"
          :disabled="disabled"
          data-testid="welder"
        />
      </UFormField>
      <UFormField label="Helmet or goggles" class="sm:col-span-2">
        <USelect v-model="helmet" :items="helmets" class="w-full" data-testid="helmet" />
      </UFormField>
    </div>
    <LazyCoatingGuide v-if="looking" v-model:open="looking" @found="spec.coating = $event" />
  </fieldset>
</template>
