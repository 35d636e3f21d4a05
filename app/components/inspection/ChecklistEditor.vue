<script setup lang="ts">
import {
  checklistOf,
  isOfGear,
  type ChecklistChange,
  type WhichChecklist,
} from '#core/inspection/checklist'
import type { ChecklistLine } from '#core/inspection/line'
import { gearKindRoutes } from '#shared/inspection/kind-routes'
import { checklistChangeBody } from '#shared/inspection/checklist'
import { spanText } from '~/components/inspection/line-words'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'

/** One checklist: the lines of the trade, and what the shop makes of them. */
const props = defineProps<{
  which: WhichChecklist
  base: readonly ChecklistLine[]
  change: (ChecklistChange & { version: number }) | null
  mayChange: boolean
}>()
const emit = defineEmits<{ saved: [] }>()
const signIn = useSignIn()
const units = useUnits()
const toast = useToast()
const { when } = useSiteTime()
const { busy, errors, message, submit, check } = useSubmit()

const draft = ref({
  added: [...(props.change?.added ?? [])] as ChecklistLine[],
  tightened: structuredClone(toRaw(props.change?.tightened ?? {})) as Record<
    string,
    { min?: number; max?: number }
  >,
  off: { ...props.change?.off } as Record<string, string>,
  everyDays: props.change?.everyDays ?? null,
  photo: [...(props.change?.photo ?? [])],
})
const before = JSON.stringify(draft.value)
/** What a failure of a critical line does: to gear, or to a place. */
const criticalWords = computed(() => (isOfGear(props.which) ? 'locks out' : 'before any work'))
const criticalLabel = computed(() =>
  isOfGear(props.which) ? 'A failure locks it out' : 'A failure keeps it from work',
)
/** By the calendar: gear, but neither before use nor after an event. */
const comesRound = computed(
  () => isOfGear(props.which) && !['beforeUse', 'afterEvent'].includes(props.which.occasion),
)
const dirty = computed(() => JSON.stringify(draft.value) !== before)
const lines = computed(() => [...props.base, ...draft.value.added])
const counts = computed(() => checklistOf(props.base, draft.value).length)
const isOff = ({ id }: ChecklistLine): boolean => draft.value.off[id] !== undefined
/** A line that locks out is switched off by a safety lead only. */
const maySwitch = (line: ChecklistLine): boolean =>
  props.mayChange && (!line.critical || signIn.may('lead'))

function switchOff(line: ChecklistLine, off: boolean): void {
  if (off) draft.value.off[line.id] = ''
  else delete draft.value.off[line.id]
}
function limit(line: ChecklistLine, end: 'min' | 'max', value: number | null): void {
  const now = { ...draft.value.tightened[line.id] }
  if (value === null) delete now[end]
  else now[end] = value
  if (now.min === undefined && now.max === undefined) delete draft.value.tightened[line.id]
  else draft.value.tightened[line.id] = now
}
const isOwn = (line: ChecklistLine): boolean => draft.value.added.includes(line)
function remove(line: ChecklistLine): void {
  draft.value.added = draft.value.added.filter((one) => one !== line)
  delete draft.value.off[line.id]
  delete draft.value.tightened[line.id]
}

const blankLine = () => ({ name: '', text: '', critical: false })
const adding = ref(blankLine())
function add(): void {
  const { name, text, critical } = adding.value
  draft.value.added.push({
    id: `own-${crypto.randomUUID().slice(0, 8)}`,
    name: name.trim(),
    text: text.trim(),
    critical,
    source: { document: `Rule of ${signIn.me!.site.name}`, recall: 'practice' },
  })
  adding.value = blankLine()
}

async function save(): Promise<void> {
  const body = check(checklistChangeBody, { ...draft.value, version: props.change?.version })
  if (!body) return
  const { kind, occasion, kindId } = props.which
  const done = await submit(() =>
    call(gearKindRoutes.changeChecklist, {
      params: { kind, occasion },
      query: kindId ? { kindId } : {},
      body,
    }),
  )
  if (!done) return
  toast.add({ title: 'Saved. Inspections on record keep the checklist they were made by.' })
  emit('saved')
}
const versions = useLoad(() =>
  call(gearKindRoutes.checklistVersions, {
    params: { kind: props.which.kind, occasion: props.which.occasion },
    query: props.which.kindId ? { kindId: props.which.kindId } : {},
  }),
)
onMounted(versions.load)
type Version = NonNullable<typeof versions.data.value>[number]
const versionText = ({ number, madeAt, lines: kept }: Version): string =>
  `Version ${number}, ${when(madeAt)}, ${kept.length} lines`
</script>

