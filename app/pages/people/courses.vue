<script setup lang="ts">
import { PPE_RULES } from '#core/ppe/ppe.table'
import { SUPPLIERS, SUPPLIER_NAME } from '#core/ppe/terms'
import { propertiesText } from '#core/ppe/ppe'
import { peopleRoutes } from '#shared/people/routes'
import { courseBody, type Course, type CourseBody } from '#shared/people/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSignIn } from '~/stores/sign-in'

/** Who brings what to a course, and by when: the list that goes out before the first day. */
useHead({ title: 'Courses and kit lists · Zonaris' })
const signIn = useSignIn()
const { data, failure, load } = useLoad(() => call(peopleRoutes.courses, {}))
onMounted(load)
const mayWrite = computed(() => signIn.may('lead', 'instructor'))
const open = ref(false)
const editing = shallowRef<Course | null>(null)
const form = ref<CourseBody>({ name: '', kit: [] })
const pieceOf = (id: string) => PPE_RULES.find((rule) => rule.id === id)
const SUPPLIER_CHOICES = SUPPLIERS.map((value) => ({ value, label: SUPPLIER_NAME[value] }))
const items = PPE_RULES.map((rule) => ({ value: rule.id, label: rule.name }))
function edit(course: Course | null): void {
  editing.value = course
  form.value = course
    ? (JSON.parse(JSON.stringify({ name: course.name, kit: course.kit })) as CourseBody)
    : { name: '', kit: [] }
  open.value = true
}
function addLine(): void {
  const rule = PPE_RULES.find((entry) => !form.value.kit.some((line) => line.ppeId === entry.id))
  if (rule)
    form.value.kit.push({
      ppeId: rule.id,
      supplier: rule.supplier,
      property: propertiesText(rule.properties),
      by: 'first day',
    })
}
const send = (body: CourseBody): Promise<unknown> =>
  editing.value
    ? call(peopleRoutes.updateCourse, { params: { id: editing.value.id }, body })
    : call(peopleRoutes.createCourse, { body })
const print = (): void => window.print()
</script>

<template>
  <div class="flex flex-wrap items-end gap-3 mb-5">
    <div class="grow">
      <p class="muted no-print"><NuxtLink class="link" to="/people">People</NuxtLink></p>
      <h1>Courses and kit lists</h1>
    </div>
    <UButton
      class="no-print"
      variant="outline"
      color="neutral"
      icon="i-lucide-printer"
      @click="print"
    >
      Print
    </UButton>
    <UButton v-if="mayWrite" class="no-print" icon="i-lucide-plus" @click="edit(null)">
      Add a course
    </UButton>
  </div>
  <Failure v-if="failure" :failure="failure" @retry="load" />
  <p v-else-if="data?.length === 0" class="panel p-8 text-center muted">
    No courses yet. A course groups people and says who brings what.
  </p>
  <div v-else class="space-y-6">
    <section
      v-for="course in data ?? []"
      :key="course.id"
      class="panel p-4 sm:p-6"
      :aria-labelledby="course.id"
    >
      <div class="flex flex-wrap items-end gap-3 mb-2">
        <h2 :id="course.id" class="grow">{{ course.name }}</h2>
        <NuxtLink class="link" :to="`/people?course=${course.id}`">
          {{ course.people }} people
        </NuxtLink>
        <UButton
          v-if="mayWrite"
          class="no-print"
          variant="outline"
          color="neutral"
          @click="edit(course)"
        >
          Change
        </UButton>
      </div>
      <p v-if="course.kit.length === 0" class="muted">No kit list.</p>
      <SideScroll v-else :label="`Kit list of ${course.name}`">
        <table class="list">
          <thead>
            <tr>
              <th>Piece</th>
              <th>What it must be</th>
              <th>From</th>
              <th>By</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in course.kit" :key="line.ppeId">
              <td class="font-semibold">{{ pieceOf(line.ppeId)?.name ?? line.ppeId }}</td>
              <td>{{ line.property }}</td>
              <td>{{ SUPPLIER_NAME[line.supplier] }}</td>
              <td>{{ line.by }}</td>
            </tr>
          </tbody>
        </table>
      </SideScroll>
    </section>
  </div>
  <FormDialog
    v-model:open="open"
    :title="editing ? `Change ${editing.name}` : 'Add a course'"
    description="One line a piece: what it must be, who brings it, by when."
    wide
    confirm="Save"
    :state="form"
    :schema="courseBody"
    :body="() => form"
    :send="send"
    @done="load"
  >
    <UFormField label="Name" name="name">
      <UInput v-model="form.name" class="w-full" />
    </UFormField>
    <div
      v-for="(line, i) in form.kit"
      :key="i"
      class="grid grid-cols-1 sm:grid-cols-[14rem_minmax(0,1fr)_6.5rem_8rem_auto] gap-2 items-start border-t border-(--rule) pt-2"
    >
      <UFormField :name="`kit.${i}.ppeId`">
        <USelect
          v-model="line.ppeId"
          :items="items"
          class="w-full"
          :aria-label="`Piece ${i + 1}`"
        />
      </UFormField>
      <UFormField :name="`kit.${i}.property`">
        <UInput
          v-model="line.property"
          class="w-full"
          :aria-label="`What piece ${i + 1} must be`"
        />
      </UFormField>
      <USelect
        v-model="line.supplier"
        :items="SUPPLIER_CHOICES"
        :aria-label="`Who brings piece ${i + 1}`"
      />
      <UFormField :name="`kit.${i}.by`">
        <UInput v-model="line.by" class="w-full" :aria-label="`Piece ${i + 1} by when`" />
      </UFormField>
      <UButton
        variant="ghost"
        color="neutral"
        icon="i-lucide-x"
        :aria-label="`Take piece ${i + 1} off the list`"
        @click="form.kit.splice(i, 1)"
      />
    </div>
    <UButton variant="outline" color="neutral" icon="i-lucide-plus" @click="addLine">Piece</UButton>
  </FormDialog>
</template>
