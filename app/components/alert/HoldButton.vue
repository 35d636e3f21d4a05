<script setup lang="ts">
import { useRafFn } from '@vueuse/core'

/**
 * A button that cannot be missed and is hard to press by mistake: it is held for a moment, by finger or by key.
 * Whoever cannot hold, as with a screen reader, presses it twice within some seconds. However long a press was that
 * ended too soon, it counts as the first of the two: nobody who wants help learns how short a press must be.
 */
const HOLD_MS = 1_200
const TWICE_MS = 6_000
const props = defineProps<{ label: string; busy: boolean }>()
const emit = defineEmits<{ held: [] }>()

const begun = ref<number | null>(null)
const share = ref(0)
const tappedAt = ref<number | null>(null)
const isAskedAgain = ref(false)
let forget: ReturnType<typeof setTimeout> | null = null

const { pause, resume } = useRafFn(
  () => {
    if (begun.value === null) return
    share.value = Math.min(1, (performance.now() - begun.value) / HOLD_MS)
    if (share.value === 1) fire()
  },
  { immediate: false },
)
function fire(): void {
  stop()
  isAskedAgain.value = false
  tappedAt.value = null
  if (!props.busy) emit('held')
}
function press(): void {
  if (begun.value !== null || props.busy) return
  begun.value = performance.now()
  resume()
}
function stop(): void {
  begun.value = null
  share.value = 0
  pause()
}
function release(): void {
  if (begun.value === null) return
  stop()
  tap()
}
function tap(): void {
  const now = performance.now()
  if (tappedAt.value !== null && now - tappedAt.value < TWICE_MS) return fire()
  tappedAt.value = now
  isAskedAgain.value = true
  if (forget) clearTimeout(forget)
  forget = setTimeout(() => (isAskedAgain.value = false), TWICE_MS)
}
/** A screen reader clicks without pressing. */
function click(event: MouseEvent): void {
  if (event.detail === 0 && begun.value === null) tap()
}
function keyDown(event: KeyboardEvent): void {
  if (event.key !== ' ' && event.key !== 'Enter') return
  event.preventDefault()
  if (!event.repeat) press()
}
function keyUp(event: KeyboardEvent): void {
  if (event.key === ' ' || event.key === 'Enter') release()
}
const says = computed(() => (isAskedAgain.value ? 'Press again to raise it' : 'Hold to raise it'))
onBeforeUnmount(() => {
  if (forget) clearTimeout(forget)
})
</script>

<template>
  <button
    type="button"
    class="hold"
    :disabled="busy"
    @pointerdown="press"
    @pointerup="release"
    @pointerleave="stop"
    @pointercancel="stop"
    @contextmenu.prevent
    @keydown="keyDown"
    @keyup="keyUp"
    @blur="stop"
    @click="click"
  >
    <span class="fill" :style="{ transform: `scaleX(${share})` }" aria-hidden="true" />
    <span class="relative plate text-2xl">{{ label }}</span>
    <span class="relative" aria-live="polite">{{ says }}</span>
  </button>
</template>

<style scoped>
.hold {
  position: relative;
  overflow: hidden;
  width: 100%;
  min-height: 4rem;
  padding: 0 1rem;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  align-content: center;
  justify-content: center;
  gap: 0 0.75rem;
  background: #911d0b;
  color: #fff;
  border: 3px solid #ffb224;
  touch-action: none;
  user-select: none;
  -webkit-user-select: none;
}
.fill {
  position: absolute;
  inset: 0;
  background: #d33018;
  transform-origin: left;
}
</style>
