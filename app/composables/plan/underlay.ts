import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Ref } from 'vue'
import type { Underlay } from '#core/plan/underlay'
import { useSignIn } from '~/stores/sign-in'

/** A picture under the drawing of one floor; it stays on this device. */
export interface KeptUnderlay extends Underlay {
  blob: Blob
}
interface Kept extends DBSchema {
  underlay: { key: string; value: KeptUnderlay }
}

let opened: Promise<IDBPDatabase<Kept>> | null = null
const open = (): Promise<IDBPDatabase<Kept>> =>
  (opened ??= openDB<Kept>('zonaris-underlay', 1, {
    upgrade: (db) => void db.createObjectStore('underlay'),
  }))

/** What lies under the drawing of a floor, as a picture to show and where. */
export function useUnderlay(floor: Readonly<Ref<string>>) {
  const { me } = useSignIn()
  const kept = shallowRef<KeptUnderlay | null>(null)
  const href = ref('')
  const key = computed(() => `${me?.site.id} ${floor.value}`)

  async function read(): Promise<void> {
    kept.value = (await (await open()).get('underlay', key.value)) ?? null
  }
  async function put(underlay: KeptUnderlay): Promise<void> {
    await (await open()).put('underlay', underlay, key.value)
    kept.value = underlay
  }
  async function remove(): Promise<void> {
    await (await open()).delete('underlay', key.value)
    kept.value = null
  }
  watch(kept, (now) => {
    if (href.value) URL.revokeObjectURL(href.value)
    href.value = now ? URL.createObjectURL(now.blob) : ''
  })
  onMounted(read)
  watch(floor, read)
  onUnmounted(() => URL.revokeObjectURL(href.value))

  /** As the canvas draws it: its y goes down the page. */
  const shown = computed(() => {
    if (!kept.value || !href.value) return null
    const { at, turned, metresPerPixel, mark, width, height } = kept.value
    const transform = `translate(${at.x} ${-at.y}) rotate(${-turned}) scale(${metresPerPixel}) translate(${-mark.x} ${-mark.y})`
    return { href: href.value, width, height, transform }
  })
  return { kept, shown, put, remove }
}
