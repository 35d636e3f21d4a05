import jsQR from 'jsqr'
import type { Ref } from 'vue'

/** Read a QR code by the camera. `available` is false where the device has none or refuses it; typing always works. */
export function useScanner(found: (text: string) => void): {
  finder: Ref<HTMLVideoElement | null>
  running: Ref<boolean>
  refused: Ref<string>
  start: () => Promise<void>
  stop: () => void
  available: boolean
} {
  const finder = ref<HTMLVideoElement | null>(null)
  const running = ref(false)
  const refused = ref('')
  const available =
    typeof navigator !== 'undefined' && Boolean(navigator.mediaDevices?.getUserMedia)
  let stream: MediaStream | null = null
  let frame = 0

  async function start(): Promise<void> {
    refused.value = ''
    try {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
      running.value = true
      await nextTick()
      finder.value!.srcObject = stream
      await finder.value!.play()
      look()
    } catch {
      stop()
      refused.value = 'The camera cannot be used here. Type the code instead.'
    }
  }
  function look(): void {
    const source = finder.value
    if (!running.value || !source) return
    if (source.videoWidth > 0) {
      const canvas = document.createElement('canvas')
      canvas.width = source.videoWidth
      canvas.height = source.videoHeight
      const context = canvas.getContext('2d', { willReadFrequently: true })!
      context.drawImage(source, 0, 0)
      const code = jsQR(
        context.getImageData(0, 0, canvas.width, canvas.height).data,
        canvas.width,
        canvas.height,
      )
      if (code?.data) {
        stop()
        found(code.data)
        return
      }
    }
    frame = window.setTimeout(look, 150)
  }
  function stop(): void {
    window.clearTimeout(frame)
    stream?.getTracks().forEach((track) => track.stop())
    stream = null
    running.value = false
  }
  onBeforeUnmount(stop)
  return { finder, running, refused, start, stop, available }
}
