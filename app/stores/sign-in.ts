import { defineStore } from 'pinia'
import { signInRoutes } from '#shared/sign-in/routes'
import type { Me, Role } from '#shared/sign-in/schema'
import { ApiFailure, call } from '~/composables/api'
import { setServerClock } from '~/composables/clock'
import { forgetAnswers, keepFor, keptAtOf } from '~/composables/offline/answers'
import { readQueue } from '~/composables/offline/queue'

/** Who is signed in. `undefined` until asked. */
export const useSignIn = defineStore('sign-in', () => {
  const me = ref<Me | null | undefined>(undefined)

  async function load(): Promise<Me | null> {
    try {
      const answer = await call(signInRoutes.me, {})
      setServerClock(answer.clock, keptAtOf(answer))
      me.value = answer.me
      await keepFor(answer.me.id)
      await readQueue()
    } catch (error) {
      if (!(error instanceof ApiFailure) || error.status !== 401) throw error
      me.value = null
    }
    return me.value
  }

  /** Sign out here and on the server; without a connection here at least. */
  async function leave(): Promise<void> {
    await call(signInRoutes.signOut, {}).catch(() => undefined)
    me.value = null
    await forgetAnswers()
    await navigateTo('/sign-in')
  }

  const may = (...roles: Role[]): boolean => me.value != null && roles.includes(me.value.role)
  const atBooth = computed(() => me.value?.kind === 'booth')
  return { me, atBooth, load, leave, may }
})
