import { governing } from '#core/firewatch/governing'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

/** What governs hot work at this site today; null: nobody is signed in. */
export function useFireRules() {
  const signIn = useSignIn()
  const { today } = useSiteTime()
  return computed(() => {
    if (!signIn.me) return null
    const { ruleSets, houseMinutes, houseMonitoring, houseReach } = signIn.me.site
    const house = { watch: houseMinutes, monitoring: houseMonitoring, reach: houseReach }
    return governing(ruleSets, house, today())
  })
}
