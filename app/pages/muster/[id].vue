<script setup lang="ts">
import { musterRoutes } from '#shared/muster/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { afterText, sumOf } from '~/components/muster/muster-words'

/** The report of an alarm or a drill, for whoever was not there. */
const id = String(useRoute().params.id)
const { when, clock, zone } = useSiteTime()
const { data: muster, failure, load } = useLoad(() => call(musterRoutes.muster, { params: { id } }))
onMounted(load)
const name = computed(() => (muster.value?.drill ? 'Drill' : 'Alarm'))
useHead({ title: () => `${name.value}: report · Zonaris` })
const sum = computed(() => muster.value && sumOf(muster.value))
const COUNT_NAME = { out: 'Out', away: 'Was not here' } as const
const print = (): void => window.print()
</script>

<template>
  <Failure v-if="failure && !muster" :failure="failure" @retry="load" />
  <p v-else-if="!muster || !sum" class="muted">Reading the report…</p>
  <article v-else class="space-y-5 max-w-4xl">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted no-print"><NuxtLink class="link" to="/muster">Everybody out</NuxtLink></p>
        <h1>{{ name }}, {{ when(muster.begunAt) }}</h1>
        <p class="muted">Times in {{ zone }}</p>
      </div>
      <UButton
        class="no-print"
        variant="outline"
        color="neutral"
        icon="i-lucide-printer"
        @click="print"
      >
        Print
      </UButton>
    </header>
    <p v-if="muster.rehearsal" class="edge edge-caution panel p-3 font-semibold">
      Made in a rehearsal: its times are not real.
    </p>
    <dl class="panel p-4 grid sm:grid-cols-3 gap-4" data-testid="times">
      <div>
        <dt class="muted">First counted after</dt>
        <dd class="plate text-4xl">{{ afterText(sum.firstAfter) }}</dd>
      </div>
      <div>
        <dt class="muted">All on the list after</dt>
        <dd class="plate text-4xl" :class="{ 'text-stop': sum.allAfter === null }">
          {{ sum.allAfter === null ? 'not all' : afterText(sum.allAfter) }}
        </dd>
      </div>
      <div>
        <dt class="muted">Gas shut after</dt>
        <dd class="plate text-4xl">{{ afterText(sum.gasAfter) }}</dd>
      </div>
    </dl>
    <section class="panel p-4" aria-labelledby="how">
      <h2 id="how" class="mb-2">What happened</h2>
      <ul class="space-y-1.5 leading-snug">
        <li>{{ muster.begunBy }} raised it, {{ when(muster.begunAt) }}.</li>
        <li v-if="muster.note">{{ muster.note }}</li>
        <li>{{ sum.counted }} of {{ sum.total }} on the list were counted.</li>
        <li v-if="sum.missing.length > 0" class="text-stop font-semibold">
          Never counted: {{ sum.missing.join(', ') }}.
        </li>
        <li v-if="sum.gasOpen.length > 0" class="text-stop font-semibold">
          Not shut, as far as is known: {{ sum.gasOpen.join('; ') }}.
        </li>
        <li v-if="muster.endedAt">
          {{ muster.endedBy }} ended it, {{ when(muster.endedAt) }}: {{ muster.endedNote }}
        </li>
        <li v-else class="font-semibold">
          It goes on.
          <NuxtLink class="link" to="/muster">Count people</NuxtLink>
        </li>
      </ul>
    </section>
    <section class="panel p-4" aria-labelledby="people">
      <h2 id="people" class="mb-2">People</h2>
      <SideScroll label="People">
        <table class="list">
          <thead>
            <tr>
              <th>Who</th>
              <th>Why on the list</th>
              <th>Counted</th>
              <th>By</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="person in muster.people" :key="person.id">
              <td>{{ person.name }}</td>
              <td>{{ person.why }}</td>
              <td v-if="person.count">
                {{ COUNT_NAME[person.count] }}, {{ clock(person.countedAt) }}
              </td>
              <td v-else class="text-stop font-semibold">Not counted</td>
              <td>{{ person.countedBy ?? '' }}</td>
            </tr>
          </tbody>
        </table>
      </SideScroll>
    </section>
    <section v-if="muster.gas.length > 0" class="panel p-4" aria-labelledby="gas">
      <h2 id="gas" class="mb-2">Gas</h2>
      <ul class="space-y-1">
        <li v-for="gas in muster.gas" :key="gas.id">
          {{ gas.name }}
          <span class="muted">{{ gas.place }}</span>
          <template v-if="gas.shutAt">: shut {{ clock(gas.shutAt) }}, {{ gas.shutBy }}</template>
          <strong v-else class="text-stop">: not shut, as far as is known</strong>
        </li>
      </ul>
    </section>
  </article>
</template>
