<script setup lang="ts">
import type { Token } from '#shared/sign-in/schema'
import { AREA_NAME, type Area } from '#shared/sign-in/scopes'
import { useSiteTime } from '~/composables/time'

/** API tokens with what each may, when it was last used, and how it ended. */
const props = defineProps<{
  tokens: readonly Token[]
  /** Whose they are is shown where they are several people's. */
  named?: boolean
  revoke: (id: string) => Promise<unknown>
}>()
const { when } = useSiteTime()
const asked = shallowRef<Token | null>(null)
const open = computed({
  get: () => asked.value !== null,
  set: (on) => {
    if (!on) asked.value = null
  },
})
const ENDED: Record<NonNullable<Token['ended']>, string> = {
  revoked: 'revoked',
  expired: 'run out',
  access_changed: 'ended: role, password or PIN changed',
}
const scopeText = (scope: string): string => {
  const [area, right] = scope.split(':') as [Area, string]
  return `${AREA_NAME[area] ?? area} (${right})`
}
function says({ ended, expiresAt, lastUsedAt }: Token): string {
  const used = lastUsedAt ? `last used ${when(lastUsedAt)}` : 'never used'
  return ended ? `${ENDED[ended]}, ${used}` : `until ${when(expiresAt)}, ${used}`
}
</script>

<template>
  <p v-if="tokens.length === 0" class="muted">No token.</p>
  <ul v-else class="divide-y divide-(--rule)">
    <li v-for="token in tokens" :key="token.id" class="flex flex-wrap items-center gap-x-4 py-2">
      <span class="grow basis-60">
        <span class="font-semibold" :class="{ 'line-through': token.ended }">
          {{ named ? `${token.person}: ${token.name}` : token.name }}
        </span>
        <span class="muted block text-sm">{{ token.scopes.map(scopeText).join(', ') }}</span>
        <span class="muted block text-sm">{{ says(token) }}</span>
      </span>
      <UButton v-if="!token.ended" variant="outline" color="error" @click="asked = token">
        Revoke
      </UButton>
    </li>
  </ul>
  <AskDialog
    v-if="asked"
    v-model:open="open"
    :title="`Revoke ${asked.name}`"
    says="Programs that use it are shut out at once."
    confirm="Revoke"
    danger
    :send="() => props.revoke(asked!.id)"
  />
</template>
