<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { PROCESSES, PROCESS_NAME, type Process } from '#core/job/job'
import { fitTestUntil } from '#core/respirator/fit'
import { CORRECTIONS, CORRECTION_NAME } from '#core/shade/personal'
import { PPE_RULES } from '#core/ppe/ppe.table'
import { SUPPLIER_NAME } from '#core/ppe/terms'
import { peopleRoutes } from '#shared/people/routes'
import { recordBody, type RecordBody } from '#shared/people/schema'
import { ROLE_NAME } from '#shared/sign-in/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSignIn } from '~/stores/sign-in'
import { joined } from '~/components/frame/joined'

definePageMeta({ key: (route) => route.path })
const signIn = useSignIn()
const id = String(useRoute().params.id)
const { data, failure, load } = useLoad(() => call(peopleRoutes.person, { params: { id } }))
const courses = useLoad(() => call(peopleRoutes.courses, {}))
const { busy, errors, message, version, submit, check } = useSubmit()
const toast = useToast()
useHead({ title: () => `${data.value?.person.name ?? 'Person'} · Zonaris` })
const mayWrite = computed(() => signIn.may('lead', 'instructor'))
const editing = ref(false)
/** Where the eyes and the respirator are not ours to know, only the rest is shown. */
const UNSEEN = {
  lightSensitive: false,
  correction: 'none',
  tint: null,
  respiratorUntil: null,
  fitTestOn: null,
  fitModel: null,
  fitSize: null,
  sealCheckOn: null,
} as const
const form = ref<RecordBody | null>(null)
watch(data, (now) => {
  if (!now) return
  form.value = JSON.parse(
    JSON.stringify({
      ...(now.record ?? UNSEEN),
      cleared: now.cleared.map((entry) => entry.process),
      kit: now.kit,
      version: now.person.version,
    }),
  ) as RecordBody
})
onMounted(() => Promise.all([load(), courses.load()]))

type Kit = 'has' | 'lacks' | null
const kitState = (ppeId: string): Kit =>
  form.value?.kit.find((entry) => entry.ppeId === ppeId)?.state ?? null
function setKit(ppeId: string, state: Kit | undefined): void {
  const rest = form.value!.kit.filter((entry) => entry.ppeId !== ppeId)
  const size = form.value!.kit.find((entry) => entry.ppeId === ppeId)?.size ?? null
  form.value!.kit = state ? [...rest, { ppeId, state, size }] : rest
}
const who = computed(() => {
  const { course, role, active } = data.value!.person
  return joined(course ?? ROLE_NAME[role], !active && 'left')
})
const signed = (process: Process): string => {
  const entry = data.value!.cleared.find((cleared) => cleared.process === process)
  return entry ? joined(dayText(entry.signedOn), entry.signedBy) : ''
}
const fitSays = computed(() =>
  form.value?.fitTestOn
    ? `Counts until ${dayText(fitTestUntil(form.value.fitTestOn))}`
    : 'Counts for 12 months',
)
/** The course's list first, then whatever else is on record; the rest can be shown. */
const every = ref(false)
const kitRows = computed(() => {
  const listed = data.value?.kitList ?? []
  const rules = PPE_RULES.filter(
    (rule) =>
      every.value ||
      listed.some((line) => line.ppeId === rule.id) ||
      form.value?.kit.some((entry) => entry.ppeId === rule.id),
  )
  return rules.map((rule) => ({ rule, line: listed.find((line) => line.ppeId === rule.id) }))
})
const kitChoices = [
  { value: 'has' as const, label: 'Has' },
  { value: 'lacks' as const, label: 'Lacks' },
  { value: null, label: 'Not seen' },
]
const day = (key: 'respiratorUntil' | 'fitTestOn' | 'sealCheckOn') =>
  computed({
    get: () => form.value?.[key] ?? '',
    set: (value: string) => {
      form.value![key] = value || null
    },
  })
const [respiratorUntil, fitTestOn, sealCheckOn] = [
  day('respiratorUntil'),
  day('fitTestOn'),
  day('sealCheckOn'),
]

async function save(): Promise<void> {
  const body = check(recordBody, form.value)
  if (!body) return
  if (!(await submit(() => call(peopleRoutes.updateRecord, { params: { id }, body })))) {
    // Saved again, it is known what it goes over.
    form.value!.version = version.value ?? form.value!.version
    return
  }
  await load()
  toast.add({ title: 'Saved', icon: 'i-lucide-check' })
}
</script>

