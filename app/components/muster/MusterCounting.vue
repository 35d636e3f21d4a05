<script setup lang="ts">
import type { Count } from '#core/muster/muster'
import { musterRoutes } from '#shared/muster/routes'
import { musterEndBody, musterPersonBody, type MusterAnswer } from '#shared/muster/schema'
import { afterText, sumOf } from '~/components/muster/muster-words'
import { call } from '~/composables/api'
import { clockText, useServerClock } from '~/composables/clock'
import { useEventIds } from '~/composables/event-id'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

/** People are counted, gas is shut, and the time runs. */
const props = defineProps<{ muster: MusterAnswer }>()
const emit = defineEmits<{ changed: [] }>()
const signIn = useSignIn()
const { now } = useServerClock()
const { clock } = useSiteTime()
const { message, submit } = useSubmit()
const { once } = useEventIds()
const params = computed(() => ({ id: props.muster.id }))
const sum = computed(() => sumOf(props.muster))
const elapsed = computed(() => clockText(now.value - Date.parse(props.muster.begunAt)))
const mayCount = computed(() => !signIn.atBooth && signIn.may('lead', 'instructor', 'worker'))
const isStaff = computed(() => signIn.may('lead', 'instructor'))

const sought = ref('')
const isSought = ({ name }: { name: string }): boolean =>
  name.toLowerCase().includes(sought.value.trim().toLowerCase())
const missing = computed(() =>
  props.muster.people.filter(({ count }) => count === null).filter(isSought),
)
const counted = computed(() =>
  props.muster.people
    .filter(({ count }) => count !== null)
    .filter(isSought)
    .sort((a, b) => b.countedAt!.localeCompare(a.countedAt!)),
)
async function count(who: string, as: Count | null): Promise<void> {
  await submit(() =>
    call(musterRoutes.countMuster, { params: params.value, body: { who, count: as } }),
  )
  emit('changed')
}
async function shut(gas: string, isShut: boolean): Promise<void> {
  await submit(() => call(musterRoutes.shutGas, { params: params.value, body: { gas, isShut } }))
  emit('changed')
}
const adding = ref(false)
const added = ref({ name: '' })
async function add(): Promise<void> {
  const { name } = added.value
  await once('muster-person', { name }, (id) =>
    call(musterRoutes.addToMuster, { params: params.value, body: { id, name } }),
  )
  added.value = { name: '' }
}
const ending = ref(false)
const end = ref({ note: '' })
const endSays = computed(() =>
  sum.value.missing.length > 0
    ? `${sum.value.missing.length} were not counted and stay so in the report.`
    : 'Everybody on the list was counted.',
)
const sendEnd = (): Promise<unknown> =>
  call(musterRoutes.endMuster, { params: params.value, body: end.value })
const COUNT_NAME = { out: 'Out', away: 'Was not here' } as const
/** Of a list that is done it is said; whoever is on no list is not known. */
const allSays = computed(() =>
  sum.value.allAfter === null
    ? null
    : `Everybody on the list after ${afterText(sum.value.allAfter)}. Whoever is on no list, as a visitor, is not known.`,
)
</script>

