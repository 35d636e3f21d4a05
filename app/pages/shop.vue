<script setup lang="ts">
import { RULE_SETS, WATCH_MINUTES } from '#core/firewatch/rules.table'
import { shopRoutes } from '#shared/shop/routes'
import { stockRoutes } from '#shared/stock/routes'
import { SCHOOL_NAME, SCHOOL_OF, SCHOOLS } from '#core/shade/terms'
import { LIMIT_SETS, LIMIT_SET_NAME, type LimitSet } from '#core/exposure/terms'
import { SEASON_NAME, SEASONS } from '#core/ppe/terms'
import { siteBody, type Station } from '#shared/shop/schema'
import { quantityText } from '#shared/units/units'
import { addressOf, call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'

useHead({ title: 'Shop · Zonaris' })
const signIn = useSignIn()
const units = useUnits()
const toast = useToast()
const stations = useLoad(() => call(shopRoutes.stations, {}))
onMounted(stations.load)

const stationOpen = ref(false)
const station = shallowRef<Station | null>(null)
const editStation = (entry: Station | null): void => {
  station.value = entry
  stationOpen.value = true
}

const { busy, errors, message, submit, check } = useSubmit()
const siteForm = () => {
  const {
    id: _,
    rules: { school, house: __, limits, ...clothing },
    ...site
  } = signIn.me!.site
  return { ...site, shadeSchool: school, ...clothing, limitSets: [...limits] }
}
const site = ref(siteForm())
const schools = SCHOOLS.map((value) => ({
  value,
  label: `${SCHOOL_NAME[value]}, ${SCHOOL_OF[value]}`,
}))
const rules = RULE_SETS.map((value) => ({
  value,
  label: `${WATCH_MINUTES[value].name}, ${WATCH_MINUTES[value].minutes} min`,
}))
const adopt = (set: LimitSet, on: boolean): void => {
  site.value.limitSets = LIMIT_SETS.filter((entry) =>
    entry === set ? on : site.value.limitSets.includes(entry),
  )
}
async function saveSite(): Promise<void> {
  const body = check(siteBody, { ...site.value, houseMinutes: site.value.houseMinutes || null })
  if (!body || !(await submit(() => call(shopRoutes.updateSite, { body })))) return
  await signIn.load()
  toast.add({ title: 'Saved' })
}
const airText = (entry: Station): string =>
  entry.air.space === 'outdoors'
    ? 'Outdoors'
    : `${entry.air.volume === null ? 'volume not known' : quantityText({ amount: entry.air.volume, unit: 'm3' }, units.value)}, ${entry.air.generalFlow === null ? 'flow not known' : quantityText({ amount: entry.air.generalFlow, unit: 'm3/s' }, units.value)}`
</script>

<template>
  <div class="space-y-8">
    <h1>Shop</h1>
    <section aria-labelledby="stations">
      <div class="flex flex-wrap items-end gap-4 mb-3">
        <h2 id="stations" class="grow">Stations</h2>
        <UButton
          variant="outline"
          color="neutral"
          icon="i-lucide-qr-code"
          :to="`${addressOf(stockRoutes.labels)}?of=stations`"
          target="_blank"
          external
        >
          Booth codes
        </UButton>
        <UButton
          v-if="signIn.may('lead', 'instructor')"
          icon="i-lucide-plus"
          @click="editStation(null)"
        >
          Add a station
        </UButton>
      </div>
      <Failure
        v-if="stations.failure.value"
        :failure="stations.failure.value"
        @retry="stations.load"
      />
      <p v-else-if="stations.data.value?.length === 0" class="panel p-5 muted">
        No stations yet. Add booths and bays with their volume and ventilation; jobs take their air
        from here.
      </p>
      <SideScroll v-else class="panel" label="Stations">
        <table class="list">
          <thead>
            <tr>
              <th>Station</th>
              <th>Hot work</th>
              <th>Air</th>
              <th><span class="sr-only">Change</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="entry in stations.data.value ?? []" :id="entry.id" :key="entry.id">
              <td class="font-semibold">{{ entry.name }}</td>
              <td>{{ entry.designated ? 'designated area' : 'permit needed' }}</td>
              <td>{{ airText(entry) }}</td>
              <td class="text-right">
                <UButton
                  v-if="signIn.may('lead', 'instructor')"
                  variant="ghost"
                  :aria-label="`Change ${entry.name}`"
                  @click="editStation(entry)"
                >
                  Change
                </UButton>
              </td>
            </tr>
          </tbody>
        </table>
      </SideScroll>
    </section>
    <HouseChart :may-write="signIn.may('lead')" @changed="signIn.load" />
    <section v-if="signIn.may('lead')" aria-labelledby="rules">
      <h2 id="rules" class="mb-3">House rules</h2>
      <form
        class="panel p-4 sm:p-6 grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-3 gap-4 items-start"
        novalidate
        @submit.prevent="saveSite"
      >
        <UFormField label="Site" :error="errors.name">
          <UInput v-model="site.name" class="w-full" />
        </UFormField>
        <UFormField label="Time zone" :error="errors.timeZone">
          <UInput v-model="site.timeZone" class="w-full" />
        </UFormField>
        <ChoiceRow
          v-model="site.units"
          legend="Units"
          :options="[
            { value: 'us', label: 'US' },
            { value: 'si', label: 'SI' },
          ]"
        />
        <UFormField label="Shift, hours" help="A permit is not longer" :error="errors.shiftHours">
          <UInput
            v-model.number="site.shiftHours"
            type="number"
            min="1"
            max="24"
            step="0.5"
            class="w-full"
          />
        </UFormField>
        <UFormField label="Fire watch rule" :error="errors.ruleSet">
          <USelect v-model="site.ruleSet" :items="rules" class="w-full" />
        </UFormField>
        <UFormField
          label="House watch, minutes"
          help="Counts where it is longer than the rule"
          :error="errors.houseMinutes"
        >
          <UInput
            v-model.number="site.houseMinutes as number | undefined"
            type="number"
            min="30"
            class="w-full"
          />
        </UFormField>
        <UFormField
          label="Working shade by"
          help="The legal minimum always stands under it"
          :error="errors.shadeSchool"
        >
          <USelect v-model="site.shadeSchool" :items="schools" class="w-full" />
        </UFormField>
        <ChoiceRow
          v-model="site.season"
          legend="Season"
          :options="SEASONS.map((value) => ({ value, label: SEASON_NAME[value] }))"
        />
        <div class="space-y-2">
          <UCheckbox v-model="site.safetyToe" label="Safety toe is a site rule" />
          <UCheckbox v-model="site.hardHat" label="Hard hat is a site rule" />
        </div>
        <fieldset class="sm:col-span-2 lg:col-span-3">
          <legend class="font-semibold mb-1">Exposure limits adopted</legend>
          <div class="flex flex-wrap gap-x-6 gap-y-2">
            <UCheckbox
              v-for="set in LIMIT_SETS"
              :key="set"
              :model-value="site.limitSets.includes(set)"
              :label="LIMIT_SET_NAME[set]"
              @update:model-value="adopt(set, Boolean($event))"
            />
          </div>
          <p class="muted text-sm mt-1">
            The strictest of these decides for each substance; the others are shown beside it. Some
            limits are law where you work: keep those.
          </p>
          <p v-if="errors.limitSets" class="text-stop text-sm font-semibold">
            {{ errors.limitSets }}
          </p>
        </fieldset>
        <p v-if="message" role="alert" class="text-stop font-semibold sm:col-span-2">
          {{ message }}
        </p>
        <div class="sm:col-span-2 lg:col-span-3">
          <UButton type="submit" :loading="busy">Save house rules</UButton>
        </div>
      </form>
    </section>
    <StationForm v-model:open="stationOpen" :station="station" @saved="stations.load" />
  </div>
</template>
