<script setup lang="ts">
import type { Point } from '#core/plan/plan'
import { scaleByTwoPoints } from '#core/plan/underlay'
import { pictureOf, type Picture } from '~/composables/plan/picture'
import type { KeptUnderlay } from '~/composables/plan/underlay'

/** A picture or a PDF page of an existing plan, set to scale by two points whose distance is known. It stays on this device. */
const open = defineModel<boolean>('open', { required: true })
defineProps<{ lies: boolean }>()
const emit = defineEmits<{ put: [underlay: KeptUnderlay]; remove: [] }>()
const picture = shallowRef<Picture | null>(null)
const href = ref('')
const page = ref(1)
const file = shallowRef<File | null>(null)
const message = ref('')
const points = ref<[Point, Point]>([
  { x: 0, y: 0 },
  { x: 0, y: 0 },
])
const next = ref<0 | 1>(0)
const metres = ref<number | null>(null)
const at = ref<{ x: number | null; y: number | null }>({ x: 0, y: 0 })
const turned = ref(0)

async function read(): Promise<void> {
  if (!file.value) return
  message.value = ''
  picture.value = null
  try {
    picture.value = await pictureOf(file.value, page.value)
    if (href.value) URL.revokeObjectURL(href.value)
    href.value = URL.createObjectURL(picture.value.blob)
  } catch (error) {
    message.value = (error as Error).message
  }
}
function take(given: File): void {
  file.value = given
  page.value = 1
  void read()
}
watch(page, read)
onUnmounted(() => URL.revokeObjectURL(href.value))

const isPdf = computed(() => file.value?.type === 'application/pdf')
const image = useTemplateRef<HTMLImageElement>('image')
/** A press marks the first point, then the second, in the pixels of the picture. */
function mark(event: MouseEvent): void {
  if (!picture.value || !image.value) return
  const { left, top, width } = image.value.getBoundingClientRect()
  const scale = picture.value.width / width
  points.value[next.value] = {
    x: Math.round((event.clientX - left) * scale),
    y: Math.round((event.clientY - top) * scale),
  }
  next.value = next.value === 0 ? 1 : 0
}
const scale = computed(() => scaleByTwoPoints(...points.value, metres.value ?? Number.NaN))
const viewBox = computed(() => `0 0 ${picture.value?.width ?? 1} ${picture.value?.height ?? 1}`)
const dot = computed(() => (picture.value?.width ?? 100) / 80)
const POINT_NAME = ['First point', 'Second point'] as const
function lay(): void {
  if (!picture.value || scale.value === null) return
  const { blob, width, height } = picture.value
  emit('put', {
    blob,
    width,
    height,
    mark: { ...points.value[0] },
    at: { x: at.value.x ?? 0, y: at.value.y ?? 0 },
    metresPerPixel: scale.value,
    turned: turned.value,
  })
  open.value = false
}
function remove(): void {
  emit('remove')
  open.value = false
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="A picture to draw over"
    description="PNG, JPEG, WebP or a page of a PDF. Press two points whose distance you know. It stays on this device."
    :ui="{ content: 'max-w-4xl' }"
  >
    <template #body>
      <div class="space-y-4">
        <div class="flex flex-wrap gap-4 items-end">
          <UFormField label="Picture or PDF">
            <FileInput
              label="Picture or PDF"
              accept="image/png,image/jpeg,image/webp,application/pdf"
              whole
              @take="take"
            />
          </UFormField>
          <UFormField v-if="isPdf" label="Page">
            <UInput v-model.number="page" type="number" min="1" class="w-24" />
          </UFormField>
        </div>
        <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
        <template v-if="picture">
          <div class="relative border border-(--rule)">
            <img
              ref="image"
              :src="href"
              alt="The plan to be drawn over"
              class="block w-full cursor-crosshair"
              @click="mark"
            />
            <svg class="absolute inset-0 size-full pointer-events-none" :viewBox="viewBox">
              <path
                :d="`M${points[0].x} ${points[0].y}L${points[1].x} ${points[1].y}`"
                class="between"
                :stroke-width="dot / 3"
              />
              <circle
                v-for="(point, i) in points"
                :key="i"
                :cx="point.x"
                :cy="point.y"
                :r="dot"
                class="dot"
              />
            </svg>
          </div>
          <fieldset v-for="(point, i) in points" :key="i" class="flex flex-wrap gap-3">
            <legend class="font-semibold">{{ POINT_NAME[i] }}</legend>
            <UFormField label="From the left, px">
              <UInput v-model.number="point.x" type="number" class="w-28" />
            </UFormField>
            <UFormField label="From the top, px">
              <UInput v-model.number="point.y" type="number" class="w-28" />
            </UFormField>
          </fieldset>
          <div class="grid grid-cols-2 sm:grid-cols-4 gap-3">
            <QuantityInput v-model="metres" unit="m" label="Between them" name="metres" />
            <QuantityInput v-model="at.x" unit="m" label="First point, east" name="east" />
            <QuantityInput v-model="at.y" unit="m" label="First point, north" name="north" />
            <UFormField label="Turned, degrees">
              <UInput v-model.number="turned" type="number" class="w-full" />
            </UFormField>
          </div>
          <p v-if="scale === null" class="muted">
            Mark two points that lie apart, and enter how far they are from each other.
          </p>
        </template>
      </div>
    </template>
    <template #footer>
      <UButton :disabled="!picture || scale === null" @click="lay">Lay it under</UButton>
      <UButton v-if="lies" variant="outline" color="neutral" @click="remove">Take it away</UButton>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
    </template>
  </UModal>
</template>

<style scoped>
.between {
  stroke: var(--level-stop);
}
.dot {
  fill: none;
  stroke: var(--level-stop);
  stroke-width: 3;
}
</style>
