import { defineStore } from 'pinia'
import { alertRoutes } from '#shared/alert/routes'
import type { Alert } from '#shared/alert/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** What people are called for now, read once for every part of the page. */
export const useAlerts = defineStore('alerts', () => {
  const { data: alerts, failure, load } = useLoad<Alert[]>(() => call(alertRoutes.alerts, {}))
  async function answer(id: string): Promise<void> {
    await call(alertRoutes.answerAlert, { params: { id } })
    await load()
  }
  return { alerts, failure, load, answer }
})