<template>
  <div class="grid grid-cols-1 lg:grid-cols-[minmax(0,3fr)_minmax(0,1fr)] gap-6 items-start">
    <section class="panel p-4 sm:p-6" aria-labelledby="lines">
      <h2 id="lines">{{ counts === 1 ? 'One line counts here' : `${counts} lines count here` }}</h2>
      <p v-if="lines.length === 0" class="muted mt-2">
        The trade has no such look for this kind. Add lines, and it is looked at.
      </p>
      <ol class="mt-2">
        <li v-for="line in lines" :key="line.id" class="py-3 border-b border-(--rule) space-y-2">
          <div class="flex flex-wrap gap-x-4 gap-y-1 items-start">
            <p class="grow basis-72" :class="{ 'line-through muted': isOff(line) }">
              <span class="font-semibold">{{ line.name }}.</span>
              {{ line.text }}
              <span v-if="line.critical" class="text-sm font-bold text-stop">
                {{ criticalWords }}
              </span>
            </p>
            <USwitch
              :model-value="!isOff(line)"
              :label="isOff(line) ? 'Off' : 'On'"
              :disabled="!maySwitch(line)"
              :aria-label="`${line.name} counts here`"
              @update:model-value="switchOff(line, !$event)"
            />
            <UButton
              v-if="isOwn(line) && mayChange"
              variant="ghost"
              color="neutral"
              icon="i-lucide-trash-2"
              :aria-label="`Take ${line.name} away`"
              @click="remove(line)"
            />
          </div>
          <p class="muted text-sm">{{ line.source.document }}</p>
          <UFormField
            v-if="isOff(line)"
            label="Why it does not count here"
            :error="errors[`off.${line.id}`]"
          >
            <UInput v-model="draft.off[line.id]" class="w-full" :disabled="!maySwitch(line)" />
          </UFormField>
          <div v-if="line.measure" class="grid grid-cols-2 gap-4 max-w-md">
            <p class="col-span-2 text-sm">
              {{ line.measure.name }}: {{ spanText(line.measure, units) }}
            </p>
            <QuantityInput
              :model-value="draft.tightened[line.id]?.min ?? null"
              :unit="line.measure.unit"
              label="Here at least"
              :disabled="!mayChange"
              :error="errors[`tightened.${line.id}`]"
              @update:model-value="limit(line, 'min', $event)"
            />
            <QuantityInput
              :model-value="draft.tightened[line.id]?.max ?? null"
              :unit="line.measure.unit"
              label="Here at most"
              :disabled="!mayChange"
              @update:model-value="limit(line, 'max', $event)"
            />
          </div>
        </li>
      </ol>
      <form v-if="mayChange" class="mt-4 space-y-3" @submit.prevent="add">
        <h3 class="font-semibold">Add a line</h3>
        <div class="grid sm:grid-cols-[1fr_2fr] gap-3">
          <UFormField label="Short name">
            <UInput v-model="adding.name" class="w-full" maxlength="60" />
          </UFormField>
          <UFormField label="What is right">
            <UInput v-model="adding.text" class="w-full" maxlength="300" />
          </UFormField>
        </div>
        <UCheckbox v-model="adding.critical" :label="criticalLabel" />
        <UButton
          type="submit"
          variant="outline"
          color="neutral"
          :disabled="!adding.name.trim() || adding.text.trim().length < 3"
        >
          Add the line
        </UButton>
      </form>
      <UFormField
        v-if="mayChange && comesRound"
        label="Here every, days"
        help="Blank: as usual. A shop looks more often, never less."
        class="mt-4 max-w-60"
        :error="errors.everyDays"
      >
        <UInput
          :model-value="draft.everyDays ?? undefined"
          type="number"
          min="1"
          class="w-full"
          @update:model-value="draft.everyDays = Number($event) || null"
        />
      </UFormField>
      <p v-if="message" role="alert" class="text-stop font-semibold mt-3">{{ message }}</p>
      <div v-if="mayChange" class="mt-4">
        <UButton :disabled="!dirty" :loading="busy" @click="save">Save the checklist</UButton>
      </div>
    </section>
    <section class="panel p-4" aria-labelledby="versions">
      <h2 id="versions">Versions</h2>
      <p v-if="versions.data.value?.length === 0" class="muted">
        None yet: the first inspection writes one down.
      </p>
      <ol class="mt-2 space-y-1">
        <li v-for="version in versions.data.value ?? []" :key="version.id">
          <details>
            <summary class="cursor-pointer py-1">{{ versionText(version) }}</summary>
            <ul class="list-disc pl-5 text-sm">
              <li v-for="line in version.lines" :key="line.id">{{ line.text }}</li>
            </ul>
          </details>
        </li>
      </ol>
    </section>
  </div>
</template>
