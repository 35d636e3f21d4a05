import { signInRoutes } from '#shared/sign-in/routes'
import { call } from '~/composables/api'
import { useSignIn } from '~/stores/sign-in'

/** Pages for somebody who signed in at a booth. */
const AT_BOOTH = ['/card', '/eyes', '/rounds/handover', '/rounds/arrival', '/waiting', '/muster']

/** Every page but the open ones needs a sign-in; a first start leads to the setup. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (to.meta.open) return
  const signIn = useSignIn()
  if (signIn.me === undefined)
    await signIn.load().catch(() => {
      signIn.me = null
    })
  if (signIn.atBooth && !AT_BOOTH.includes(to.path)) return navigateTo('/card')
  if (signIn.me?.lacksFactor && to.path !== '/account') return navigateTo('/account')
  if (signIn.me) return
  const { needed } = await call(signInRoutes.setupState, {}).catch(() => ({ needed: false }))
  return needed
    ? navigateTo('/setup')
    : navigateTo({ path: '/sign-in', query: to.fullPath === '/' ? {} : { to: to.fullPath } })
})
