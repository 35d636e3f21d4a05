<script setup lang="ts">
import type { Finding, Level } from '#core/finding/finding'
import { shopRoutes } from '#shared/shop/routes'
import type { Station } from '#shared/shop/schema'
import { quantityText } from '#shared/units/units'
import { joined } from '~/components/frame/joined'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'

/** Booths and bays with their air, from which jobs take theirs. */
useHead({ title: 'Stations · Zonaris' })
const signIn = useSignIn()
const units = useUnits()
const stations = useLoad(() => call(shopRoutes.stations, {}))
const cover = useLoad(() => call(shopRoutes.fireCover, {}))
const load = (): Promise<unknown> => Promise.all([stations.load(), cover.load()])
onMounted(load)
const open = ref(false)
const station = shallowRef<Station | null>(null)
function editStation(entry: Station | null): void {
  station.value = entry
  open.value = true
}
/** What is wrong with the extinguishers of a station; where nothing is, that there is one for each. */
function coverOf({ id }: Station): { findings: Finding[]; text: string; level: Level }[] {
  const findings = cover.data.value?.find(({ stationId }) => stationId === id)?.findings ?? []
  if (findings.length === 0) return []
  const wrong = findings.filter(({ level }) => level !== 'clear')
  if (wrong.length === 0) return [{ findings, level: 'clear', text: 'One for each that can burn' }]
  return wrong.map((one) => ({ findings: [one], level: one.level, text: one.sentence }))
}
function airText({ air }: Station): string {
  if (air.space === 'outdoors') return 'Outdoors'
  const known = (amount: number | null, unit: 'm3' | 'm3/s'): string | null =>
    amount === null ? null : quantityText({ amount, unit }, units.value)
  return joined(
    known(air.volume, 'm3') ?? 'volume not known',
    known(air.generalFlow, 'm3/s') ?? 'flow not known',
  )
}
</script>

<template>
  <section aria-labelledby="stations">
    <div class="flex flex-wrap items-end gap-4 mb-3">
      <h2 id="stations" class="grow">Stations</h2>
      <LabelPrint of="stations" title="Booth codes" />
      <UButton
        v-if="signIn.may('lead', 'instructor')"
        to="/begin"
        variant="outline"
        color="neutral"
      >
        Set up
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
            <th>Extinguishers</th>
            <th><span class="sr-only">Change</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="entry in stations.data.value ?? []" :id="entry.id" :key="entry.id">
            <td class="font-semibold">{{ entry.name }}</td>
            <td class="min-w-44">
              {{ entry.hotWork.isDesignated ? 'designated area' : 'permit needed' }}
              <span class="muted block text-sm">{{ entry.hotWork.because }}</span>
            </td>
            <td>{{ airText(entry) }}</td>
            <td class="min-w-64" :data-testid="`cover-${entry.name}`">
              <details v-for="says in coverOf(entry)" :key="says.text">
                <summary class="cursor-pointer flex gap-2">
                  <FindingMark :level="says.level" :size="18" />
                  {{ says.text }}
                </summary>
                <FindingLine
                  v-for="finding in says.findings"
                  :key="finding.sentence"
                  :finding="finding"
                />
              </details>
            </td>
            <td class="text-right !py-1">
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
    <StationForm v-model:open="open" :station="station" @saved="load" />
  </section>
</template>
