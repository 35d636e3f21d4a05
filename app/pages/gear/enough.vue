<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { enoughRoutes, type Enough } from '#shared/gas/enough'
import { quantityText } from '#shared/units/units'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useUnits } from '~/composables/units'

/** Whether today's work has gas enough, which to swap and when, and what to order by which day. */
useHead({ title: 'Gas for today · Zonaris' })
const units = useUnits()
const { data, failure, load } = useLoad(() => call(enoughRoutes.enough, {}))
onMounted(load)
const NOT_KNOWN = 'not known'
const volume = (amount: number | null): string =>
  amount === null ? NOT_KNOWN : quantityText({ amount, unit: 'm3' }, units.value)
const addressOfWork = ({ kind, id }: Enough['supplies'][number]['work'][number]): string =>
  kind === 'session' ? `/sessions/${id}` : `/permits/${id}`
/** How far the bar of what is there reaches beside what is needed. */
function shareOf({ usable, demand }: Enough['supplies'][number]): number | null {
  if (usable === null || demand === null || demand === 0) return null
  return Math.min(1, usable / demand)
}
const widthOf = (supply: Enough['supplies'][number]): string =>
  `${Math.round((shareOf(supply) ?? 0) * 100)}%`
const dayOf = (day: string | null): string => (day === null ? '–' : dayText(day))
const fullOf = ({ full, untold }: Enough['reorders'][number]): string =>
  untold === 0 ? `${full} full` : `${full} full, ${untold} more not read`
</script>

<template>
  <div class="space-y-6">
    <header class="flex flex-wrap items-end gap-3">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/gear/rack">Rack</NuxtLink></p>
        <h1>Gas for today</h1>
      </div>
      <UButton variant="outline" color="neutral" icon="i-lucide-refresh-cw" @click="load">
        Look again
      </UButton>
    </header>
    <Failure v-if="failure" :failure="failure" @retry="load" />
    <template v-else-if="data">
      <section aria-labelledby="work">
        <h2 id="work" class="mb-2">Today's work</h2>
        <p v-if="data.supplies.length === 0" class="panel p-5 muted">
          No session or permit of today draws from a cylinder and tells its flow.
        </p>
        <ul v-else class="grid grid-cols-1 lg:grid-cols-2 gap-4">
          <li
            v-for="supply in data.supplies"
            :key="supply.cylinders[0]!.id"
            class="panel p-4 space-y-3"
            data-testid="supply"
          >
            <div class="flex flex-wrap items-baseline gap-x-3">
              <NuxtLink
                v-for="one in supply.cylinders"
                :key="one.id"
                class="link plate text-2xl"
                :to="`/gear/cylinder/${one.id}`"
              >
                {{ one.label }}
              </NuxtLink>
              <span>{{ supply.gas }}</span>
              <span class="muted ml-auto">{{ supply.place ?? 'place not told' }}</span>
            </div>
            <div>
              <div
                class="h-4 border-2 border-(--ui-text-muted) rounded-sm"
                :class="{ hatched: shareOf(supply) === null }"
                aria-hidden="true"
              >
                <div class="h-full bg-(--ui-text-muted)" :style="{ width: widthOf(supply) }" />
              </div>
              <p class="mt-1">
                <span class="font-semibold">{{ volume(supply.usable) }}</span>
                there,
                <span class="font-semibold">{{ volume(supply.demand) }}</span>
                needed
              </p>
            </div>
            <FindingLine :finding="supply.finding" />
            <p class="muted text-sm">
              For
              <template v-for="(one, i) in supply.work" :key="one.id">
                <template v-if="i > 0">,</template>
                {{ one.kind === 'permit' ? 'permit' : 'session' }}
                <NuxtLink class="link" :to="addressOfWork(one)">{{ one.title }}</NuxtLink>
              </template>
            </p>
          </li>
        </ul>
      </section>
      <section aria-labelledby="order">
        <h2 id="order" class="mb-1">What to order</h2>
        <p class="muted mb-3">
          From the readings of the last 90 days. 19 times of 20 it lasts at least so long.
        </p>
        <p v-if="data.reorders.length === 0" class="panel p-5 muted">
          Nothing is in stock and nothing was drawn.
        </p>
        <SideScroll v-else class="panel" label="What to order">
          <table class="list">
            <thead>
              <tr>
                <th>Gas</th>
                <th>In stock</th>
                <th>A day</th>
                <th>Lasts at least to</th>
                <th>Order by</th>
                <th>Says</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in data.reorders" :key="row.gas">
                <td class="font-semibold">{{ row.gas }}</td>
                <td>
                  {{ volume(row.amount) }}
                  <span class="muted block text-sm">{{ fullOf(row) }}</span>
                </td>
                <td>
                  {{ volume(row.mean) }}
                  <span v-if="row.spread !== null" class="muted block text-sm">
                    give or take {{ volume(row.spread) }}
                  </span>
                </td>
                <td>{{ dayOf(row.lasts?.surely ?? null) }}</td>
                <td class="font-semibold whitespace-nowrap">{{ dayOf(row.orderBy) }}</td>
                <td><FindingLine :finding="row.finding" /></td>
              </tr>
            </tbody>
          </table>
        </SideScroll>
      </section>
    </template>
    <p v-else class="muted">Adding up…</p>
  </div>
</template>
