<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import type { Finding, Level } from '#core/finding/finding'
import { NEED_NAME, NEEDS } from '#core/readiness/terms'
import { routes } from '#shared/api/routes'
import type { Fix, Training, TrainingChange } from '#shared/training/schema'
import { todosOf, type Todo } from '~/components/training/todo'
import { addressOf, call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useUnits } from '~/composables/units'
import { useSession } from '~/stores/session'
import { useShift } from '~/stores/shift'

definePageMeta({ key: route => route.path })
const session = useSession()
const shift = useShift()
const units = useUnits()
const id = String(useRoute().params.id)
const { data: training, failure, load } = useLoad(() => call(routes.training, { params: { id } }))
onMounted(load)
useHead({ title: () => `${training.value?.title ?? 'Session'} · Zonaris` })
const { busy, message, submit } = useSubmit()
const mayWrite = computed(() => session.may('lead', 'instructor'))
const chosen = ref<string[]>([])
const at = ref({ row: 0, column: 0 })
const opened = ref(false)
const GO: Record<Level, string> = { clear: 'Go', caution: 'Go, with care', stop: 'No go', unknown: 'Not known yet' }

const members = computed(() => training.value?.members ?? [])
const looked = computed(() => { const member = members.value[at.value.row]; const cell = member?.cells[at.value.column]; return opened.value && member && cell ? { member, cell } : null })
const todos = computed(() => todosOf(members.value))
const trouble = computed(() => todos.value.filter(todo => todo.level !== 'caution'))
const care = computed(() => todos.value.filter(todo => todo.level === 'caution'))
const unmarked = computed(() => members.value.filter(member => member.presence === 'expected').map(member => member.personId))
const unproved = computed(() => (training.value?.stations ?? []).filter(station => station.proved === false).map(station => station.id))

async function take(work: () => Promise<Training>): Promise<void> {
  const now = await submit(work)
  if (!now) return
  training.value = now
  const here = now.members.map(member => member.personId)
  chosen.value = chosen.value.filter(person => here.includes(person))
  void shift.load()
}
const change = (todo: TrainingChange): Promise<void> => take(() => call(routes.changeTraining, { params: { id }, body: { change: todo } }))
const undo = (): Promise<void> => take(() => call(routes.undoTraining, { params: { id }, body: {} }))
onKeyStroke('z', (event) => { if ((event.ctrlKey || event.metaKey) && !(event.target instanceof HTMLInputElement) && training.value?.undo && mayWrite.value) { event.preventDefault(); void undo() } })
const fix = (todo: Fix): Promise<void> | undefined => todo.change ? change(todo.change) : undefined

