<script setup lang="ts">
import type { Thing } from '#core/plan/plan'
import { extentOf } from '#core/plan/shape'
import { beginRoutes, type BeginStep } from '#shared/begin/routes'
import { BEGIN_NAME } from '~/components/begin/begin-words'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useDraftAdd } from '~/composables/plan/draft-add'
import { useSubmit } from '~/composables/submit'

/** From a bare shop to one that works: a short path that can be left and taken up. */
useHead({ title: 'Set up · Zonaris' })
const { data, failure, load } = useLoad(() => call(beginRoutes.begin, {}))
onMounted(load)
const drawing = useDraftAdd()
const { busy, message, submit } = useSubmit()
const roomOpen = ref(false)
const boothsOpen = ref(false)
const publishing = ref(false)

const SAYS: Readonly<Record<BeginStep, string>> = {
  rooms: 'By their size, one after the other. Doors and walls are drawn later, in the editor.',
  booths: 'Ten in a row in one step; each is put on record and drawn.',
  publish: 'From then on volumes, distances and ways are measured from it.',
  people: 'By a file with a line for each, or one by one.',
  gear: 'By a file with a line for each, or one by one.',
  labels: 'A code to scan on every booth and piece of gear.',
}
/** What is there already does not ask for more. */
const variantOf = ({ done }: { done: boolean }): 'outline' | 'solid' => (done ? 'outline' : 'solid')
async function mark(step: BeginStep, marked: boolean): Promise<void> {
  await submit(() => call(beginRoutes.markBegin, { body: { step, marked } }))
  await load()
}
/** Along the south wall of the room drawn last, clear of it, m. */
const CLEAR = 1.6
const firstBooth = computed(() => {
  const room = drawing.rooms.value.at(-1)
  if (!room) return null
  const { west, south } = extentOf(room.shape)
  return { x: west + CLEAR, y: south + CLEAR }
})
async function drawn(things: Thing[]): Promise<void> {
  await submit(() => drawing.add(things))
  await load()
}
const leftSays = computed(() => {
  const steps = data.value?.steps ?? []
  const left = steps.filter(({ done }) => !done).length
  return left === 0 ? 'Everything is there.' : `${left} of ${steps.length} are left.`
})
</script>

<template>
  <div class="space-y-5 max-w-3xl">
    <header>
      <h1>Set up the shop</h1>
      <p class="muted">
        Half an hour from nothing. Leave it whenever you like; it goes on where you left it.
      </p>
    </header>
    <Failure v-if="failure && !data" :failure="failure" @retry="load" />
    <template v-else-if="data">
      <p v-if="message" role="alert" class="edge edge-stop panel p-3 font-semibold">
        {{ message }}
      </p>
      <ol class="space-y-3">
        <li
          v-for="(step, i) in data.steps"
          :key="step.id"
          class="panel p-4 flex flex-wrap items-center gap-4"
          :data-testid="`begin-${step.id}`"
        >
          <span class="plate text-3xl w-8">{{ i + 1 }}</span>
          <div class="grow basis-64">
            <h2 class="flex items-center gap-2">
              {{ BEGIN_NAME[step.id] }}
              <FindingMark v-if="step.done" level="clear" :size="20" />
            </h2>
            <p class="muted">
              {{ SAYS[step.id] }}
              <b v-if="step.count > 0">There: {{ step.count }}.</b>
            </p>
          </div>
          <UButton v-if="step.id === 'rooms'" :variant="variantOf(step)" @click="roomOpen = true">
            Add a room
          </UButton>
          <UButton
            v-else-if="step.id === 'booths'"
            :variant="variantOf(step)"
            @click="boothsOpen = true"
          >
            Booths in a row
          </UButton>
          <UButton
            v-else-if="step.id === 'publish'"
            :variant="variantOf(step)"
            @click="publishing = true"
          >
            Publish
          </UButton>
          <UButton v-else-if="step.id === 'people'" :variant="variantOf(step)" to="/people/import">
            From a file
          </UButton>
          <UButton v-else-if="step.id === 'gear'" :variant="variantOf(step)" to="/gear/import">
            From a file
          </UButton>
          <template v-else>
            <LabelPrint of="stations" title="Booth codes" />
            <LabelPrint of="gear" title="Gear labels" />
          </template>
          <UButton
            v-if="step.marked || !step.done"
            variant="ghost"
            color="neutral"
            :loading="busy"
            @click="mark(step.id, !step.marked)"
          >
            {{ step.marked ? 'Not yet' : 'Done, or not needed' }}
          </UButton>
        </li>
      </ol>
      <p role="status" class="font-semibold">
        {{ leftSays }}
        <NuxtLink class="link" to="/">Today</NuxtLink>
      </p>
    </template>
    <RoomBySize
      v-model:open="roomOpen"
      :floor="drawing.floor.value"
      :east="drawing.nextEast.value"
      :add="drawing.add"
      @added="load"
    />
    <BoothRow
      v-model:open="boothsOpen"
      :floor="drawing.floor.value"
      :from="firstBooth"
      @made="drawn"
    />
    <PublishForm v-model:open="publishing" :waits="false" :saved="0" @published="load" />
  </div>
</template>
