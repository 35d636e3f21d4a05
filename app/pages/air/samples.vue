<script setup lang="ts">
import { samplingRoutes } from '#shared/sampling/routes'
import { addressOf, call } from '~/composables/api'
import { useList } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSignIn } from '~/stores/sign-in'

/** Air samples: groups judged, estimates against measurements, the log, import and export. */
useHead({ title: 'Air samples · Zonaris' })
const signIn = useSignIn()
const toast = useToast()
const mayWrite = computed(() => signIn.may('lead', 'instructor'))
const samples = useList({
  sorts: ['newest', 'group'],
  read: (query) => call(samplingRoutes.samples, { query }),
})
const groups = useLoad(() => call(samplingRoutes.sampleGroups, {}))
const pairs = useLoad(() => call(samplingRoutes.samplePairs, {}))
onMounted(() => Promise.all([groups.load(), pairs.load()]))
const reload = (): Promise<unknown> => Promise.all([samples.load(), groups.load(), pairs.load()])

const adding = ref(false)
async function logged(): Promise<void> {
  await reload()
  toast.add({ title: 'Sample logged', icon: 'i-lucide-check' })
}
const print = (): void => window.print()
</script>

<template>
  <div class="space-y-6">
    <div class="flex flex-wrap items-end gap-3">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/air">Air</NuxtLink></p>
        <h1>Samples</h1>
      </div>
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-download"
        class="no-print"
        :to="addressOf(samplingRoutes.exportSamples)"
        target="_blank"
        external
      >
        CSV
      </UButton>
      <UButton
        variant="outline"
        color="neutral"
        icon="i-lucide-printer"
        class="no-print"
        @click="print"
      >
        Print
      </UButton>
      <UButton v-if="mayWrite" icon="i-lucide-plus" class="no-print" @click="adding = !adding">
        Log a sample
      </UButton>
    </div>
    <SampleForm v-if="adding" class="no-print" @logged="logged" />
    <GroupSection v-if="groups.data.value?.length" :groups="groups.data.value" />
    <PairSection v-if="pairs.data.value?.pairs.length" :pairs="pairs.data.value" />
    <section aria-label="Log">
      <SampleLog :samples="samples" :may-remove="signIn.may('lead')" @changed="reload" />
    </section>
    <SampleImport v-if="mayWrite" class="no-print" @applied="reload" />
  </div>
</template>
