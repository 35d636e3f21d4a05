<script setup lang="ts">
import { gasRoutes } from '#shared/gas/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** Putting a gas set together: what goes on what, whether it is tight, what acetylene allows. Worked out here; nothing is kept. */
useHead({ title: 'Gas set · Zonaris' })
const route = useRoute()
const id = computed(() => (typeof route.query.cylinder === 'string' ? route.query.cylinder : null))
const cylinder = useLoad(async () =>
  id.value ? (await call(gasRoutes.cylinder, { params: { id: id.value } })).cylinder : null,
)
onMounted(cylinder.load)
</script>

<template>
  <div class="space-y-5">
    <header>
      <p class="muted"><NuxtLink class="link" to="/gear">Gas and gear</NuxtLink></p>
      <h1>Gas set</h1>
    </header>
    <GasFire />
    <Failure
      v-if="cylinder.failure.value"
      :failure="cylinder.failure.value"
      @retry="cylinder.load"
    />
    <FitCheck :cylinder="cylinder.data.value" />
    <LeakCheck />
    <AcetyleneCheck />
  </div>
</template>
