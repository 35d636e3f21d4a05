<script setup lang="ts">
import type { Statistics } from '#shared/permit/statistics'

/** One question about many permits: as a chart, as a table, and the permits behind each bar. */
const props = defineProps<{
  title: string
  none: string
  bars: Statistics['late']
}>()
const id = useId()
const chosen = ref<string | null>(null)
const shown = computed(() => props.bars.filter(({ count }) => count > 0))
const open = computed(() => props.bars.find(({ key }) => key === chosen.value) ?? null)
const choose = (key: string): void => {
  chosen.value = key === chosen.value ? null : key
}
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-3" :aria-labelledby="id">
    <h2 :id="id">{{ title }}</h2>
    <p v-if="shown.length === 0" class="muted">{{ none }}</p>
    <template v-else>
      <StatisticChart :bars="bars" :chosen="chosen" :label="title" @choose="choose" />
      <ul>
        <li
          v-for="bar in shown"
          :key="bar.key"
          class="grid grid-cols-[1fr_auto] gap-3 py-1 border-b border-(--rule) last:border-0"
        >
          <UButton
            variant="link"
            class="p-0 justify-start text-left"
            :aria-pressed="bar.key === chosen"
            @click="choose(bar.key)"
          >
            {{ bar.name }}
          </UButton>
          <span class="plate text-lg">{{ bar.count }}</span>
        </li>
      </ul>
      <p v-if="open" role="status">
        Permits:
        <template v-for="(permit, i) in open.permits" :key="permit.id">
          <template v-if="i > 0">,</template>
          <NuxtLink class="link" :to="`/permits/${permit.id}`">{{ permit.number }}</NuxtLink>
        </template>
      </p>
    </template>
  </section>
</template>
