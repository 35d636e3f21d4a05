<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { rentRoutes } from '#shared/gas/rent'
import { addressOf, call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSignIn } from '~/stores/sign-in'
import { useUnits } from '~/composables/units'

/** What is on rent and what of it stands idle; and the note for what went back. */
useHead({ title: 'Rent · Zonaris' })
const signIn = useSignIn()
const units = useUnits()
const rent = useLoad(() => call(rentRoutes.rent, {}))
const mayRead = computed(() => signIn.may('lead', 'instructor'))
onMounted(() => (mayRead.value ? rent.load() : undefined))
const NOT_TOLD = 'not told'
const day = ref('')
watch(
  () => rent.data.value?.today,
  (today) => {
    if (!day.value && today) day.value = today
  },
)
const paper = computed(() => (units.value === 'us' ? 'LETTER' : 'A4'))
const pdf = computed(
  () => `${addressOf(rentRoutes.returnNote)}?day=${day.value}&paper=${paper.value}`,
)
const csv = computed(() => `${addressOf(rentRoutes.returnNoteCsv)}?day=${day.value}`)
const money = (amount: number | null): string => (amount === null ? NOT_TOLD : amount.toFixed(2))
const days = (count: number | null): string => (count === null ? NOT_TOLD : String(count))
</script>

<template>
  <div class="space-y-5">
    <header>
      <p class="muted"><NuxtLink class="link" to="/gear/rack">Rack</NuxtLink></p>
      <h1>Rent and returns</h1>
    </header>
    <p v-if="!mayRead" class="panel edge edge-caution p-4 font-semibold">
      A lead or instructor sees what is on rent.
    </p>
    <Failure v-else-if="rent.failure.value" :failure="rent.failure.value" @retry="rent.load" />
    <template v-else-if="rent.data.value">
      <section class="panel p-4 sm:p-6" aria-labelledby="note">
        <h2 id="note" class="mb-2">Return note</h2>
        <p class="muted mb-3">What was marked returned on a day, by supplier, to be signed.</p>
        <div class="flex flex-wrap gap-3 items-end">
          <UFormField label="Day"><UInput v-model="day" type="date" /></UFormField>
          <UButton :to="pdf" target="_blank" external icon="i-lucide-printer">As PDF</UButton>
          <UButton :to="csv" target="_blank" external variant="outline" color="neutral">
            As CSV
          </UButton>
        </div>
      </section>
      <section aria-labelledby="suppliers">
        <h2 id="suppliers" class="mb-2">By supplier</h2>
        <p v-if="rent.data.value.suppliers.length === 0" class="panel p-5 muted">
          No cylinder is told to be rented.
        </p>
        <ul v-else class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-3 gap-4">
          <li v-for="one in rent.data.value.suppliers" :key="one.supplier" class="panel p-4">
            <span class="font-semibold block">{{ one.supplier }}</span>
            <span class="plate text-3xl">{{ money(one.cost) }}</span>
            so far, {{ one.cylinders }} cylinders
            <span v-if="one.untold > 0" class="muted block">
              {{ one.untold }} of them not told, so not counted
            </span>
          </li>
        </ul>
      </section>
      <section v-if="rent.data.value.rows.length > 0" aria-labelledby="idle">
        <h2 id="idle" class="mb-2">Longest idle first</h2>
        <SideScroll class="panel" label="Rented cylinders">
          <table class="list">
            <thead>
              <tr>
                <th>Cylinder</th>
                <th>Gas</th>
                <th>Where</th>
                <th>Here since</th>
                <th>Days</th>
                <th>Cost</th>
                <th>Not moved for, days</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rent.data.value.rows" :key="row.id">
                <td>
                  <NuxtLink class="link font-semibold" :to="`/gear/cylinder/${row.id}`">
                    {{ row.label }}
                  </NuxtLink>
                </td>
                <td>{{ row.gas }}</td>
                <td>{{ row.place ?? NOT_TOLD }}</td>
                <td>{{ row.arrivedOn ? dayText(row.arrivedOn) : NOT_TOLD }}</td>
                <td>{{ days(row.days) }}</td>
                <td>{{ money(row.cost) }}</td>
                <td>{{ days(row.idle) }}</td>
              </tr>
            </tbody>
          </table>
        </SideScroll>
        <p v-if="rent.data.value.more" class="muted">
          Only the first {{ rent.data.value.rows.length }} are shown.
        </p>
      </section>
    </template>
  </div>
</template>
