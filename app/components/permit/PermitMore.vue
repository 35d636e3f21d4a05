<script setup lang="ts">
import type { DropdownMenuItem } from '@nuxt/ui'
import { permitRoutes } from '#shared/permit/routes'
import { templateBody, type Permit } from '#shared/permit/schema'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'
import { useSignIn } from '~/stores/sign-in'

/** What is done with a permit beside working under it: another one like it, one for the next shift, a template, its whole story. */
const props = defineProps<{ permit: Permit }>()
const emit = defineEmits<{ named: [template: string | null] }>()
const signIn = useSignIn()
const { message, submit } = useSubmit()
const naming = ref(false)
const form = ref({ name: '' })
const params = computed(() => ({ id: props.permit.id }))

async function draft(goesOn: boolean): Promise<void> {
  const drafted = await submit(() =>
    call(permitRoutes.draftAgain, { params: params.value, body: { goesOn } }),
  )
  if (drafted) await navigateTo(`/permits/${drafted.id}`)
}
const name = (body: { name: string | null }): Promise<{ template: string | null }> =>
  call(permitRoutes.nameTemplate, { params: params.value, body })
async function forget(): Promise<void> {
  if (await submit(() => name({ name: null }))) emit('named', null)
}
function keep(): void {
  form.value = { name: props.permit.place }
  naming.value = true
}

const items = computed((): DropdownMenuItem[] => {
  const { state, template, id } = props.permit
  const isDraft = state === 'draft'
  const mayWork = signIn.may('lead', 'instructor', 'worker')
  const isStaff = signIn.may('lead', 'instructor')
  const goesOn = ['issued', 'working', 'suspended'].includes(state)
  return [
    {
      label: 'The whole story on one page',
      icon: 'i-lucide-scroll-text',
      to: `/permits/story/${id}`,
    },
    ...(mayWork && goesOn
      ? [
          {
            label: 'Go on in the next shift',
            icon: 'i-lucide-arrow-right',
            onSelect: () => draft(true),
          },
        ]
      : []),
    ...(mayWork && !isDraft && !goesOn
      ? [{ label: 'Another like this one', icon: 'i-lucide-copy', onSelect: () => draft(false) }]
      : []),
    ...(isStaff && !isDraft && template === null
      ? [{ label: 'Keep as a template', icon: 'i-lucide-bookmark', onSelect: keep }]
      : []),
    ...(isStaff && template !== null
      ? [{ label: 'A template no more', icon: 'i-lucide-bookmark-x', onSelect: forget }]
      : []),
  ]
})
</script>

<template>
  <UDropdownMenu :items="items">
    <UButton variant="outline" color="neutral" icon="i-lucide-ellipsis" aria-label="More">
      More
    </UButton>
  </UDropdownMenu>
  <p v-if="message" role="alert" class="text-stop font-semibold basis-full">{{ message }}</p>
  <FormDialog
    v-model:open="naming"
    title="Keep as a template"
    description="Place, sketch and rules are taken over. Lines, people and times are asked afresh."
    confirm="Keep it"
    :state="form"
    :schema="templateBody"
    :body="() => form"
    :send="name"
    @done="emit('named', $event.template)"
  >
    <UFormField label="Name" name="name">
      <UInput v-model="form.name" class="w-full" maxlength="80" />
    </UFormField>
  </FormDialog>
</template>
