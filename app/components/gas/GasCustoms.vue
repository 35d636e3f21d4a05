<script setup lang="ts">
import {
  DRAW_SCHOOL_NAME,
  DRAW_SCHOOLS,
  STANDING_RULE_NAME,
  STANDING_RULES,
} from '#core/gas/acetylene'
import {
  LIGHTING_ORDER_NAME,
  LIGHTING_ORDERS,
  SHUTTING_ORDER_NAME,
  SHUTTING_ORDERS,
  STRIP_HABIT_NAME,
  STRIP_HABITS,
} from '#core/gas/set/customs'
import type { SiteGas } from '#shared/gas/customs'

/** The habits of the shop where the trade has more than one. */
const gas = defineModel<SiteGas>({ required: true })
const choices = <T extends string>(values: readonly T[], names: Record<T, string>) =>
  values.map((value) => ({ value, label: names[value] }))
const draw = choices(DRAW_SCHOOLS, DRAW_SCHOOL_NAME)
const standing = choices(STANDING_RULES, STANDING_RULE_NAME)
const lighting = choices(LIGHTING_ORDERS, LIGHTING_ORDER_NAME)
const shutting = choices(SHUTTING_ORDERS, SHUTTING_ORDER_NAME)
const strip = choices(STRIP_HABITS, STRIP_HABIT_NAME)
</script>

<template>
  <fieldset>
    <legend class="font-semibold mb-1">Gas</legend>
    <div class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-3 gap-4 items-start">
      <UFormField label="Acetylene drawn, at most" name="gas.drawSchool">
        <USelect v-model="gas.drawSchool" :items="draw" class="w-full" />
      </UFormField>
      <UFormField label="Acetylene that lay down stands" name="gas.standingRule">
        <USelect v-model="gas.standingRule" :items="standing" class="w-full" />
      </UFormField>
      <UFormField label="Lighting" name="gas.lightingOrder">
        <USelect v-model="gas.lightingOrder" :items="lighting" class="w-full" />
      </UFormField>
      <UFormField label="Shutting down" name="gas.shuttingOrder">
        <USelect v-model="gas.shuttingOrder" :items="shutting" class="w-full" />
      </UFormField>
      <UFormField label="Sets are stripped" name="gas.stripHabit">
        <USelect v-model="gas.stripHabit" :items="strip" class="w-full" />
      </UFormField>
      <QuantityInput
        v-model="gas.deliveryDays"
        unit="days"
        label="From order to delivery"
        help="Blank: no date to order by is worked out"
        name="gas.deliveryDays"
      />
    </div>
  </fieldset>
</template>
