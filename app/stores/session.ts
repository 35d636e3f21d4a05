import { defineStore } from 'pinia'
import { routes } from '#shared/api/routes'
import type { Me, Role } from '#shared/session/schema'
import { ApiFailure, call } from '~/composables/api'
import { setServerClock } from '~/composables/clock'

/** Who is signed in. `undefined` until asked. */
export const useSession = defineStore('session', () => {
  const me = ref<Me | null | undefined>(undefined)

  async function load(): Promise<Me | null> {
    try {
      const answer = await call(routes.me, {})
      setServerClock(answer.clock)
      me.value = answer.me
    } catch (error) {
      if (!(error instanceof ApiFailure) || error.status !== 401) throw error
      me.value = null
    }
    return me.value
  }

  /** End the session here and on the server; without a connection here at least. */
  async function leave(): Promise<void> {
    await call(routes.signOut, {}).catch(() => undefined)
    me.value = null
    await navigateTo('/sign-in')
  }

  const may = (...roles: Role[]): boolean => me.value != null && roles.includes(me.value.role)
  return { me, load, leave, may }
})
