<script setup lang="ts">
import { useKeptPhotos } from '~/composables/photo/kept'
import { NotAPhoto, shrinkPhoto } from '~/composables/photo/shrink'

/** A photo taken with the device, or chosen from it. It stays on the device until what it belongs to is logged. */
const photo = defineModel<string | null>({ required: true })
const props = defineProps<{ of: string; wanted?: boolean; large?: boolean }>()
const photos = useKeptPhotos()
const input = useTemplateRef<HTMLInputElement>('input')
const shown = ref<string | null>(null)
const wrong = ref('')
const busy = ref(false)

async function show(id: string | null): Promise<void> {
  if (shown.value) URL.revokeObjectURL(shown.value)
  shown.value = null
  const blob = id && (await photos.find(id))
  if (blob && id === photo.value) shown.value = URL.createObjectURL(blob)
  // Kept elsewhere, or cleared by the browser: it is asked for again.
  else if (id && !blob && id === photo.value) photo.value = null
}
watch(photo, show, { immediate: true })
onBeforeUnmount(() => shown.value && URL.revokeObjectURL(shown.value))

async function take(): Promise<void> {
  const file = input.value?.files?.[0]
  if (!file || !input.value) return
  wrong.value = ''
  busy.value = true
  try {
    const before = photo.value
    photo.value = await photos.keep(await shrinkPhoto(file))
    if (before) await photos.drop([before])
  } catch (error) {
    wrong.value =
      error instanceof NotAPhoto ? error.message : 'This device has no room left for the photo.'
  } finally {
    busy.value = false
    input.value.value = ''
  }
}
async function remove(): Promise<void> {
  const before = photo.value
  photo.value = null
  if (before) await photos.drop([before])
}
const says = computed(() => {
  if (photo.value) return 'Take it again'
  return props.wanted ? 'Take the photo' : 'Add a photo'
})
</script>

<template>
  <div class="space-y-2 mt-2">
    <div class="flex flex-wrap items-center gap-2">
      <img
        v-if="shown"
        :src="shown"
        :alt="`Photo: ${of}`"
        class="size-20 object-cover rounded-md border border-(--rule)"
      />
      <UButton
        icon="i-lucide-camera"
        :variant="wanted && !photo ? 'solid' : 'outline'"
        color="neutral"
        :size="large ? 'xl' : 'md'"
        :loading="busy"
        :aria-label="`${says}: ${of}`"
        @click="input?.click()"
      >
        {{ says }}
      </UButton>
      <UButton
        v-if="photo"
        icon="i-lucide-trash-2"
        variant="ghost"
        color="neutral"
        :size="large ? 'xl' : 'md'"
        :aria-label="`Drop the photo: ${of}`"
        @click="remove"
      />
    </div>
    <input
      ref="input"
      type="file"
      accept="image/*"
      capture="environment"
      class="hidden"
      tabindex="-1"
      aria-hidden="true"
      data-testid="photo-file"
      @change="take"
    />
    <p v-if="wrong" role="alert" class="text-stop text-sm font-semibold">{{ wrong }}</p>
  </div>
</template>
