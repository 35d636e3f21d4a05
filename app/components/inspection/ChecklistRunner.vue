<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { metersOf } from '#core/inspection/calibration'
import type { Mark } from '#core/inspection/inspection'
import type { ChecklistLine } from '#core/inspection/line'
import { spanText } from '~/components/inspection/line-words'
import type { FilledList } from '~/composables/inspection/filled-list'
import { useUnits } from '~/composables/units'

/** A checklist one line a screen, with buttons that a glove hits. It goes on at the line where it was left. */
const props = defineProps<{
  list: FilledList
  label: string
  busy: boolean
  message: string
  /** What comes of it: as something critical fails, something else does, or nothing. */
  says: { locks: string; fails: string; passes: string }
  /** On the last button. */
  sends: { locks: string; usual: string }
  /** Beside a line whose failure is critical. */
  critical: string
  /** A fault may have its photo. */
  photos?: boolean
}>()
const emit = defineEmits<{ send: [] }>()
const units = useUnits()
const { checklist, entries, restored } = props.list

const line = computed(() => checklist[entries.value.at] ?? null)
const entry = computed(() => line.value && entries.value.lines[line.value.id]!)
/** The meter that this line is read by; told once, it stays for the lines after it. */
const meterKinds = computed(() => (line.value ? metersOf([line.value]) : []))
/** What is lacking is told once somebody has tried to go on. */
const lacks = ref<string | null>(null)
const failing = computed(() => entry.value?.mark === 'fail')

function go(to: number): void {
  lacks.value = null
  entries.value.at = Math.max(0, Math.min(checklist.length, to))
}
function answer(as: Mark): void {
  if (!line.value) return
  props.list.mark(line.value, as)
  if (as === 'fail') lacks.value = null
  else next()
}
function next(): void {
  lacks.value = line.value && props.list.wants(line.value)
  if (!lacks.value) go(entries.value.at + 1)
}
const failed = computed(() => checklist.filter(props.list.fails))
const locks = computed(() => failed.value.some((one) => one.critical))
const open = computed(() => checklist.filter((one) => props.list.wants(one) !== null))
const outcome = computed(() => {
  if (locks.value) return props.says.locks
  return failed.value.length > 0 ? props.says.fails : props.says.passes
})
const level = computed(() => {
  if (locks.value) return 'stop'
  return failed.value.length > 0 ? 'caution' : 'clear'
})
const markText = (one: ChecklistLine): string => {
  const { mark, note } = entries.value.lines[one.id]!
  if (mark === 'fail') return note || 'fails'
  if (props.list.fails(one)) return 'its reading is outside, so it fails'
  return mark === 'na' ? 'not applicable' : 'passes'
}

const heading = useTemplateRef<HTMLElement>('heading')
watch(
  () => entries.value.at,
  async () => {
    await nextTick()
    heading.value?.focus()
  },
)
const KEYS: Record<string, Mark> = { p: 'pass', f: 'fail', n: 'na' }
onKeyStroke(Object.keys(KEYS), (event) => {
  const typing = (event.target as HTMLElement).closest('input, textarea')
  if (!typing && line.value) answer(KEYS[event.key]!)
})
</script>

<template>
  <section class="space-y-4" :aria-label="label">
    <UProgress
      :model-value="entries.at"
      :max="checklist.length"
      :aria-label="`${entries.at} of ${checklist.length} lines answered`"
    />
    <p v-if="restored && entries.at > 0" class="muted" role="status">
      Kept on this device: it goes on where it was left.
    </p>
    <div v-if="line && entry" class="panel p-5 space-y-4 min-h-[62dvh] flex flex-col">
      <p class="muted flex justify-between">
        <span>Line {{ entries.at + 1 }} of {{ checklist.length }}: {{ line.name }}</span>
        <span v-if="line.critical" class="font-bold text-stop">{{ critical }}</span>
      </p>
      <h2
        ref="heading"
        tabindex="-1"
        class="text-3xl leading-snug font-semibold outline-none"
        data-testid="line"
      >
        {{ line.text }}
      </h2>
      <QuantityInput
        v-if="line.measure"
        v-model="entry.reading"
        :unit="line.measure.unit"
        :label="line.measure.name"
        :help="spanText(line.measure, units)"
      />
      <MeterPickers v-if="meterKinds.length > 0" v-model="entries.meters" :kinds="meterKinds" />
      <FaultNote v-if="failing" v-model="entry.note" :line="line" large />
      <PhotoTaker
        v-if="line.photo || (photos && failing)"
        :key="line.id"
        v-model="entry.photo"
        :of="line.text"
        :wanted="line.photo"
        large
      />
      <p v-if="lacks" class="text-stop font-semibold" role="alert">{{ lacks }}</p>
      <div class="grow" />
      <div class="grid grid-cols-2 gap-3">
        <template v-if="failing">
          <UButton block class="min-h-20 text-xl" color="error" @click="next">Go on</UButton>
          <UButton
            block
            class="min-h-20 text-xl"
            variant="outline"
            color="neutral"
            @click="answer('pass')"
          >
            It passes
          </UButton>
        </template>
        <template v-else>
          <UButton block class="min-h-24 text-2xl" icon="i-lucide-check" @click="answer('pass')">
            Pass
          </UButton>
          <UButton
            block
            class="min-h-24 text-2xl"
            variant="outline"
            color="error"
            icon="i-lucide-x"
            @click="answer('fail')"
          >
            Fail
          </UButton>
          <UButton
            block
            class="min-h-14 text-lg col-span-2"
            variant="soft"
            color="neutral"
            @click="answer('na')"
          >
            Not applicable
          </UButton>
        </template>
      </div>
      <div class="flex justify-between items-center gap-3">
        <UButton
          variant="ghost"
          color="neutral"
          size="xl"
          icon="i-lucide-arrow-left"
          :disabled="entries.at === 0"
          @click="go(entries.at - 1)"
        >
          Back
        </UButton>
        <p class="muted text-sm text-right">{{ line.source.document }}</p>
      </div>
    </div>
    <div v-else class="panel p-5 space-y-4">
      <h2 ref="heading" tabindex="-1" class="text-2xl outline-none flex gap-3 items-center">
        <FindingMark :level="open.length > 0 ? 'unknown' : level" :size="28" />
        {{ open.length > 0 ? `${open.length} lines are still open.` : outcome }}
      </h2>
      <ol class="space-y-1">
        <li v-for="(one, i) in checklist" :key="one.id" class="flex gap-2 items-baseline">
          <UButton variant="link" class="px-0 text-left" @click="go(i)">{{ one.name }}</UButton>
          <span :class="{ 'text-stop font-semibold': failed.includes(one) }">
            {{ list.wants(one) ?? markText(one) }}
          </span>
        </li>
      </ol>
      <slot />
      <p v-if="message" role="alert" class="text-stop font-semibold">
        {{ message }} What you entered is kept on this device.
      </p>
      <UButton
        block
        class="min-h-20 text-xl"
        :color="locks ? 'error' : 'primary'"
        :loading="busy"
        :disabled="open.length > 0"
        @click="emit('send')"
      >
        {{ locks ? sends.locks : sends.usual }}
      </UButton>
    </div>
  </section>
</template>
