<script setup lang="ts">
import type { z } from 'zod'
import { LIMIT_SETS, LIMIT_SET_NAME, type LimitSet } from '#core/exposure/terms'
import { SEASON_NAME, SEASONS } from '#core/ppe/terms'
import { SCHOOL_NAME, SCHOOL_OF, SCHOOLS } from '#core/shade/terms'
import { shopRoutes } from '#shared/shop/routes'
import { siteBody } from '#shared/shop/schema'
import { call } from '~/composables/api'
import { useSignIn } from '~/stores/sign-in'

/** What the site has decided: units, watch, shades, clothing, exposure limits. */
useHead({ title: 'House rules · Zonaris' })
const signIn = useSignIn()
const toast = useToast()
function siteForm() {
  const { id: _, rules, ...site } = signIn.me!.site
  const { school, house: __, limits, ...clothing } = rules
  const { closed, grace, ...inspection } = site.inspection
  return {
    ...site,
    gas: { ...site.gas },
    // Copied, as the form changes them.
    inspection: {
      ...inspection,
      closed: { weekdays: [...closed.weekdays], days: [...closed.days] },
      grace: { ...grace },
    },
    shadeSchool: school,
    ...clothing,
    limitSets: [...limits],
    ruleSets: [...site.ruleSets],
  }
}
const site = ref(siteForm())
const UNITS = [
  { value: 'us', label: 'US' },
  { value: 'si', label: 'SI' },
] as const
const schools = SCHOOLS.map((value) => ({
  value,
  label: `${SCHOOL_NAME[value]}, ${SCHOOL_OF[value]}`,
}))
const SEASON_CHOICES = SEASONS.map((value) => ({ value, label: SEASON_NAME[value] }))
function adopt(set: LimitSet, on: boolean): void {
  site.value.limitSets = LIMIT_SETS.filter((entry) =>
    entry === set ? on : site.value.limitSets.includes(entry),
  )
}
const body = (): unknown => ({
  ...site.value,
  houseMinutes: site.value.houseMinutes || null,
  houseMonitoring: site.value.houseMonitoring || null,
})
const send = (body: z.output<typeof siteBody>): Promise<unknown> =>
  call(shopRoutes.updateSite, { body })
async function saved(): Promise<unknown> {
  await signIn.load()
  if (signIn.me?.lacksFactor) return navigateTo('/account')
  site.value = siteForm()
  return toast.add({ title: 'Saved' })
}
</script>

<template>
  <section aria-labelledby="rules">
    <h2 id="rules" class="mb-3">House rules</h2>
    <p v-if="!signIn.may('lead')" class="panel p-5">
      A safety lead changes the house rules. What they come to stands with each answer.
    </p>
    <FormFrame
      v-else
      class="panel p-4 sm:p-6 grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-3 gap-4 items-start"
      :state="site"
      :schema="siteBody"
      :body="body"
      :send="send"
      @done="saved"
      @changed="site.version = $event"
    >
      <UFormField label="Site" name="name">
        <UInput v-model="site.name" class="w-full" />
      </UFormField>
      <UFormField label="Time zone" name="timeZone">
        <UInput v-model="site.timeZone" class="w-full" />
      </UFormField>
      <ChoiceRow v-model="site.units" legend="Units" :options="UNITS" />
      <UFormField label="Shift, hours" help="A permit is not longer" name="shiftHours">
        <UInput
          v-model.number="site.shiftHours"
          type="number"
          min="1"
          max="24"
          step="0.5"
          class="w-full"
        />
      </UFormField>
      <UFormField
        label="House watch, minutes"
        help="Counts where it is longer than the rules"
        name="houseMinutes"
      >
        <UInput
          v-model.number="site.houseMinutes as number | undefined"
          type="number"
          min="30"
          class="w-full"
        />
      </UFormField>
      <UFormField
        label="House rounds after the watch, minutes"
        help="Counts where it is longer than the rules"
        name="houseMonitoring"
      >
        <UInput
          v-model.number="site.houseMonitoring as number | undefined"
          type="number"
          min="30"
          class="w-full"
        />
      </UFormField>
      <QuantityInput
        v-model="site.houseReach"
        unit="m"
        label="House sweep"
        help="Counts where it is farther than the rules"
        name="houseReach"
      />
      <UFormField
        label="Working shade by"
        help="The legal minimum always stands under it"
        name="shadeSchool"
      >
        <USelect v-model="site.shadeSchool" :items="schools" class="w-full" />
      </UFormField>
      <ChoiceRow v-model="site.season" legend="Season" :options="SEASON_CHOICES" />
      <div class="space-y-2">
        <UCheckbox v-model="site.safetyToe" label="Safety toe is a site rule" />
        <UCheckbox v-model="site.hardHat" label="Hard hat is a site rule" />
        <UCheckbox v-model="site.stopsUntested" label="Nobody uses a cylinder past its test date" />
        <UCheckbox v-model="site.leadFactor" label="Safety leads sign in with a second factor" />
      </div>
      <fieldset class="sm:col-span-2 lg:col-span-3">
        <legend class="font-semibold mb-1">Rules for hot work</legend>
        <RuleSets v-model="site.ruleSets" />
        <UFormField name="ruleSets" />
        <p class="muted text-sm mt-1">
          The strictest of these governs each permit. Some are law where you work: keep those.
        </p>
      </fieldset>
      <GasCustoms v-model="site.gas" class="sm:col-span-2 lg:col-span-3" />
      <InspectionCustoms v-model="site.inspection" class="sm:col-span-2 lg:col-span-3" />
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
        <UFormField name="limitSets" />
      </fieldset>
      <template #end="{ busy }">
        <div class="sm:col-span-2 lg:col-span-3">
          <UButton type="submit" :loading="busy">Save house rules</UButton>
        </div>
      </template>
    </FormFrame>
  </section>
</template>
