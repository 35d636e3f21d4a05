import { jobRoutes } from '#shared/job/routes'
import { jobBody, type Job, type JobBody } from '#shared/job/schema'
import { draftOf, emptyDraft } from '~/components/job/job-draft'
import { call } from '~/composables/api'
import { useKeptDraft } from '~/composables/kept-draft'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'

/** What is typed about a job, kept on this device until it is saved. @param id null for a new job */
export function useJobDraft(id: string | null) {
  const draft = ref<JobBody>(emptyDraft())
  const kept = useKeptDraft(id ?? 'new', draft)
  const {
    data: job,
    failure,
    load: read,
  } = useLoad<Job>(() => call(jobRoutes.job, { params: { id: id! } }))
  const { busy, errors, message, submit, check } = useSubmit()

  async function load(): Promise<void> {
    if (id) await read()
    if (!id) kept.begin(emptyDraft())
    else if (job.value) kept.begin(draftOf(job.value))
  }
  async function create(body: JobBody): Promise<void> {
    const made = await submit(() => call(jobRoutes.createJob, { body }))
    if (!made) return
    kept.settle()
    await navigateTo(`/jobs/${made.id}`, { replace: true })
  }
  /** @returns whether the job stands as typed */
  async function save(): Promise<boolean> {
    if (!check(jobBody, draft.value)) return false
    const body = jobBody.parse(draft.value)
    if (id === null) {
      await create(body)
      return message.value === ''
    }
    if (!(await submit(() => call(jobRoutes.updateJob, { params: { id }, body })))) return false
    await read()
    if (job.value) {
      draft.value = draftOf(job.value)
      kept.settle()
    }
    return true
  }
  /** Another job as the start of this one; what was measured or proved there does not come along. */
  async function startFrom(other: string): Promise<void> {
    const from = await submit(() => call(jobRoutes.job, { params: { id: other } }))
    if (!from) return
    const air = { ...from.spec.air, hoodProved: false }
    const spec = { ...from.spec, measured: null, air }
    draft.value = { ...draftOf(from), version: undefined, spec }
  }
  async function copy(): Promise<void> {
    const made = await submit(() => call(jobRoutes.copyJob, { params: { id: id! } }))
    if (made) await navigateTo(`/jobs/${made.id}`)
  }
  return {
    draft,
    kept,
    job,
    failure,
    busy,
    errors,
    message,
    load,
    reload: read,
    save,
    startFrom,
    copy,
  }
}
