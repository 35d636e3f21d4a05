/** Where a cylinder is in its life. Common practice. */
export const CYLINDER_STATES = [
  'full',
  'connected',
  'inUse',
  'empty',
  'quarantine',
  'returned',
] as const
export type CylinderState = (typeof CYLINDER_STATES)[number]
export const CYLINDER_STATE_NAME: Record<CylinderState, string> = {
  full: 'Full',
  connected: 'Connected',
  inUse: 'In use',
  empty: 'Empty',
  quarantine: 'Set apart',
  returned: 'Returned',
}

/** Gas can flow from it as it stands. */
export const isConnected = (state: CylinderState | null): boolean =>
  state === 'connected' || state === 'inUse'

/** A place is a store, a station or a gas set at one; neither: it is not told, or it has gone back. */
export interface Place {
  state: CylinderState | null
  storeId: string | null
  stationId: string | null
  /** The gas set to which it is connected. */
  setId: string | null
}

/** What whoever moves it has done first. */
export interface MoveChecks {
  shut: boolean
  regulatorOff: boolean
  capped: boolean
  /** A guard around valve and regulator stands for cap and taking off. */
  guarded: boolean
}

export interface MoveFault {
  path: string
  message: string
}

/** Why a cylinder may not be moved so, at its field, or null. Source: 29 CFR 1910.253(b)(5)(ii): shut, regulator off and capped before it is moved. */
export function faultOfMove(from: Place, to: Place, checks: MoveChecks): MoveFault | null {
  if (from.state === 'returned')
    return { path: 'state', message: 'It has gone back to the supplier.' }
  if (to.state === null) return { path: 'state', message: 'Say how it is now.' }
  if (to.storeId !== null && to.stationId !== null)
    return { path: 'storeId', message: 'It stands at one place only.' }
  if (to.setId !== null && (to.storeId !== null || !isConnected(to.state)))
    return { path: 'setId', message: 'On a set it is connected or in use.' }
  if (isConnected(to.state) && to.stationId === null && to.setId === null)
    return { path: 'stationId', message: 'Say where it is connected.' }
  if (from.state === 'empty' && isConnected(to.state))
    return { path: 'state', message: 'It was marked empty. Read it, or take a full one.' }
  // From a set to another, or to a set that stands nowhere in particular, it is wheeled.
  const travels =
    to.state === 'returned' ||
    from.storeId !== to.storeId ||
    from.stationId !== to.stationId ||
    (from.setId !== to.setId && to.setId !== null && to.stationId === null)
  return travels ? faultOfTravel(checks) : null
}

function faultOfTravel({ shut, regulatorOff, capped, guarded }: MoveChecks): MoveFault | null {
  if (!shut) return { path: 'checks.shut', message: 'Shut the valve first.' }
  if (guarded) return null
  if (!regulatorOff)
    return { path: 'checks.regulatorOff', message: 'Take the regulator off, or fit a guard.' }
  return capped ? null : { path: 'checks.capped', message: 'Put the cap on first.' }
}
