<script setup lang="ts">
import type { Finding, Reason } from '#core/finding/finding'
import { inputsText } from '#shared/finding/input-text'
import { useSiteTime } from '~/composables/time'
import { useUnits } from '~/composables/units'

const props = defineProps<{ finding: Finding; override?: string }>()
const units = useUnits()
const { when } = useSiteTime()
const behind = ({ inputs }: Reason): string => inputsText(inputs ?? {}, units.value, when)
const fromMemory = computed(() =>
  props.finding.reasons.some((reason) => reason.source.recall === 'memory'),
)
</script>

<template>
  <article
    class="edge py-2 px-3"
    :class="`edge-${finding.level}`"
    :data-code="finding.code"
    :data-level="finding.level"
  >
    <div class="flex gap-3 items-start">
      <FindingMark :level="finding.level" :size="24" class="mt-0.5" />
      <div class="grow min-w-0">
        <p class="font-semibold leading-snug">{{ finding.sentence }}</p>
        <p v-if="override" class="mt-1 font-semibold">
          <span class="px-1.5 py-0.5 border-2 border-current text-sm">Overridden by a lead</span>
          {{ override }}
        </p>
        <p v-if="finding.remedy" class="muted leading-snug">{{ finding.remedy }}</p>
        <details class="text-sm mt-0.5">
          <summary class="cursor-pointer muted underline underline-offset-2 py-1">Why</summary>
          <ul class="space-y-1.5 py-1">
            <li v-for="(reason, i) in finding.reasons" :key="i">
              <span class="font-semibold">{{ reason.rule }}.</span>
              {{ reason.source.document }}.
              <span v-if="reason.inputs" class="muted block">{{ behind(reason) }}</span>
            </li>
          </ul>
          <p v-if="fromMemory" class="muted">
            Recalled figures: check the current edition and local code.
            <template v-if="finding.legal">This stop is law; it cannot be overridden.</template>
          </p>
        </details>
        <slot />
      </div>
    </div>
  </article>
</template>
