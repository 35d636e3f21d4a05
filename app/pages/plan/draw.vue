<script setup lang="ts">
import { planRoutes } from '#shared/plan/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** The draft of the plan, drawn by staff. */
useHead({ title: 'Draw the plan · Zonaris' })
const { data, failure, load } = useLoad(() => call(planRoutes.planDraft, {}))
onMounted(load)
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <PlanEditor v-else-if="data" :draft="data" @floors="load" />
  <p v-else class="muted">Reading the draft…</p>
</template>
