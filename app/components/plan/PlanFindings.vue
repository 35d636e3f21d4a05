<script setup lang="ts">
import { byWorst } from '#core/finding/finding'
import type { ShownFinding } from '#shared/plan/schema'

/** What a plan says, worst first; a tap shows on the plan what it is about. */
const props = defineProps<{ findings: readonly ShownFinding[] }>()
const shown = defineModel<ShownFinding | null>({ default: null })
const trouble = computed(() => {
  const order = byWorst(props.findings.map(({ finding }) => finding))
  return props.findings
    .filter(({ finding }) => finding.level !== 'clear')
    .toSorted((a, b) => order.indexOf(a.finding) - order.indexOf(b.finding))
})
const clear = computed(() => props.findings.filter(({ finding }) => finding.level === 'clear'))
function show(one: ShownFinding): void {
  shown.value = shown.value === one ? null : one
}
</script>

<template>
  <div class="space-y-2">
    <p v-if="findings.length === 0" class="muted">
      Nothing to judge yet: rooms with stations, gas stores and what burns are.
    </p>
    <div v-for="(one, i) in trouble" :key="i" class="space-y-1">
      <FindingLine :finding="one.finding" />
      <UButton
        variant="ghost"
        color="neutral"
        icon="i-lucide-map-pin"
        :aria-pressed="shown === one"
        @click="show(one)"
      >
        {{ shown === one ? 'Hide it on the plan' : 'Show it on the plan' }}
      </UButton>
    </div>
    <details v-if="clear.length > 0">
      <summary class="cursor-pointer py-1.5 font-semibold flex items-center gap-2">
        <FindingMark level="clear" :size="18" />
        {{ clear.length }} clear
      </summary>
      <FindingLine v-for="(one, i) in clear" :key="i" :finding="one.finding" />
    </details>
  </div>
</template>
