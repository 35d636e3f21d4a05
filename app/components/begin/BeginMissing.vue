<script setup lang="ts">
import { beginRoutes } from '#shared/begin/routes'
import { BEGIN_NAME } from '~/components/begin/begin-words'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** What a new shop still lacks, until it has all of it. */
const { data, load } = useLoad(() => call(beginRoutes.begin, {}))
onMounted(load)
const missing = computed(() => data.value?.steps.filter(({ done }) => !done) ?? [])
</script>

<template>
  <section
    v-if="missing.length > 0"
    class="panel edge edge-unknown p-4 flex flex-wrap items-center gap-4"
    aria-label="Setting up"
  >
    <p class="grow">
      <span class="font-semibold">Still missing in this shop:</span>
      {{ missing.map(({ id }) => BEGIN_NAME[id].toLowerCase()).join(', ') }}.
    </p>
    <UButton to="/begin" variant="outline" color="neutral">Go on setting up</UButton>
  </section>
</template>
