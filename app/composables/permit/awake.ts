import { useVibrate, useWakeLock } from '@vueuse/core'
import type { Ref } from 'vue'

/** Three short tones, and a buzz in the pocket. */
const TONES = 3
const TONE_S = 0.25
const PITCH_HZ = 880
const BUZZ_MS = [400, 150, 400]

/**
 * A phone in the hand of a watcher: its screen stays on while the watch runs, and it sounds and buzzes when a round is due.
 * Where the browser cannot, or nobody has touched the page yet, it is silent.
 */
export function useWatchPhone(isRunning: Readonly<Ref<boolean>>, isDue: Readonly<Ref<boolean>>) {
  const lock = useWakeLock()
  const buzz = useVibrate({ pattern: BUZZ_MS })
  watch(
    isRunning,
    (running) => {
      // A browser that saves power refuses; the watch goes on all the same.
      void (running ? lock.request('screen') : lock.release()).catch(() => null)
    },
    { immediate: true },
  )
  watch(isDue, (due) => {
    if (!due || !navigator.userActivation?.hasBeenActive) return
    buzz.vibrate()
    beep()
  })
  onBeforeUnmount(() => void lock.release().catch(() => null))
  return { isAwake: lock.isActive }
}

function beep(): void {
  const context = new AudioContext()
  const gain = new GainNode(context, { gain: 0.4 })
  gain.connect(context.destination)
  for (let i = 0; i < TONES; i++) {
    const tone = new OscillatorNode(context, { frequency: PITCH_HZ })
    tone.connect(gain)
    tone.start(context.currentTime + 2 * i * TONE_S)
    tone.stop(context.currentTime + (2 * i + 1) * TONE_S)
    if (i === TONES - 1) tone.onended = () => void context.close()
  }
}
