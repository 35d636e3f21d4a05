<script setup lang="ts">
import type { Level } from '#core/finding/finding'
import { FIRST_FINDINGS, MOST_FINDINGS, type FindingGroup } from '#shared/plan/judged'
import type { ShownFinding } from '#shared/plan/schema'
import { asFailure } from '~/composables/load'
import type { ApiFailure } from '~/composables/api'

/** Findings of one kind, the worst first. A large plan has thousands: the first came with it, the others are read as they are asked for. */
const props = defineProps<{
  title: string
  group: FindingGroup
  /** The worst of them. */
  level: Level
  readFurther: (from: number, most: number) => Promise<{ findings: readonly ShownFinding[] }>
}>()
const shown = defineModel<ShownFinding | null>('shown', { required: true })

const total = computed(() => Object.values(props.group.counts).reduce((sum, n) => sum + n, 0))
const count = computed(() => {
  const wrong = total.value - props.group.counts.clear
  return wrong > 0 ? `${wrong} of ${total.value}` : `${total.value} clear`
})
/** As whoever reads it left it; before, open where something stops work. */
const left = ref<boolean>()
const isOpen = computed(() => left.value ?? props.level === 'stop')
function toggled(event: Event): void {
  const { open } = event.target as HTMLDetailsElement
  if (open !== isOpen.value) left.value = open
}

const further = shallowRef<readonly ShownFinding[]>([])
const listed = computed(() => [...props.group.first, ...further.value])
const more = computed(() => Math.min(FIRST_FINDINGS, total.value - listed.value.length))
const reading = ref(false)
const failure = shallowRef<ApiFailure | null>(null)
/** Only the newest reading counts: the plan may be judged anew meanwhile. */
let newest = 0
async function read(before: readonly ShownFinding[], most: number): Promise<void> {
  const mine = ++newest
  reading.value = true
  failure.value = null
  try {
    const from = props.group.first.length + before.length
    const { findings } = await props.readFurther(from, most)
    if (mine === newest) further.value = [...before, ...findings]
  } catch (error) {
    if (mine === newest) failure.value = asFailure(error)
  } finally {
    if (mine === newest) reading.value = false
  }
}
const readMore = (): Promise<void> => read(further.value, FIRST_FINDINGS)
// As many as were read before are read again, of the plan as it is now.
watch(
  () => props.group,
  ({ first }) => {
    const wanted = Math.min(MOST_FINDINGS, further.value.length)
    newest++
    reading.value = false
    failure.value = null
    further.value = []
    if (wanted > 0 && isOpen.value && total.value > first.length) void read([], wanted)
  },
)

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
      <div v-for="(one, i) in listed" :key="i" class="space-y-1 pb-2">
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
      <p v-if="failure" role="alert" class="text-stop">{{ failure.message }}</p>
      <UButton
        v-if="more > 0"
        variant="outline"
        color="neutral"
        :loading="reading"
        @click="readMore"
      >
        Show {{ more }} more of {{ total }}
      </UButton>
    </template>
  </details>
</template>