const KINDS = ['helmet', 'machine', 'cylinder'] as const
type Kind = typeof KINDS[number]
const checking = ref<Kind | null>(null)
const checkOpen = computed({ get: () => checking.value !== null, set: (on) => { if (!on) checking.value = null } })
const dueOf = (kind: Kind) => training.value?.due[kind] ?? []
async function checkAll(): Promise<void> {
  const kind = checking.value!
  await take(() => call(routes.checkAll, { params: { id }, body: { kind, items: dueOf(kind).map(item => item.id), confirm: true } }))
  checking.value = null
}
const ASK: Record<Kind, string> = {
  helmet: 'Each tested with a spark or lighter flame; shell held to the light; plates, headband and battery good; out of grind mode.',
  machine: 'Each looked over: mains cable, case, leads, holder, clamp, footing, fan. Voltages are not measured in this check and stay open.',
  cylinder: 'Each looked over: label, stamp, chain, cap or regulator, valve, body, leak test, arrestor. The pressure is not read in this check and stays open.',
}
const adding = ref<string | undefined>()
watch(adding, async (person) => { if (person) { await change({ kind: 'add', people: [person] }); adding.value = undefined } })
const paper = computed(() => units.value === 'us' ? 'LETTER' : 'A4')
const names = (todo: Todo): string => todo.people.length > 3 ? `${todo.people.slice(0, 2).map(person => person.name).join(', ')} and ${todo.people.length - 2} more` : todo.people.map(person => person.name).join(', ')
const TODOS_SHOWN = 12
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="training" class="space-y-4">
    <div class="flex flex-wrap items-end gap-x-6 gap-y-3">
      <div class="grow min-w-0"><p class="muted"><NuxtLink class="link" to="/sessions">Sessions</NuxtLink> · {{ training.day }}<template v-if="training.course"> · {{ training.course }}</template><template v-if="!training.today"> · not today: judged as things stand now</template></p><h1 class="break-words">{{ training.title }}</h1></div>
      <p class="flex items-center gap-3" data-testid="session-level" aria-live="polite"><FindingMark :level="training.level" :size="40" /><span><span class="plate text-5xl block" :class="`text-${training.level}`">{{ GO[training.level] }}</span><span class="text-sm">{{ training.counts.clear }} clear, {{ training.counts.caution }} with care, {{ training.counts.stop }} stop, {{ training.counts.unknown }} unknown, {{ training.counts.absent }} absent</span></span></p>
    </div>
    <p v-if="training.rehearsal" class="edge edge-caution panel p-3 font-semibold">Made in a rehearsal. Not a real session.</p>
    <div class="flex flex-wrap gap-2 no-print">
      <template v-if="mayWrite">
        <UButton v-if="unmarked.length > 0" icon="i-lucide-user-check" :disabled="busy" @click="change({ kind: 'presence', people: unmarked, presence: 'present' })">All here ({{ unmarked.length }})</UButton>
        <UButton v-if="unproved.length > 0" icon="i-lucide-wind" :disabled="busy" @click="change({ kind: 'prove', stations: unproved, proved: true })">{{ unproved.length }} hoods pull</UButton>
        <template v-for="kind in KINDS" :key="kind"><UButton v-if="dueOf(kind).length > 0" icon="i-lucide-clipboard-check" :disabled="busy" @click="checking = kind">{{ dueOf(kind).length }} {{ kind }}{{ dueOf(kind).length > 1 ? 's' : '' }} to check</UButton></template>
        <UButton variant="outline" color="neutral" icon="i-lucide-undo-2" :disabled="busy || !training.undo" :title="training.undo?.says" @click="undo">Undo<span v-if="training.undo" class="muted font-normal max-w-40 truncate">{{ training.undo.says }}</span></UButton>
      </template>
      <UButton variant="outline" color="neutral" icon="i-lucide-printer" :to="`${addressOf(routes.rosterPdf, { id })}?paper=${paper}`" target="_blank" external aria-label="Roster sheet as PDF">Roster</UButton>
      <UButton variant="outline" color="neutral" icon="i-lucide-printer" :to="`${addressOf(routes.boothPdf, { id })}?paper=${paper}`" target="_blank" external aria-label="Booth cards as PDF">Booths</UButton>
    </div>
    <p v-if="message" role="alert" class="edge edge-stop panel p-3 font-semibold">{{ message }}</p>
    <div class="grid grid-cols-1 xl:grid-cols-[minmax(0,1fr)_23rem] gap-4 items-start">
      <div class="space-y-3 min-w-0">
        <AssignBar v-if="mayWrite && chosen.length > 0" :training="training" :chosen="chosen" :busy="busy" @change="change" />
        <div v-if="members.length === 0" class="panel p-8 text-center"><p class="font-semibold">Nobody in this session yet.</p></div>
        <MemberList v-if="members.length > 0" class="md:hidden" :members="members" :may-write="mayWrite" :busy="busy" @fix="fix" />
        <ReadinessGrid v-if="members.length > 0" v-model:chosen="chosen" v-model:at="at" :members="members" :may-write="mayWrite" class="hidden md:block" @open="opened = true" />
        <div v-if="mayWrite" class="max-w-sm"><PersonPicker v-model="adding" label="Add a late joiner" placeholder="Add someone: type a name" :disabled="busy" /></div>
      </div>
      <div class="space-y-4 order-first xl:order-none xl:sticky xl:top-2 xl:max-h-[calc(100dvh-1rem)] xl:overflow-y-auto">
        <section v-if="looked" class="panel p-4 space-y-2" aria-live="polite" aria-label="Chosen square"><h3>{{ looked.member.name }}: {{ NEED_NAME[NEEDS[at.column]!] }}</h3>
          <FindingLine v-if="looked.cell.finding" :finding="(looked.cell.finding as Finding)" /><p v-else class="muted">The work does not ask for it.</p>
          <div v-if="mayWrite" class="flex flex-wrap gap-2"><template v-for="entry in looked.cell.fixes" :key="entry.label"><UButton v-if="entry.change" :disabled="busy" @click="fix(entry)">{{ entry.label }}</UButton><UButton v-else variant="outline" :to="entry.path!">{{ entry.label }}</UButton></template></div>
        </section>
        <section class="panel p-4" aria-labelledby="todo"><h2 id="todo" class="mb-2">To do</h2>
          <p v-if="unmarked.length > 0" class="py-2 border-b border-(--rule) flex gap-2"><FindingMark level="unknown" :size="20" /><span>{{ unmarked.length }} not marked: who is here?</span></p>
          <p v-if="trouble.length === 0 && unmarked.length === 0" class="flex gap-2 font-semibold"><FindingMark level="clear" :size="22" />Nothing stands in the way.</p>
          <ul><li v-for="todo in trouble.slice(0, TODOS_SHOWN)" :key="todo.key" class="py-2 border-b border-(--rule) last:border-0"><p class="flex gap-2 leading-snug"><FindingMark :level="todo.level" :size="20" class="mt-0.5" /><span><span class="font-semibold">{{ names(todo) }}.</span> {{ todo.sentence }}</span></p>
            <div v-if="mayWrite && todo.fixes.length > 0" class="flex flex-wrap gap-1.5 mt-1.5 pl-7"><template v-for="(entry, i) in todo.fixes.slice(0, 3)" :key="entry.label"><UButton v-if="entry.change" size="md" :variant="i === 0 ? 'solid' : 'outline'" :disabled="busy" @click="fix(entry)">{{ entry.label }}</UButton><UButton v-else size="md" variant="outline" color="neutral" :to="entry.path!">{{ entry.label }}</UButton></template></div></li></ul>
          <p v-if="trouble.length > TODOS_SHOWN" class="muted pt-2">and {{ trouble.length - TODOS_SHOWN }} more</p>
          <details v-if="care.length > 0" class="pt-2"><summary class="cursor-pointer font-semibold py-1 flex items-center gap-2"><FindingMark level="caution" :size="18" />{{ care.length }} to take care of</summary>
            <ul><li v-for="todo in care" :key="todo.key" class="py-2 border-b border-(--rule) last:border-0 text-sm"><span class="font-semibold">{{ names(todo) }}.</span> {{ todo.sentence }} <template v-for="entry in todo.fixes.slice(0, 1)" :key="entry.label"><UButton v-if="entry.change && mayWrite" size="sm" variant="outline" :disabled="busy" @click="fix(entry)">{{ entry.label }}</UButton></template></li></ul></details>
        </section>
      </div>
    </div>
    <UModal v-if="checking" v-model:open="checkOpen" :title="`Pre-use check: ${dueOf(checking).length} ${checking}s`" :description="ASK[checking]">
      <template #body><p class="flex flex-wrap gap-2"><span v-for="item in dueOf(checking)" :key="item.id" class="plate text-2xl px-2 py-1 border border-(--rule)">{{ item.label }}</span></p><p class="mt-3">A fault on one of them? Log that one on its own page first: it is taken out of use there.</p></template>
      <template #footer><UButton :loading="busy" @click="checkAll">Every line passed on all of them</UButton><UButton variant="ghost" color="neutral" @click="checkOpen = false">Leave it</UButton></template>
    </UModal>
  </div>
</template>
