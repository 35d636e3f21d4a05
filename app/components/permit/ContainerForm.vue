<script setup lang="ts">
import {
  CLEANING_NAME,
  CLEANINGS,
  CONTENTS,
  CONTENTS_NAME,
  PURGE_NAME,
  PURGES,
} from '#core/firewatch/container'
import type { ContainerBody } from '#shared/permit/container'
import { useSiteTime } from '~/composables/time'

/** What is known of a container, pipe or hollow part before heat. */
const container = defineModel<ContainerBody>({ required: true })
defineProps<{ errors: Record<string, string | undefined> }>()
const { toLocal, fromLocal, zone } = useSiteTime()

const itemsOf = <T extends string>(values: readonly T[], names: Readonly<Record<T, string>>) =>
  values.map((value) => ({ value, label: names[value] }))
const contents = itemsOf(CONTENTS, CONTENTS_NAME)
const cleanings = itemsOf(CLEANINGS, CLEANING_NAME)
const purges = itemsOf(PURGES, PURGE_NAME)
/** A choice field knows no null. */
const choice = <K extends 'contents' | 'cleaned' | 'purged'>(key: K) =>
  computed({
    get: () => container.value[key] ?? undefined,
    set: (value: NonNullable<ContainerBody[K]> | undefined) => {
      container.value = { ...container.value, [key]: value ?? null }
    },
  })
const held = choice('contents')
const cleaned = choice('cleaned')
const purged = choice('purged')
const testedAt = computed({
  get: () => (container.value.testedAt ? toLocal(container.value.testedAt) : ''),
  set: (local: string) => {
    container.value.testedAt = local ? fromLocal(local) : null
  },
})
</script>

<template>
  <fieldset class="edge edge-caution px-3 py-3 space-y-3" data-testid="container">
    <legend class="sr-only">The container, pipe or hollow part</legend>
    <p class="font-semibold">
      The container, pipe or hollow part: what nobody knows of it holds the permit back.
    </p>
    <div class="grid grid-cols-1 sm:grid-cols-2 gap-3">
      <UFormField label="It held">
        <USelect v-model="held" :items="contents" placeholder="Not told" class="w-full" />
      </UFormField>
      <UFormField label="What was in it" :error="errors['container.held']">
        <UInput v-model="container.held" class="w-full" maxlength="200" />
      </UFormField>
      <UFormField label="Cleaned with">
        <USelect v-model="cleaned" :items="cleanings" placeholder="Not told" class="w-full" />
      </UFormField>
      <UFormField label="Purged">
        <USelect v-model="purged" :items="purges" placeholder="Not told" class="w-full" />
      </UFormField>
      <UFormField
        label="Air in it tested by"
        help="A competent person"
        :error="errors['container.tester']"
      >
        <UInput v-model="container.tester" class="w-full" maxlength="120" />
      </UFormField>
      <UFormField label="Tested at" :help="zone" :error="errors['container.testedAt']">
        <UInput v-model="testedAt" type="datetime-local" class="w-full" />
      </UFormField>
      <UFormField
        label="Reading, % of the lower explosive limit"
        :error="errors['container.explosive']"
      >
        <UInputNumber
          v-model="container.explosive"
          :min="0"
          :max="100"
          class="w-full"
          :increment="false"
          :decrement="false"
        />
      </UFormField>
    </div>
    <YesNoChoice
      v-model="container.isIsolated"
      legend="Pipes and connections off or blanked"
      data-testid="isolated"
    />
    <YesNoChoice
      v-model="container.isVented"
      legend="Vented, so that heat cannot burst it"
      data-testid="vented"
    />
  </fieldset>
</template>
