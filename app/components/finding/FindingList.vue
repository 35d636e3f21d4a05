<script setup lang="ts">
import { blocks, byWorst, type Finding } from '#core/finding/finding'

/** Trouble first and open; what is clear folds away behind its count. */
const props = defineProps<{
  findings: readonly Finding[]
  overridden?: readonly { code: string; reason: string }[]
  fold?: boolean
}>()
const trouble = computed(() =>
  byWorst(props.findings).filter((finding) => finding.level !== 'clear'),
)
const clear = computed(() => props.findings.filter((finding) => finding.level === 'clear'))
const reason = (code: string): string | undefined =>
  props.overridden?.find((entry) => entry.code === code)?.reason
defineSlots<{ action?: (scope: { finding: Finding }) => unknown }>()
</script>

<template>
  <div class="space-y-2">
    <FindingLine
      v-for="finding in trouble"
      :key="`${finding.code} ${finding.sentence}`"
      :finding="finding"
      :override="reason(finding.code)"
    >
      <slot v-if="blocks(finding)" name="action" :finding="finding" />
    </FindingLine>
    <details v-if="clear.length > 0 && (fold || trouble.length > 0)" class="pt-1">
      <summary class="cursor-pointer py-1.5 font-semibold flex items-center gap-2">
        <FindingMark level="clear" :size="18" />
        {{ clear.length }} clear
      </summary>
      <div class="space-y-2 pt-1">
        <FindingLine
          v-for="finding in clear"
          :key="`${finding.code} ${finding.sentence}`"
          :finding="finding"
        />
      </div>
    </details>
    <template v-else>
      <FindingLine
        v-for="finding in clear"
        :key="`${finding.code} ${finding.sentence}`"
        :finding="finding"
      />
    </template>
  </div>
</template>
