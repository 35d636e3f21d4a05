<script setup lang="ts">
import { routes } from '#shared/api/routes'
import { trainingBody, type TrainingRow } from '#shared/training/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ copyOf: TrainingRow | null }>()
const emit = defineEmits<{ made: [id: string] }>()
const { today } = useSiteTime()
const courses = useLoad(() => call(routes.courses, {}))
const { busy, errors, message, submit, check } = useSubmit()
const NONE = 'none'
const form = ref({ day: '', title: '', courseId: NONE })
watch(open, (now) => {
  if (!now) return
  form.value = { day: today(), title: props.copyOf?.title ?? '', courseId: NONE }
  if (!props.copyOf) void courses.load()
})
async function save(): Promise<void> {
  const body = check(trainingBody, {
    ...form.value,
    courseId: form.value.courseId === NONE ? null : form.value.courseId,
  })
  if (!body) return
  const made = props.copyOf
    ? await submit(() =>
        call(routes.copyTraining, { params: { id: props.copyOf!.id }, body: { day: body.day } }),
      )
    : await submit(() => call(routes.createTraining, { body }))
  if (!made) return
  open.value = false
  emit('made', made.id)
}
</script>

<template>
  <UModal
    v-model:open="open"
    :title="copyOf ? `Copy ${copyOf.title} of ${copyOf.day}` : 'New session'"
    :description="
      copyOf
        ? 'The same people, booths, work and helmets. Who is here and what was proved start anew.'
        : 'Everyone of a course comes in at once; others can be added.'
    "
  >
    <template #body>
      <form id="session" class="space-y-4" novalidate @submit.prevent="save">
        <UFormField label="Day" :error="errors.day">
          <UInput v-model="form.day" type="date" class="w-full" />
        </UFormField>
        <template v-if="!copyOf">
          <UFormField label="Title" :error="errors.title">
            <UInput v-model="form.title" class="w-full" placeholder="Apprentice bay, morning" />
          </UFormField>
          <UFormField label="Course" :error="errors.courseId">
            <USelect
              v-model="form.courseId"
              :items="[
                { value: NONE, label: 'None' },
                ...(courses.data.value ?? []).map((course) => ({
                  value: course.id,
                  label: `${course.name}, ${course.people} people`,
                })),
              ]"
              class="w-full"
            />
          </UFormField>
        </template>
        <p
          v-if="message && Object.keys(errors).length === 0"
          role="alert"
          class="text-stop font-semibold"
        >
          {{ message }}
        </p>
      </form>
    </template>
    <template #footer>
      <UButton type="submit" form="session" :loading="busy">
        {{ copyOf ? 'Copy' : 'Make it' }}
      </UButton>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
    </template>
  </UModal>
</template>
