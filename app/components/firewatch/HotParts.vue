<script setup lang="ts">
import { COOLING_METALS, METALS, type CoolingMetal } from '#core/firewatch/cooling'
import { hotPartBody } from '#shared/permit/round'
import type { Permit } from '#shared/permit/schema'
import type { KeptEntry } from '~/composables/offline/database'
import { useSiteTime } from '~/composables/time'

/** What the work left hot, and for how long it may burn by reckoning. */
const props = defineProps<{
  permit: Permit
  now: number
  mayMark: boolean
  /** Marked on this phone, and not sent yet. */
  kept: readonly KeptEntry[]
  mark: (part: { name: string; metal: CoolingMetal; thickness: number }) => Promise<unknown>
}>()
const { clock } = useSiteTime()
const open = ref(false)
const METAL_CHOICES = COOLING_METALS.map((value) => ({ value, label: METALS[value].name }))
const entry = hotPartBody.omit({ eventId: true })
/** Thickness in mm, as it is typed. */
const form = ref({ name: '', metal: 'steel' as CoolingMetal, thickness: null as number | null })
watch(open, (now) => {
  if (now) form.value = { name: '', metal: 'steel', thickness: null }
})
const body = () => {
  const { thickness, ...rest } = form.value
  return { ...rest, thickness: thickness === null ? null : thickness / 1000 }
}
const HOT = 'Hot: work goes on'
/** A part that was marked while the arc burned may have been heated until it went out; null: it burns still. */
function fromLastArc(at: string, hotUntil: string): string | null {
  const { watchStartedAt } = props.permit
  if (watchStartedAt === null) return null
  const late = Math.max(0, Date.parse(watchStartedAt) - Date.parse(at))
  return new Date(Date.parse(hotUntil) + late).toISOString()
}
const nameIn = ({ body: sent }: KeptEntry): string =>
  (JSON.parse(String(sent)) as { name: string }).name
const waiting = computed(() =>
  props.kept.map((one) => ({
    id: `kept ${one.number}`,
    name: nameIn(one),
    says: 'Hot. Waits on this phone for a signal',
  })),
)
const reckonedParts = computed(() =>
  props.permit.events.flatMap(({ id, subject, at, details }) => {
    const reckoned = details?.hotPart?.hotUntil
    if (!reckoned) return []
    const hotUntil = fromLastArc(at, reckoned)
    if (hotUntil === null) return [{ id, name: subject, says: HOT }]
    const isHot = Date.parse(hotUntil) > props.now
    return [
      { id, name: subject, says: isHot ? `May burn until ${clock(hotUntil)}, or longer` : REST },
    ]
  }),
)
const parts = computed(() => [...waiting.value, ...reckonedParts.value])
const REST = 'Was reckoned to be cool by now: feel for its warmth before you touch it'
</script>

<template>
  <section v-if="parts.length > 0 || mayMark" class="text-left" aria-labelledby="left-hot">
    <h2 id="left-hot" class="text-xl mb-1">Left hot</h2>
    <ul v-if="parts.length > 0" class="space-y-1 mb-2">
      <li v-for="part in parts" :key="part.id" class="edge edge-caution px-3 py-1">
        <span class="font-semibold block">{{ part.name }}</span>
        <span>{{ part.says }}</span>
      </li>
    </ul>
    <UButton
      v-if="mayMark"
      class="w-full"
      variant="outline"
      color="neutral"
      icon="i-lucide-thermometer"
      @click="open = true"
    >
      Mark a hot part
    </UButton>
    <FormDialog
      v-model:open="open"
      title="Left hot"
      description="Reckoned in still, warm air. Never a leave to touch it."
      confirm="Mark it"
      :state="form"
      :schema="entry"
      :body="body"
      :send="mark"
    >
      <UFormField label="What and where" name="name">
        <UInput v-model="form.name" class="w-full" maxlength="120" />
      </UFormField>
      <UFormField label="Metal" name="metal">
        <USelect v-model="form.metal" :items="METAL_CHOICES" class="w-full" />
      </UFormField>
      <QuantityInput v-model="form.thickness" unit="mm" label="Thickness" name="thickness" />
    </FormDialog>
  </section>
</template>
