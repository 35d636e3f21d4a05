<script setup lang="ts">
import type { JobSpec } from '#core/job/job'
import { beginSearch, nextShade, shadeBand, type Sight } from '#core/shade/search'
import { peopleRoutes } from '#shared/people/routes'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'
import { useSignIn } from '~/stores/sign-in'

/** Come down one shade at a time with the welder, never under the minimum; what they settle on is remembered. */
const props = defineProps<{
  floor: number
  start: number
  spec: Pick<JobSpec, 'process' | 'amps' | 'thickness'>
  person: { id: string; name: string } | null
}>()
const emit = defineEmits<{ found: [] }>()
const signIn = useSignIn()
const { busy, message, submit } = useSubmit()
const begun = ref(false)
const search = ref(beginSearch(props.floor, Math.max(props.floor, props.start)))
const saved = ref(false)
const mayKeep = computed(
  () =>
    props.person !== null &&
    (signIn.may('lead', 'instructor') ||
      (signIn.may('worker') && signIn.me?.id === props.person.id)),
)
function restart(): void {
  search.value = beginSearch(props.floor, Math.max(props.floor, props.start))
  saved.value = false
  begun.value = true
}
const say = (sight: Sight): void => {
  search.value = nextShade(search.value, sight)
}
async function keep(): Promise<void> {
  const { process, amps, thickness } = props.spec
  if (
    !(await submit(() =>
      call(peopleRoutes.foundShade, {
        params: { id: props.person!.id },
        body: { process, amps, thickness, shade: search.value.at },
      }),
    ))
  )
    return
  saved.value = true
  emit('found')
}
</script>

<template>
  <section class="border-t border-(--rule) pt-4" aria-label="Find the shade by trial">
    <UButton v-if="!begun" variant="outline" icon="i-lucide-eye" @click="restart">
      Find the shade by trial
    </UButton>
    <div v-else class="flex flex-wrap items-center gap-5">
      <p class="leading-none">
        <span class="muted block">{{ search.state === 'found' ? 'Settled on' : 'Try' }}</span>
        <span class="plate text-7xl" data-testid="search-shade">{{ search.at }}</span>
      </p>
      <ArcView :shade="search.at" />
      <div class="space-y-2 grow basis-64" aria-live="polite">
        <template v-if="search.state === 'trying'">
          <p class="font-semibold">Set {{ search.at }}, strike, look at the puddle.</p>
          <div class="flex flex-wrap gap-2">
            <UButton variant="outline" @click="say('too_dark')">Too dark to see it</UButton>
            <UButton @click="say('good')">Puddle is clear</UButton>
            <UButton variant="outline" color="neutral" @click="say('too_bright')">
              Light hurts
            </UButton>
          </div>
          <p class="muted text-sm">
            One lighter at a time; the end is {{ floor }}, the legal minimum.
          </p>
        </template>
        <template v-else-if="search.state === 'stuck'">
          <p class="font-semibold text-stop">
            Too dark even at {{ search.at }}, the minimum. No lighter.
          </p>
          <p>
            More light on the work, clean cover plates, a magnifying lens, or an eye test. Ask the
            instructor.
          </p>
        </template>
        <template v-else>
          <p class="font-semibold">Shade {{ search.at }}.</p>
          <p v-if="saved">Remembered for {{ person?.name }}, {{ shadeBand(spec) }}.</p>
          <UButton v-else-if="mayKeep" :loading="busy" @click="keep">
            Remember for {{ person?.name }}
          </UButton>
          <p v-else class="muted">Name the welder of the job to remember it.</p>
        </template>
        <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
        <UButton v-if="search.tried.length > 0" variant="ghost" color="neutral" @click="restart">
          Start again
        </UButton>
      </div>
    </div>
  </section>
</template>
