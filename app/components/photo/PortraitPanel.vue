<script setup lang="ts">
import type { Photo } from '#shared/photo/schema'
import type { Gear } from '#shared/inspection/schema'
import { useKeptPhotos } from '~/composables/photo/kept'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'

/** What a piece of gear looks like, so that the right one is found. */
const props = defineProps<{ gear: Gear; photo: Photo | null; mayAdd: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const { when } = useSiteTime()
const photos = useKeptPhotos()
const { busy, message, submit } = useSubmit()
const taken = ref<string | null>(null)

async function send(): Promise<void> {
  const id = taken.value
  const blob = id && (await photos.find(id))
  if (!blob) return
  const sent = await submit(async () => {
    await photos.send(props.gear, id, blob, true)
    return true
  })
  if (!sent) return
  taken.value = null
  await photos.drop([id])
  emit('changed')
}
</script>

<template>
  <section v-if="photo || mayAdd" class="panel p-4 sm:p-6" aria-labelledby="portrait">
    <h2 id="portrait" class="mb-3">Photo</h2>
    <template v-if="photo">
      <PhotoView :id="photo.id" :of="gear.label" large @removed="emit('changed')" />
      <p class="muted text-sm mt-1">{{ photo.person }}, {{ when(photo.at) }}</p>
    </template>
    <template v-if="mayAdd">
      <PhotoTaker v-model="taken" :of="gear.label" />
      <UButton v-if="taken" class="mt-3" :loading="busy" @click="send">Keep this photo</UButton>
      <p v-if="message" role="alert" class="text-stop font-semibold mt-2">{{ message }}</p>
    </template>
  </section>
</template>
