<script setup lang="ts">
import type { Level } from '#core/finding/finding'
import type { Mark } from '#core/inspection/inspection'
import { ROUND_NAME } from '#core/inspection/round'
import { roundRoutes } from '#shared/inspection/round'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { joined } from '~/components/frame/joined'

/** One round as it was made. */
const { when } = useSiteTime()
const { data, failure, load } = useLoad(() =>
  call(roundRoutes.shopRound, { params: { id: String(useRoute().params.id) } }),
)
onMounted(load)
useHead({ title: () => `${data.value ? ROUND_NAME[data.value.round] : 'Round'} · Zonaris` })
const levelOf = ({ mark, critical }: { mark: Mark; critical: boolean }): Level => {
  if (mark === 'na') return 'unknown'
  if (mark === 'pass') return 'clear'
  return critical ? 'stop' : 'caution'
}
const NOT_APPLICABLE = 'not applicable'
</script>

<template>
  <Failure v-if="failure && !data" :failure="failure" @retry="load" />
  <article v-else-if="data" class="max-w-2xl mx-auto space-y-4">
    <header>
      <p class="muted"><NuxtLink class="link" to="/rounds">Rounds</NuxtLink></p>
      <h1>{{ joined(ROUND_NAME[data.round], data.station) }}</h1>
      <p>{{ joined(data.person, when(data.at)) }}</p>
    </header>
    <ul class="panel p-4">
      <li
        v-for="line in data.lines"
        :key="line.id"
        class="flex gap-3 py-2 border-b border-(--rule) last:border-0"
      >
        <FindingMark :level="levelOf(line)" :size="20" />
        <span class="leading-snug">
          {{ line.text }}
          <span v-if="line.mark === 'na'" class="muted block">{{ NOT_APPLICABLE }}</span>
          <span v-if="line.note" class="font-semibold block">{{ line.note }}</span>
        </span>
      </li>
    </ul>
  </article>
  <p v-else class="muted">Reading the round…</p>
</template>
