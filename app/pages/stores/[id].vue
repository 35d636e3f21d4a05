<script setup lang="ts">
import type { z } from 'zod'
import { dayText } from '#core/calendar/day'
import { balanceAfter, MOVE_KINDS, MOVE_NAME, type MoveKind } from '#core/stock/ledger'
import { stockRoutes } from '#shared/stock/routes'
import { moveBody } from '#shared/stock/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'
import { useShift } from '~/stores/shift'
import { joined } from '~/components/frame/joined'

definePageMeta({ key: (route) => route.path })
const signIn = useSignIn()
const shift = useShift()
const id = String(useRoute().params.id)
const { data, failure, load } = useLoad(() => call(stockRoutes.stock, { params: { id } }))
onMounted(load)
useHead({ title: () => `${data.value?.stock.name ?? 'Store'} · Zonaris` })
const { when } = useSiteTime()
const editing = ref(false)
const blank = () => ({
  kind: 'receive' as MoveKind,
  quantity: 1,
  personId: undefined as string | undefined,
  unused: false,
  note: '',
})
const form = ref(blank())
const kinds = computed(() =>
  MOVE_KINDS.filter(
    (kind) => data.value?.stock.loan || !['lend', 'return', 'clean'].includes(kind),
  ),
)
const named = computed(() => ['issue', 'lend', 'return'].includes(form.value.kind))
/** The one who holds some of it, as the picker knows a person. */
const holder = computed(() => {
  const found = data.value?.holders.find(({ personId }) => personId === form.value.personId)
  return found ? { id: found.personId, name: found.person } : null
})
/** What the shelf would hold after it, or why it cannot be. */
const after = computed(() => {
  if (!data.value) return null
  const held =
    data.value.holders.find((holder) => holder.personId === form.value.personId)?.quantity ?? 0
  return balanceAfter(data.value.stock, form.value, held)
})
const body = (): unknown => ({
  ...form.value,
  personId: named.value ? (form.value.personId ?? null) : null,
})
const entry = moveBody.omit({ moveId: true })
const { once } = useEventIds()
const send = (body: z.output<typeof entry>): Promise<unknown> =>
  once('move', body, (moveId) =>
    call(stockRoutes.moveStock, { params: { id }, body: { moveId, ...body } }),
  )
async function moved(): Promise<void> {
  const { kind } = form.value
  form.value = { ...blank(), kind }
  await load()
  void shift.load()
}
function takeBack(personId: string, quantity: number): void {
  form.value = { ...blank(), kind: 'return', personId, quantity }
}
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="data" class="space-y-6">
    <div class="flex flex-wrap items-end gap-4">
      <div class="grow min-w-0">
        <p class="muted">
          <NuxtLink class="link" to="/stores">Stores</NuxtLink>
          · {{ data.stock.code }}
        </p>
        <h1>
          {{ joined(data.stock.name, data.stock.size) }}
        </h1>
      </div>
      <UButton
        v-if="signIn.may('lead', 'instructor')"
        variant="outline"
        color="neutral"
        @click="editing = true"
      >
        Change
      </UButton>
    </div>
    <div class="panel p-4 flex flex-wrap gap-x-10 gap-y-3" data-testid="balance">
      <p
        v-for="[name, count] in [
          ['ready', data.stock.ready],
          ['lent', data.stock.lent],
          ['to clean', data.stock.toClean],
          ['keep at least', data.stock.minimum],
        ] as const"
        :key="name"
      >
        <span class="plate text-5xl block">{{ count }}</span>
        {{ name }}
      </p>
      <p v-if="data.stock.expired" class="self-center flex gap-2 font-semibold">
        <FindingMark level="stop" />
        Expired on {{ dayText(data.stock.expiresOn!) }}: throw it out.
      </p>
      <p v-else-if="data.stock.order > 0" class="self-center flex gap-2 font-semibold">
        <FindingMark level="caution" />
        Order {{ data.stock.order }}.
      </p>
    </div>
    <FormFrame
      v-if="signIn.may('lead', 'instructor')"
      class="panel p-4 sm:p-6 space-y-4"
      v-slot="{ busy }"
      :state="form"
      :schema="entry"
      :body="body"
      :send="send"
      @done="moved"
    >
      <h2>Move</h2>
      <ChoiceRow
        v-model="form.kind"
        legend="What happens"
        hide-legend
        :options="kinds.map((value) => ({ value, label: MOVE_NAME[value] }))"
        name="kind"
      />
      <div
        class="grid grid-cols-1 sm:grid-cols-[8rem_minmax(0,1fr)_minmax(0,1fr)] gap-4 items-start"
      >
        <UFormField
          label="Pieces"
          :help="form.kind === 'count' ? 'Below zero takes off' : undefined"
          name="quantity"
        >
          <UInput v-model.number="form.quantity" type="number" class="w-full" />
        </UFormField>
        <UFormField v-if="named" label="Who" name="personId">
          <PersonPicker v-model="form.personId" label="Who" :known="holder" />
        </UFormField>
        <UFormField label="Note" name="note">
          <UInput v-model="form.note" class="w-full" />
        </UFormField>
      </div>
      <UCheckbox
        v-if="form.kind === 'return'"
        v-model="form.unused"
        label="Not worn: no cleaning needed"
      />
      <p v-if="typeof after === 'string'" class="muted">{{ after }}</p>
      <p v-else-if="after" class="muted">
        Then {{ after.ready }} ready, {{ after.lent }} lent, {{ after.toClean }} to clean.
      </p>
      <UButton type="submit" :loading="busy" :disabled="typeof after === 'string'">
        {{ MOVE_NAME[form.kind] }}
      </UButton>
    </FormFrame>
    <section v-if="data.holders.length > 0" aria-labelledby="holders">
      <h2 id="holders" class="mb-2">Who has it</h2>
      <ul class="panel divide-y divide-(--rule)">
        <li
          v-for="holder in data.holders"
          :key="holder.personId"
          class="flex items-center gap-4 px-4 py-2"
        >
          <span class="plate text-2xl w-8 text-right">{{ holder.quantity }}</span>
          <NuxtLink class="link grow" :to="`/people/${holder.personId}`">
            {{ holder.person }}
          </NuxtLink>
          <UButton
            v-if="signIn.may('lead', 'instructor')"
            variant="outline"
            color="neutral"
            @click="takeBack(holder.personId, holder.quantity)"
          >
            Take back
          </UButton>
        </li>
      </ul>
    </section>
    <section aria-labelledby="ledger">
      <h2 id="ledger" class="mb-2">Ledger</h2>
      <p v-if="data.moves.length === 0" class="panel p-4 muted">Nothing has moved yet.</p>
      <SideScroll v-else class="panel" label="Ledger">
        <table class="list">
          <thead>
            <tr>
              <th>When</th>
              <th>What</th>
              <th>Pieces</th>
              <th>Who</th>
              <th>By</th>
              <th>Note</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="entry in data.moves" :key="entry.id">
              <td class="whitespace-nowrap">{{ when(entry.at) }}</td>
              <td>
                {{ joined(MOVE_NAME[entry.kind], entry.unused && 'not worn') }}
                <span v-if="entry.rehearsal" class="muted">rehearsal</span>
              </td>
              <td>{{ entry.quantity }}</td>
              <td>{{ entry.person ?? '–' }}</td>
              <td>{{ entry.by }}</td>
              <td>{{ entry.note }}</td>
            </tr>
          </tbody>
        </table>
      </SideScroll>
    </section>
    <StockForm v-model:open="editing" :stock="data.stock" @saved="load" />
  </div>
</template>