<template>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <div v-else-if="data && form" class="space-y-6">
    <div class="flex flex-wrap items-end gap-4">
      <div class="grow min-w-0">
        <p class="muted">
          <NuxtLink class="link" to="/people">People</NuxtLink>
          <template v-if="data.person.rosterNumber">· {{ data.person.rosterNumber }}</template>
        </p>
        <h1>{{ data.person.name }}</h1>
        <p class="muted">
          {{ who }}
        </p>
      </div>
      <UButton v-if="signIn.may('lead')" variant="outline" color="neutral" @click="editing = true">
        Name, sign-in, course
      </UButton>
    </div>
    <PersonAccess :detail="data" @changed="load" />
    <FindingList v-if="data.findings.length > 0" :findings="data.findings" />
    <form class="space-y-6" novalidate @submit.prevent="save">
      <fieldset :disabled="!mayWrite" class="space-y-6">
        <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="cleared">
          <h2 id="cleared">Cleared for</h2>
          <div class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-3 gap-2">
            <label
              v-for="process in PROCESSES"
              :key="process"
              class="flex gap-3 items-start min-h-11 cursor-pointer"
            >
              <input
                v-model="form.cleared"
                type="checkbox"
                :value="process"
                class="size-5 mt-1 accent-(--ui-primary)"
              />
              <span>
                <span class="font-semibold">{{ process }}</span>
                {{ PROCESS_NAME[process] }}
                <span v-if="signed(process)" class="muted text-sm block">
                  {{ signed(process) }}
                </span>
              </span>
            </label>
          </div>
        </section>
        <p v-if="!data.record" class="panel p-4 sm:p-6">
          Eyes and respirator are between {{ data.person.name }} and the staff.
        </p>
        <section
          v-if="data.record"
          class="panel p-4 sm:p-6 grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-3 gap-4 items-start"
          aria-labelledby="eyes"
        >
          <h2 id="eyes" class="sm:col-span-2 lg:col-span-3">Eyes</h2>
          <UCheckbox v-model="form.lightSensitive" label="Light-sensitive: one shade darker" />
          <UFormField label="Lenses">
            <USelect
              v-model="form.correction"
              :items="CORRECTIONS.map((value) => ({ value, label: CORRECTION_NAME[value] }))"
              class="w-full"
            />
          </UFormField>
          <QuantityInput
            v-model="form.tint"
            unit="shade"
            label="Tinted glasses under the helmet, shade"
            help="Blank for clear ones"
            :error="errors.tint"
          />
          <p v-if="data.shades.length > 0" class="sm:col-span-2 lg:col-span-3">
            Found by trial:
            <span v-for="(found, i) in data.shades" :key="found.band">
              {{ i > 0 ? '; ' : '' }}shade {{ found.shade }} for {{ found.band }},
              {{ dayText(found.foundOn) }}
            </span>
          </p>
          <p v-if="data.helmets.length > 0" class="sm:col-span-2 lg:col-span-3">
            Own helmet:
            <NuxtLink
              v-for="helmet in data.helmets"
              :key="helmet.id"
              class="link mr-3"
              :to="`/gear/helmet/${helmet.id}`"
            >
              {{ helmet.label }}
            </NuxtLink>
          </p>
        </section>
        <section
          v-if="data.record"
          class="panel p-4 sm:p-6 grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-3 gap-4 items-start"
          aria-labelledby="respirator"
        >
          <h2 id="respirator" class="sm:col-span-2 lg:col-span-3">Respirator</h2>
          <UFormField
            label="Medically cleared until"
            help="The date only; nothing medical is kept"
            :error="errors.respiratorUntil"
          >
            <UInput v-model="respiratorUntil" type="date" class="w-full" />
          </UFormField>
          <UFormField label="Fit test on" :help="fitSays" :error="errors.fitTestOn">
            <UInput v-model="fitTestOn" type="date" class="w-full" />
          </UFormField>
          <div class="grid grid-cols-[1fr_6rem] gap-2">
            <UFormField label="Make and model" :error="errors.fitModel">
              <UInput
                :model-value="form.fitModel ?? ''"
                class="w-full"
                @update:model-value="form.fitModel = String($event) || null"
              />
            </UFormField>
            <UFormField label="Size" :error="errors.fitSize">
              <UInput
                :model-value="form.fitSize ?? ''"
                class="w-full"
                @update:model-value="form.fitSize = String($event) || null"
              />
            </UFormField>
          </div>
          <UFormField label="Last seal check seen" :error="errors.sealCheckOn">
            <UInput v-model="sealCheckOn" type="date" class="w-full" />
          </UFormField>
        </section>
        <section class="panel p-4 sm:p-6 space-y-2" aria-labelledby="kit">
          <div class="flex flex-wrap items-end gap-3">
            <h2 id="kit" class="grow">Kit</h2>
            <USwitch v-model="every" label="Every piece there is" />
          </div>
          <p v-if="kitRows.length === 0" class="muted">
            Nothing on record, and no course with a kit list.
          </p>
          <ul class="divide-y divide-(--rule)">
            <li
              v-for="{ rule, line } in kitRows"
              :key="rule.id"
              class="py-2 flex flex-wrap items-center gap-x-6 gap-y-1"
            >
              <span class="grow basis-60">
                <span class="font-semibold">{{ rule.name }}</span>
                <span v-if="line" class="muted text-sm block">
                  {{ line.property }}; {{ SUPPLIER_NAME[line.supplier] }}, by {{ line.by }}
                </span>
              </span>
              <ChoiceRow
                :model-value="kitState(rule.id)"
                :legend="rule.name"
                hide-legend
                :options="kitChoices"
                @update:model-value="setKit(rule.id, $event)"
              />
            </li>
          </ul>
          <p v-if="data.loans.length > 0">
            On loan:
            <NuxtLink
              v-for="loan in data.loans"
              :key="loan.stockId"
              class="link mr-3"
              :to="`/stores/${loan.stockId}`"
            >
              {{ loan.quantity > 1 ? `${loan.quantity} × ` : '' }}{{ loan.code }} {{ loan.name }}
            </NuxtLink>
          </p>
        </section>
      </fieldset>
      <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
      <UButton v-if="mayWrite" type="submit" :loading="busy">Save the record</UButton>
    </form>
    <PersonForm
      v-model:open="editing"
      :person="data.person"
      :courses="courses.data.value ?? []"
      @saved="load"
    />
  </div>
</template>
