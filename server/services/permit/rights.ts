import type { PermitAction } from '#core/permit/lifecycle'
import type { Role } from '#shared/sign-in/schema'

const STAFF_ONLY: readonly PermitAction[] = ['issue', 'reinstate', 'revoke']

/** Anyone who works may start, stop and suspend; issuing, reinstating and revoking is for lead and instructor. */
export function mayAct(role: Role, action: PermitAction): boolean {
  if (role === 'viewer') return false
  return role !== 'worker' || !STAFF_ONLY.includes(action)
}
