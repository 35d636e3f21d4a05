<script setup lang="ts">
import { routes } from '#shared/api/routes'
import { personBody, type Course, type Person } from '#shared/people/schema'
import { ROLES, ROLE_NAME, type Role } from '#shared/session/schema'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ person: Person | null; courses: readonly Course[] }>()
const emit = defineEmits<{ saved: [] }>()
const { busy, errors, message, submit, check } = useSubmit()
const NONE = 'none'
const blank = () => ({
  name: '',
  email: '',
  role: 'worker' as Role,
  rosterNumber: '',
  courseId: NONE,
  fireWatchTrainedOn: '',
  active: true,
  password: '',
  pin: '',
})
const form = ref(blank())
watch(open, (now) => {
  if (now)
    form.value = props.person
      ? {
          ...blank(),
          name: props.person.name,
          email: props.person.email ?? '',
          role: props.person.role,
          rosterNumber: props.person.rosterNumber ?? '',
          courseId: props.person.courseId ?? NONE,
          fireWatchTrainedOn: props.person.fireWatchTrainedOn ?? '',
          active: props.person.active,
        }
      : blank()
})
const roles = ROLES.map((value) => ({ value, label: ROLE_NAME[value] }))

async function save(): Promise<void> {
  const { password, pin, email, rosterNumber, courseId, fireWatchTrainedOn, ...rest } = form.value
  const body = check(personBody, {
    ...rest,
    email: email || null,
    rosterNumber: rosterNumber || null,
    courseId: courseId === NONE ? null : courseId,
    fireWatchTrainedOn: fireWatchTrainedOn || null,
    ...(password && { password }),
    ...(pin && { pin }),
  })
  if (!body) return
  const done = props.person
    ? await submit(() => call(routes.updatePerson, { params: { id: props.person!.id }, body }))
    : await submit(() => call(routes.createPerson, { body }))
  if (!done) return
  open.value = false
  emit('saved')
}
</script>

<template>
  <UModal
    v-model:open="open"
    :title="person ? `Change ${person.name}` : 'Add a person'"
    description="Email and password only for those who sign in; a PIN for those who sign."
  >
    <template #body>
      <form id="person" class="space-y-4" novalidate autocomplete="off" @submit.prevent="save">
        <UFormField label="Name" :error="errors.name">
          <UInput v-model="form.name" class="w-full" />
        </UFormField>
        <UFormField label="Role" :error="errors.role">
          <USelect v-model="form.role" :items="roles" class="w-full" />
        </UFormField>
        <div class="grid grid-cols-2 gap-4">
          <UFormField label="Roster number" :error="errors.rosterNumber">
            <UInput v-model="form.rosterNumber" class="w-full" />
          </UFormField>
          <UFormField label="Course" :error="errors.courseId">
            <USelect
              v-model="form.courseId"
              :items="[
                { value: NONE, label: 'None' },
                ...courses.map((course) => ({ value: course.id, label: course.name })),
              ]"
              class="w-full"
            />
          </UFormField>
        </div>
        <UFormField
          label="Fire watch trained on"
          help="Extinguisher training; blank if none"
          :error="errors.fireWatchTrainedOn"
        >
          <UInput v-model="form.fireWatchTrainedOn" type="date" class="w-full" />
        </UFormField>
        <UFormField label="Email" :error="errors.email">
          <UInput v-model="form.email" type="email" class="w-full" autocomplete="off" />
        </UFormField>
        <UFormField
          label="New password"
          :help="
            person
              ? 'Blank keeps the old one; a new one signs them out everywhere'
              : 'At least 12 characters'
          "
          :error="errors.password"
        >
          <UInput
            v-model="form.password"
            type="password"
            class="w-full"
            autocomplete="new-password"
          />
        </UFormField>
        <UFormField label="New PIN" help="4 to 8 digits" :error="errors.pin">
          <UInput
            v-model="form.pin"
            type="password"
            inputmode="numeric"
            class="w-full"
            autocomplete="new-password"
          />
        </UFormField>
        <USwitch v-if="person" v-model="form.active" label="Works here" />
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
      <UButton type="submit" form="person" :loading="busy">{{ person ? 'Save' : 'Add' }}</UButton>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
    </template>
  </UModal>
</template>
