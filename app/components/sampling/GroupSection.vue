<script setup lang="ts">
import { SUBSTANCE_NAME, type Substance } from '#core/exposure/terms'
import { samplingRoutes } from '#shared/sampling/routes'
import { call } from '~/composables/api'
import { useAddress } from '~/composables/list'
import { useLoad } from '~/composables/load'

/** Whether one group of people is under the limit for one substance; the group stands in the address. */
interface Sampled {
  group: string
  substance: Substance
  days: number
}
const props = defineProps<{ groups: readonly Sampled[] }>()
const { text, put } = useAddress()
const mostSampled = (groups: readonly Sampled[]): Sampled | null =>
  groups.reduce<Sampled | null>((most, one) => (!most || one.days > most.days ? one : most), null)
const chosen = computed(
  () =>
    props.groups.find((one) => one.group === text('g') && one.substance === text('s')) ??
    mostSampled(props.groups),
)
const keyOf = ({ substance, group }: Sampled): string => `${substance} ${group}`
const key = computed({
  get: () => (chosen.value ? keyOf(chosen.value) : ''),
  set: (value) => {
    const one = props.groups.find((group) => keyOf(group) === value)
    if (one) put({ s: one.substance, g: one.group })
  },
})
const choices = computed(() =>
  props.groups.map((one) => ({
    value: keyOf(one),
    label: `${one.group}: ${SUBSTANCE_NAME[one.substance]}, ${one.days} ${one.days === 1 ? 'day' : 'days'}`,
  })),
)
const { data, failure, load } = useLoad(() =>
  call(samplingRoutes.sampleGroup, {
    query: { group: chosen.value!.group, substance: chosen.value!.substance },
  }),
)
/** Anew with another group, and whenever samples were logged or taken out. */
watch(
  [chosen, () => props.groups],
  () => {
    if (chosen.value) void load()
  },
  { immediate: true },
)
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="groups">
    <div class="flex flex-wrap gap-3 items-end">
      <h2 id="groups" class="grow">Is it under the limit?</h2>
      <USelect
        v-model="key"
        :items="choices"
        aria-label="Group and substance"
        class="w-full sm:w-96"
        data-testid="group"
      />
    </div>
    <Failure v-if="failure" :failure="failure" @retry="load" />
    <GroupCharts v-else-if="data" :group="data" />
  </section>
</template>
