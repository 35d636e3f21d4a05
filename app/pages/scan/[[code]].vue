<script setup lang="ts">
import { stockRoutes } from '#shared/stock/routes'
import { call } from '~/composables/api'
import { useScanner } from '~/composables/scanner'
import { useSubmit } from '~/composables/submit'

/** A label's code, by camera or typed, leads to what it is stuck on. */
useHead({ title: 'Scan · Zonaris' })
const route = useRoute()
const code = ref(typeof route.params.code === 'string' ? route.params.code : '')
const { busy, errors, message, submit } = useSubmit()
async function go(): Promise<void> {
  const booth = /\/booth\/([A-Z0-9]+)$/i.exec(code.value)
  if (booth) {
    await navigateTo(`/booth/${booth[1]!.toUpperCase()}`)
    return
  }
  if (!code.value.trim()) return
  const found = await submit(() => call(stockRoutes.scan, { query: { code: code.value } }))
  if (found) await navigateTo(found.path)
}
const scanner = useScanner((text) => {
  code.value = text
  void go()
})
const { finder, running, refused } = scanner
onMounted(() => {
  if (code.value) void go()
})
</script>

<template>
  <div class="max-w-xl space-y-5">
    <h1>Scan</h1>
    <form class="flex gap-3 items-start" novalidate @submit.prevent="go">
      <UFormField
        label="Code"
        help="As printed under the square"
        class="grow"
        :error="errors.code ?? (message || undefined)"
      >
        <UInput
          v-model="code"
          class="w-full"
          autocomplete="off"
          autocapitalize="characters"
          autofocus
        />
      </UFormField>
      <UButton type="submit" class="mt-7" :loading="busy">Go</UButton>
    </form>
    <template v-if="scanner.available">
      <UButton v-if="!running" variant="outline" icon="i-lucide-camera" @click="scanner.start">
        Use the camera
      </UButton>
      <template v-else>
        <video
          ref="finder"
          class="w-full rounded-sm border border-(--rule)"
          muted
          playsinline
          aria-label="Camera picture"
        />
        <UButton variant="outline" color="neutral" @click="scanner.stop">Stop the camera</UButton>
      </template>
    </template>
    <p v-else class="muted">This device offers no camera here; typing works as well.</p>
    <p v-if="refused" role="alert" class="font-semibold">{{ refused }}</p>
  </div>
</template>
