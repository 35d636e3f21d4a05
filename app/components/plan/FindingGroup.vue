<script setup lang="ts">
import type { ShownFinding } from '#shared/plan/schema'

/** Findings of one kind, the worst first. A large plan has thousands: they are made as they are looked at. */
const props = defineProps<{ title: string; findings: readonly ShownFinding[] }>()
const shown = defineModel<ShownFinding | null>('shown', { required: true })

const AT_ONCE = 20
const most = ref(AT_ONCE)
const level = computed(() => props.findings[0]!.finding.level)
const count = computed(() => {
  const wrong = props.findings.filter(({ finding }) => finding.level !== 'clear').length
  return wrong > 0 ? `${wrong} of ${props.findings.length}` : `${props.findings.length} clear`
})
/** As whoever reads it left it; before, open where something stops work. */
const left = ref<boolean>()
const isOpen = computed(() => left.value ?? level.value === 'stop')
function toggled(event: Event): void {
  const { open } = event.target as HTMLDetailsElement
  if (open !== isOpen.value) left.value = open
}
const more = computed(() => Math.min(AT_ONCE, props.findings.length - most.value))
function show(one: ShownFinding): void {
  shown.value = shown.value === one ? null : one
}
</script>

<template>
  <details class="border-b border-(--rule) py-1" :open="isOpen" @toggle="toggled">
    <summary class="cursor-pointer py-1.5 font-semibold flex items-center gap-2">
      <FindingMark :level="level" :size="18" />
      <span class="grow">{{ title }}</span>
      <span class="muted font-normal">{{ count }}</span>
    </summary>
    <template v-if="isOpen">
      <div v-for="(one, i) in findings.slice(0, most)" :key="i" class="space-y-1 pb-2">
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
      <UButton v-if="more > 0" variant="outline" color="neutral" @click="most += AT_ONCE">
        Show {{ more }} more of {{ findings.length }}
      </UButton>
    </template>
  </details>
</template>
