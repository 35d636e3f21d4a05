<script setup lang="ts">
import { photoRoutes } from '#shared/photo/routes'
import { addressOf, call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'
import { useSignIn } from '~/stores/sign-in'

/** A photo on record: small in the page, whole at a tap. Staff take it away for good, with a reason. */
const props = defineProps<{ id: string; of: string; large?: boolean }>()
const emit = defineEmits<{ removed: [] }>()
const signIn = useSignIn()
const { busy, errors, message, submit } = useSubmit()
const open = ref(false)
const removing = ref(false)
const why = ref('')
/** Taken away, or out of reach. */
const isGone = ref(false)
const address = (size: 'full' | 'thumb'): string =>
  addressOf(photoRoutes.photo, { id: props.id, size })

async function remove(): Promise<void> {
  const done = await submit(() =>
    call(photoRoutes.removePhoto, { params: { id: props.id }, body: { why: why.value } }),
  )
  if (!done) return
  open.value = false
  emit('removed')
}
</script>

<template>
  <span v-if="isGone" class="muted text-sm">Photo not to be had: {{ of }}</span>
  <button
    v-else
    type="button"
    class="block rounded-md overflow-hidden border border-(--rule) cursor-zoom-in"
    :class="large ? 'w-full' : 'size-20'"
    :aria-label="`Photo: ${of}`"
    @click="open = true"
  >
    <img
      :src="address(large ? 'full' : 'thumb')"
      alt=""
      loading="lazy"
      class="object-cover"
      :class="large ? 'w-full max-h-72' : 'size-20'"
      @error="isGone = true"
    />
  </button>
  <UModal v-model:open="open" :title="of" :ui="{ content: 'max-w-3xl' }">
    <template #body>
      <img :src="address('full')" :alt="`Photo: ${of}`" class="max-h-[70dvh] mx-auto" />
      <form v-if="removing" class="mt-4 space-y-3" novalidate @submit.prevent="remove">
        <UFormField
          label="Why it goes"
          help="It cannot be brought back. That there was one stays on record."
          :error="errors.why ?? message"
        >
          <UInput v-model="why" class="w-full" />
        </UFormField>
        <div class="flex gap-3">
          <UButton type="submit" color="error" :loading="busy">Take it away</UButton>
          <UButton variant="ghost" color="neutral" @click="removing = false">Keep it</UButton>
        </div>
      </form>
      <UButton
        v-else-if="signIn.may('lead', 'instructor')"
        class="mt-4"
        variant="outline"
        color="neutral"
        icon="i-lucide-trash-2"
        @click="removing = true"
      >
        Take this photo away
      </UButton>
    </template>
  </UModal>
</template>
