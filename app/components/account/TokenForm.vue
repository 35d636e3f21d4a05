<script setup lang="ts">
import type { z } from 'zod'
import { signInRoutes } from '#shared/sign-in/routes'
import { TOKEN_DAYS, tokenBody } from '#shared/sign-in/schema'
import { AREA_NAME, AREAS, type Area, type Scope } from '#shared/sign-in/scopes'
import { call } from '~/composables/api'

/** A new API token: what it may, for how long, and the password of whoever makes it. */
const emit = defineEmits<{ made: [] }>()
type Days = (typeof TOKEN_DAYS)[number]
type Right = 'none' | 'read' | 'write'
const blank = () => ({
  name: '',
  password: '',
  days: 90 as Days,
  rights: Object.fromEntries(AREAS.map((area) => [area, 'none'])) as Record<Area, Right>,
})
const form = ref(blank())
const fresh = ref('')
const scopes = computed<Scope[]>(() =>
  AREAS.flatMap((area) => {
    const right = form.value.rights[area]
    return right === 'none' ? [] : [`${area}:${right}` as const]
  }),
)
const body = (): unknown => {
  const { name, password, days } = form.value
  return { name, password, days, scopes: scopes.value }
}
const send = (sent: z.output<typeof tokenBody>): Promise<{ token: string }> =>
  call(signInRoutes.createToken, { body: sent })
function made({ token }: { token: string }): void {
  fresh.value = token
  form.value = blank()
  emit('made')
}
const RIGHTS = [
  { value: 'none', label: 'Nothing' },
  { value: 'read', label: 'Read' },
  { value: 'write', label: 'Read and write' },
]
const DAYS = TOKEN_DAYS.map((days) => ({
  value: days,
  label: days === 365 ? 'One year' : `${days} days`,
}))
</script>

<template>
  <FormFrame
    class="space-y-4"
    v-slot="{ busy }"
    :state="form"
    :schema="tokenBody"
    :body="body"
    :send="send"
    @done="made"
  >
    <div class="grid grid-cols-1 sm:grid-cols-3 gap-4 items-start">
      <UFormField label="Name" name="name">
        <UInput v-model="form.name" class="w-full" />
      </UFormField>
      <UFormField label="Holds for" name="days">
        <USelect v-model="form.days" :items="DAYS" class="w-full" />
      </UFormField>
      <UFormField label="Your password" name="password">
        <PasswordInput v-model="form.password" autocomplete="current-password" />
      </UFormField>
    </div>
    <UFormField label="What it may do" name="scopes">
      <div class="grid grid-cols-1 sm:grid-cols-2 gap-x-6 gap-y-2">
        <label
          v-for="area in AREAS"
          :key="area"
          class="flex items-center justify-between gap-3 min-h-11"
        >
          <span class="font-semibold">{{ AREA_NAME[area] }}</span>
          <USelect
            v-model="form.rights[area]"
            :items="RIGHTS"
            :aria-label="AREA_NAME[area]"
            class="w-44"
          />
        </label>
      </div>
    </UFormField>
    <UButton type="submit" :loading="busy">Make a token</UButton>
    <p v-if="fresh" class="edge edge-caution p-3 break-all">
      <span class="font-semibold block">Copy it now; it is not shown again.</span>
      <code>{{ fresh }}</code>
    </p>
  </FormFrame>
</template>