<template>
  <div class="max-w-3xl mx-auto space-y-5">
    <header class="raised" :class="{ drill: muster.drill }" data-testid="muster">
      <div class="grow">
        <h1 class="text-4xl">{{ muster.drill ? 'Drill: everybody out' : 'Everybody out' }}</h1>
        <p>
          Since {{ clock(muster.begunAt) }}, {{ muster.begunBy }}.
          <strong v-if="muster.note">{{ muster.note }}</strong>
        </p>
      </div>
      <p class="plate text-6xl leading-none" aria-label="Time since the alarm">{{ elapsed }}</p>
    </header>
    <p v-if="message" role="alert" class="edge edge-stop panel p-3 font-semibold">{{ message }}</p>
    <section aria-labelledby="counting">
      <div class="flex flex-wrap items-end gap-3 mb-2">
        <h2 id="counting" class="grow text-3xl" data-testid="counted">
          {{ sum.counted }} of {{ sum.total }} counted
        </h2>
        <UButton v-if="mayCount" variant="outline" color="neutral" @click="adding = true">
          Add somebody
        </UButton>
      </div>
      <p v-if="allSays" role="status" class="edge edge-caution panel p-3 font-semibold mb-2">
        {{ allSays }}
      </p>
      <UInput
        v-if="muster.people.length > 8"
        v-model="sought"
        type="search"
        placeholder="Find a name"
        aria-label="Find a name"
        size="xl"
        class="w-full mb-2"
      />
      <ul class="panel divide-y divide-(--rule)" aria-label="Not counted yet">
        <li
          v-for="person in missing"
          :key="person.id"
          class="p-2 pl-3 flex flex-wrap items-center gap-2"
        >
          <span class="grow basis-full sm:basis-40 leading-snug">
            <span class="text-xl font-semibold block">{{ person.name }}</span>
            <span class="muted text-sm">{{ person.why }}</span>
          </span>
          <template v-if="mayCount">
            <UButton
              class="min-h-14 min-w-24 grow sm:grow-0 justify-center text-xl"
              :aria-label="`${person.name} is out`"
              @click="count(person.id, 'out')"
            >
              Out
            </UButton>
            <UButton
              class="min-h-14 grow sm:grow-0 justify-center"
              variant="outline"
              color="neutral"
              :aria-label="`${person.name} was not here`"
              @click="count(person.id, 'away')"
            >
              Not here
            </UButton>
          </template>
        </li>
      </ul>
      <details v-if="counted.length > 0" class="mt-2">
        <summary class="cursor-pointer py-2 font-semibold">{{ counted.length }} counted</summary>
        <ul class="panel divide-y divide-(--rule)" aria-label="Counted">
          <li v-for="person in counted" :key="person.id" class="p-2 pl-3 flex items-center gap-2">
            <span class="grow">
              <span class="font-semibold">{{ person.name }}</span>
              <span class="muted block text-sm">
                {{ COUNT_NAME[person.count!] }}, {{ clock(person.countedAt) }},
                {{ person.countedBy }}
              </span>
            </span>
            <UButton
              v-if="mayCount"
              variant="ghost"
              color="neutral"
              :aria-label="`${person.name} was not counted after all`"
              @click="count(person.id, null)"
            >
              Undo
            </UButton>
          </li>
        </ul>
      </details>
    </section>
    <section v-if="muster.gas.length > 0" aria-labelledby="gas">
      <h2 id="gas" class="mb-1">Gas to shut</h2>
      <p class="muted mb-2">What burns first, and only on the way out.</p>
      <ul class="panel divide-y divide-(--rule)">
        <li v-for="gas in muster.gas" :key="gas.id" class="p-2 pl-3 flex items-center gap-2">
          <span class="grow">
            <span class="font-semibold">{{ gas.name }}</span>
            <span v-if="gas.fuel" class="text-stop font-bold">burns</span>
            <span class="muted block text-sm">{{ gas.place }}</span>
          </span>
          <span v-if="gas.shutAt" class="font-semibold">Shut {{ clock(gas.shutAt) }}</span>
          <UButton
            v-if="mayCount"
            :variant="gas.shutAt ? 'ghost' : 'outline'"
            color="neutral"
            class="min-h-12"
            :aria-label="gas.shutAt ? `${gas.name} is not shut` : `${gas.name} is shut`"
            @click="shut(gas.id, gas.shutAt === null)"
          >
            {{ gas.shutAt ? 'Undo' : 'Shut' }}
          </UButton>
        </li>
      </ul>
    </section>
    <template v-if="!signIn.atBooth">
      <CallList />
      <WaysOut />
    </template>
    <UButton
      v-if="isStaff"
      block
      size="xl"
      variant="outline"
      color="neutral"
      @click="ending = true"
    >
      It is over
    </UButton>
    <FormDialog
      v-model:open="adding"
      title="Add somebody"
      description="A visitor, or somebody whom the list does not know."
      confirm="Put on the list"
      :state="added"
      :schema="musterPersonBody.pick({ name: true })"
      :body="() => added"
      :send="add"
      @done="emit('changed')"
    >
      <UFormField label="Name" name="name">
        <UInput v-model="added.name" class="w-full" />
      </UFormField>
    </FormDialog>
    <FormDialog
      v-model:open="ending"
      title="It is over"
      :description="endSays"
      confirm="It is over"
      :state="end"
      :schema="musterEndBody"
      :body="() => end"
      :send="sendEnd"
      @done="emit('changed')"
    >
      <UFormField label="How it ended" name="note">
        <UTextarea v-model="end.note" class="w-full" />
      </UFormField>
    </FormDialog>
  </div>
</template>

<style scoped>
.raised {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 1.5rem;
  padding: 0.75rem 1rem;
  background: #911d0b;
  color: #fff;
}
.raised.drill {
  background: #ffb224;
  color: #14110a;
}
</style>
