<script setup lang="ts">
import type { WorkPoint } from '#core/firewatch/reach-map'
import type { Plan } from '#core/plan/plan'
import type { Permit } from '#shared/permit/schema'
import { planRoutes } from '#shared/plan/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** What was in reach of the work, on the plan that it was issued under. */
const props = defineProps<{ work: WorkPoint; permit: Permit; version: number | null }>()
const published = useLoad(() =>
  call(planRoutes.planVersion, { params: { number: String(props.version) } }),
)
onMounted(() => props.permit.sketch ?? published.load())
const plan = computed((): Plan | null => props.permit.sketch ?? published.data.value?.plan ?? null)
</script>

<template>
  <Failure
    v-if="published.failure.value"
    :failure="published.failure.value"
    @retry="published.load"
  />
  <p v-else-if="!plan" class="muted">Reading the plan…</p>
  <ReachMap
    v-else
    :plan="plan"
    :floor="work.floor"
    :work="work"
    :height="permit.height"
    :permit="permit"
    :found="permit.found"
  />
</template>
