import { routes } from '#shared/api/routes'
import { call } from '~/composables/api'
import { useSession } from '~/stores/session'

/** Every page but the open ones needs a sign-in; a first start leads to the setup. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (to.meta.open) return
  const session = useSession()
  if (session.me === undefined)
    await session.load().catch(() => {
      session.me = null
    })
  if (session.me) return
  const { needed } = await call(routes.setupState, {}).catch(() => ({ needed: false }))
  return needed
    ? navigateTo('/setup')
    : navigateTo({ path: '/sign-in', query: to.fullPath === '/' ? {} : { to: to.fullPath } })
})
